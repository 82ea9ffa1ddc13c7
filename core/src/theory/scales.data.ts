/**
 * Scales by their degrees, told apart from the major scale as teachers number them; the more usual
 * ones first. `family` says by which profile a tonic is heard, `prior` how ready a teacher is to
 * name the scale at all (a judgement, 0 for the readiest).
 */
export const SCALE_ROWS = [
  ["major", "1 2 3 4 5 6 7", "major", 0],
  ["minor", "1 2 ♭3 4 5 ♭6 ♭7", "minor", 0],
  ["dorian", "1 2 ♭3 4 5 6 ♭7", "minor", 0.01],
  ["mixolydian", "1 2 3 4 5 6 ♭7", "major", 0.01],
  ["harmonic minor", "1 2 ♭3 4 5 ♭6 7", "minor", 0.01],
  ["melodic minor", "1 2 ♭3 4 5 6 7", "minor", 0.02],
  ["phrygian", "1 ♭2 ♭3 4 5 ♭6 ♭7", "minor", 0.04],
  ["lydian", "1 2 3 ♯4 5 6 7", "major", 0.03],
  ["locrian", "1 ♭2 ♭3 4 ♭5 ♭6 ♭7", "minor", 0.08],
  ["phrygian dominant", "1 ♭2 3 4 5 ♭6 ♭7", "major", 0.03],
  ["lydian dominant", "1 2 3 ♯4 5 6 ♭7", "major", 0.04],
  ["major pentatonic", "1 2 3 5 6", "major", 0.01],
  ["minor pentatonic", "1 ♭3 4 5 ♭7", "minor", 0.01],
  ["blues", "1 ♭3 4 ♭5 5 ♭7", "minor", 0.01],
  ["major blues", "1 2 ♭3 3 5 6", "major", 0.03],
  ["altered", "1 ♭2 ♭3 ♭4 ♭5 ♭6 ♭7", "minor", 0.08],
  ["whole tone", "1 2 3 ♯4 ♯5 ♭7", "major", 0.06],
  ["half-whole diminished", "1 ♭2 ♭3 3 ♯4 5 6 ♭7", "major", 0.06],
  ["whole-half diminished", "1 2 ♭3 4 ♭5 ♭6 6 7", "minor", 0.06],
] as const satisfies readonly (readonly [
  name: string,
  degrees: string,
  family: "major" | "minor",
  prior: number,
])[];
