interface Shape {
  readonly name: string;
  /** By string, the thinnest first; undefined where it stays silent. */
  readonly frets: readonly (number | undefined)[];
}

/** Frets from the thickest string to the thinnest, as chord charts have them. */
const ROWS: readonly (readonly [name: string, frets: string])[] = [
  ["E shape", "022100"],
  ["E minor shape", "022000"],
  ["E7 shape", "020100"],
  ["E minor 7 shape", "020000"],
  ["E5 shape", "022xxx"],
  ["A shape", "x02220"],
  ["A minor shape", "x02210"],
  ["A7 shape", "x02020"],
  ["A minor 7 shape", "x02010"],
  ["A major 7 shape", "x02120"],
  ["A5 shape", "x022xx"],
  ["D shape", "xx0232"],
  ["D minor shape", "xx0231"],
  ["D7 shape", "xx0212"],
  ["C shape", "x32010"],
  ["C7 shape", "x32310"],
  ["G shape", "320003"],
];

/** Open chords whose shape is moved up the neck with a finger, or a capo, as its nut. */
export const MOVABLE_SHAPES: readonly Shape[] = ROWS.map(([name, frets]) => ({
  name,
  frets: [...frets].reverse().map((fret) => (fret === "x" ? undefined : Number(fret))),
}));
