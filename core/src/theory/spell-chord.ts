import { fifthsOf, pitchClassAtFifths, type Key } from "../pitch/key";
import { atHeight, chromaOf, type Pitch } from "../pitch/pitch";

/**
 * Fifths between the names of two notes so many semitones apart, lower to higher, as chords have
 * them: a fifth is one, a major third four, a minor third three down. Six semitones may be either.
 */
const PROPER = [0, -5, 2, -3, 4, -1, undefined, 1, -4, 3, -2, 5] as const;
/** What another name costs: a fifth that looks like a sixth is worst, then thirds. */
const IMPROPER = [8, 1.5, 1.5, 4, 4, 6, 0, 6, 4, 4, 1.5, 1.5] as const;
/** What a name costs for each fifth that it lies outside the key. */
const OUTSIDE = 0.3;
/** What it costs to call a note of the line otherwise than the line does. */
const LEAVES_LINE = 1;
/** As far round from C as names go without double signs. */
const [FLATTEST, SHARPEST] = [-8, 12];

export interface NamedTone {
  /** As the line or somebody's wish has it. */
  readonly pitch: Pitch;
  readonly height: number;
  readonly kind: "free" | "of the line" | "fixed";
}

/**
 * The names of what sounds together: of all ways the one whose fifths and thirds look like fifths
 * and thirds, as near to the key as that leaves it. Notes of one pitch class have one name.
 * @returns In the order of the tones.
 */
export function spellChord(tones: readonly NamedTone[], key: Key): readonly Pitch[] {
  const [least, most] = windowOf(key);
  const classes = [...new Set(tones.map(({ pitch }) => chromaOf(pitch)))];
  const choices = classes.map((chroma) => {
    const own = tones.filter(({ pitch }) => chromaOf(pitch) === chroma);
    const fixed = own.find(({ kind }) => kind === "fixed");
    const line = own.find(({ kind }) => kind === "of the line");
    const at = fifthsOf((fixed ?? line ?? own[0]!).pitch);
    const names = fixed ? [at] : namesOf(at);
    return names.map((fifths): Name => {
      const beyond = Math.max(0, least - fifths, fifths - most);
      const leaves = line && fifths !== at ? LEAVES_LINE : 0;
      return { fifths, semitones: chroma, cost: OUTSIDE * beyond + leaves };
    });
  });
  const named = new Map(
    cheapest(choices).map(({ semitones, fifths }) => [semitones, pitchClassAtFifths(fifths)]),
  );
  return tones.map(({ pitch, height, kind }) =>
    kind === "fixed" ? pitch : atHeight(named.get(chromaOf(pitch))!, height),
  );
}

/** What it costs to see one name beside another, the semitones counted upwards. */
export function costBeside(semitones: number, fifths: number): number {
  const apart = ((semitones % 12) + 12) % 12;
  const proper = PROPER[apart];
  return proper === undefined || proper === fifths ? 0 : IMPROPER[apart]!;
}

/** The names of a pitch without double signs, by their fifths from C. */
export function namesOf(fifths: number): readonly number[] {
  return [fifths - 12, fifths, fifths + 12].filter((at) => at >= FLATTEST && at <= SHARPEST);
}

/** The fifths of a key's own notes; in minor with its raised leading note. */
function windowOf({ tonic, mode }: Key): readonly [number, number] {
  const at = fifthsOf(tonic);
  return mode === "major" ? [at - 1, at + 5] : [at - 4, at + 5];
}

interface Name {
  readonly fifths: number;
  readonly semitones: number;
  readonly cost: number;
}

/** Of each note's names one, so that all together cost least: every way is tried, at most 2⁹. */
function cheapest(choices: readonly (readonly Name[])[]): readonly Name[] {
  let best: readonly Name[] = [];
  let least = Number.POSITIVE_INFINITY;
  const go = (chosen: readonly Name[], cost: number): void => {
    if (cost >= least) return;
    const names = choices[chosen.length];
    if (!names) {
      [best, least] = [chosen, cost];
      return;
    }
    for (const name of names) {
      const beside = chosen.reduce(
        (sum, other) =>
          sum + costBeside(name.semitones - other.semitones, name.fifths - other.fifths),
        0,
      );
      go([...chosen, name], cost + name.cost + beside);
    }
  };
  go([], 0);
  return best;
}
