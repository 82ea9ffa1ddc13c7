import { CHORD_TONES, type Chord, type ChordQuality } from "../pitch/chord";
import {
  fifthsOf,
  nearestFifths,
  pitchClassAtFifths,
  plainNameAtFifths,
  signatureOf,
  type Key,
} from "../pitch/key";
import { displayPitchClass, type PitchClass } from "../pitch/pitch";
import { listInWords } from "../foundation/list-words";
import { semitonesOfFifths } from "./scale";
import { CHORD_PRIORS } from "./chord-naming.data";

/** One way to read what sounds as a chord. */
export interface ChordReading {
  readonly chord: Chord;
  /** 0–1; readings of one sound compare, nothing else does. */
  readonly score: number;
  /** In words: what is left out, which inversion, what speaks for it. */
  readonly reasons: readonly string[];
}

export interface ChordContext {
  /** The sounding key; it spells the names and prefers chords of its own. */
  readonly key?: Key;
  /** What another part plays below: a pitch class, 0–11. */
  readonly bassBelow?: number;
  /** The names of the notes where they are known, by pitch class. */
  readonly names?: ReadonlyMap<number, PitchClass>;
}

/** More different notes than this are a cluster, and no chord. */
const MOST_CLASSES = 7;
const MOST_READINGS = 8;
const LEAST_SCORE = 0.25;
/** Other readings below this are far-fetched. */
const LEAST_OF_OTHERS = 0.45;

/** What speaks against a reading, in points of its score; judgements. */
const AGAINST = {
  noFifth: 0.06,
  noFifthOfTriad: 0.3,
  noThird: 0.3,
  noExtension: 0.05,
  noRoot: 0.32,
  thirdInBass: 0.09,
  fifthInBass: 0.11,
  seventhInBass: 0.15,
  otherInBass: 0.2,
  foreignBass: 0.24,
  outOfKey: 0.06,
} as const;

/**
 * What a sound is called, the likeliest first. Every root and every quality of `CHORD_TONES` is tried
 * against the pitch classes that sound: a reading has to explain all of them, a bass that is not of
 * the chord excepted; what it leaves out, and what stands in the bass, counts against it.
 * @param midis Sounding, any order; the lowest is the bass.
 * @returns empty for a single pitch class, and for clusters of more than seven.
 * @example formatChord(nameChord([48, 52, 55, 59])[0].chord) // "Cmaj7"
 */
export function nameChord(
  midis: readonly number[],
  context: ChordContext = {},
): readonly ChordReading[] {
  const lowest = midis.length > 0 ? Math.min(...midis) % 12 : 0;
  const own = new Set(midis.map((one) => one % 12));
  const bass = context.bassBelow ?? lowest;
  const classes = new Set([...own, bass]);
  if (own.size === 0 || classes.size < 2 || classes.size > MOST_CLASSES) return [];
  const readings: Rated[] = [];
  for (let root = 0; root < 12; root++) {
    for (const quality of QUALITIES) {
      const rated = rate({ root, quality, bass, classes, context });
      if (rated && rated.score >= LEAST_SCORE) readings.push(rated);
    }
  }
  readings.sort((a, b) => b.score - a.score || a.root - b.root);
  const best: Rated[] = [];
  for (const reading of readings) {
    // The same root once more, as a poorer name of the same sound, tells nothing.
    const isTold = best.some(({ root }) => root === reading.root);
    if (best.length > 0 && reading.score < LEAST_OF_OTHERS) break;
    if (!isTold || (best.length < 3 && best[0]!.score - reading.score < 0.2)) best.push(reading);
    if (best.length === MOST_READINGS) break;
  }
  return best.map(readingOf);
}

const QUALITIES = Object.keys(CHORD_TONES) as ChordQuality[];
const TONES = new Map(QUALITIES.map((quality) => [quality, new Set<number>(CHORD_TONES[quality])]));

interface Question {
  readonly root: number;
  readonly quality: ChordQuality;
  readonly bass: number;
  readonly classes: ReadonlySet<number>;
  readonly context: ChordContext;
}

interface Rated extends Question {
  readonly score: number;
  readonly missing: readonly number[];
}

function rate(question: Question): Rated | undefined {
  const { root, quality, bass, classes, context } = question;
  const tones = TONES.get(quality)!;
  const bassStep = (bass - root + 12) % 12;
  const isForeign = !tones.has(bassStep);
  for (const chroma of classes) {
    const step = (chroma - root + 12) % 12;
    if (!tones.has(step) && !(isForeign && chroma === bass)) return undefined;
  }
  // A foreign bass stands below a chord that is there by itself.
  if (isForeign && classes.size < 4) return undefined;
  const has = (step: number) => classes.has((root + step) % 12);
  const missing = [...tones].filter((step) => !has(step));
  if (isForeign && missing.length > 0) return undefined;
  const sounding = tones.size - missing.length;
  if (sounding < 2 || (classes.size === 2 && !isDoubleStop(missing, classes))) return undefined;
  let against = CHORD_PRIORS[quality];
  for (const step of missing) {
    const cost = costOfMissing(step, quality);
    if (cost === undefined) return undefined;
    against += cost;
  }
  against += isForeign ? AGAINST.foreignBass : costOfBass(bassStep, quality);
  if (context.key && !isOfKey(root, tones, context.key)) against += AGAINST.outOfKey;
  return { ...question, score: 1 - against, missing };
}

/**
 * Two notes stand for a chord by their root, or as its third and seventh, a tritone apart; two notes
 * a semitone or a whole tone apart stand for none.
 */
function isDoubleStop(missing: readonly number[], classes: ReadonlySet<number>): boolean {
  const [one, other] = [...classes] as [number, number];
  const apart = Math.min((one - other + 12) % 12, (other - one + 12) % 12);
  return apart > 2 && (apart === 6 || !missing.includes(0) || missing.length === 1);
}

/** Which tones a chord may go without, and what that costs; undefined where it may not. */
function costOfMissing(step: number, quality: ChordQuality): number | undefined {
  const isTriad = CHORD_TONES[quality].length === 3;
  switch (toneOf(step, quality)) {
    case "root":
      return quality === "5" ? undefined : AGAINST.noRoot;
    case "third":
      return hasSeventh(quality) ? AGAINST.noThird : undefined;
    case "fifth":
      // A double stop of a third implies its triad; a suspended one needs all it has.
      if (isTriad) return quality === "" || quality === "m" ? AGAINST.noFifthOfTriad : undefined;
      return quality === "5" ? undefined : AGAINST.noFifth;
    case "extension":
      return AGAINST.noExtension;
    case "seventh":
    case "colour":
      return undefined;
  }
}

function hasSeventh(quality: ChordQuality): boolean {
  return CHORD_TONES[quality].some((tone) => tone === 10 || tone === 11);
}

type Tone = "root" | "third" | "fifth" | "seventh" | "extension" | "colour";

/** What a chord is not itself without is its colour: the fourth of a sus4, the altered fifth. */
function toneOf(step: number, quality: ChordQuality): Tone {
  if (step === 0) return "root";
  if (step === 7) return "fifth";
  if (step === 4 || (step === 3 && quality !== "7#9")) return "third";
  if (step === 10 || step === 11) return "seventh";
  // The ninth of an eleventh, the ninth and eleventh of a thirteenth may go.
  const isEleventh = /^(?:m|maj)?11$/u.test(quality);
  const isThirteenth = /^(?:m|maj)?13(?:sus4)?$/u.test(quality);
  return step === 2 && (isEleventh || isThirteenth) ? "extension" : "colour";
}

function costOfBass(step: number, quality: ChordQuality): number {
  if (step === 0) return 0;
  if (step === 3 || step === 4) return AGAINST.thirdInBass;
  if (step === 6 || step === 7 || step === 8) return AGAINST.fifthInBass;
  if (step === 10 || step === 11) return AGAINST.seventhInBass;
  return quality.startsWith("sus") ? AGAINST.fifthInBass : AGAINST.otherInBass;
}

function isOfKey(root: number, tones: ReadonlySet<number>, { tonic, mode }: Key): boolean {
  const base = semitonesOfFifths(fifthsOf(tonic));
  const scale = mode === "major" ? [0, 2, 4, 5, 7, 9, 11] : [0, 2, 3, 5, 7, 8, 10, 11];
  return [...tones].every((step) => scale.includes((root + step - base + 24) % 12));
}

function readingOf(rated: Rated): ChordReading {
  const { root, quality, bass, score, context } = rated;
  const rootName = nameOf(root, context);
  const bassName =
    bass === root ? undefined : (context.names?.get(bass) ?? toneName(rated, rootName));
  const chord: Chord = { root: rootName, quality, ...(bassName && { bass: bassName }) };
  return { chord, score: Math.round(1000 * score) / 1000, reasons: reasonsFor(chord, rated) };
}

/** A root by its own name where it has one, else by the key, else with the fewest signs. */
function nameOf(chroma: number, { key, names }: ChordContext): PitchClass {
  const own = names?.get(chroma);
  if (own) return own;
  const middle = key ? signatureOf(key) + 2 : 1.5;
  return pitchClassAtFifths(nearestFifths(chroma, middle));
}

/** Names in the bass follow the root by their interval; what would take a double sign, its neighbour's. */
function toneName({ root, quality, bass }: Rated, rootName: PitchClass): PitchClass {
  const step = (bass - root + 12) % 12;
  return plainNameAtFifths(fifthsOf(rootName) + fifthsOfTone(step, quality));
}

/** Fifths from the root of a chord tone: its third as a third, its ♯11 as a raised fourth. */
function fifthsOfTone(step: number, quality: ChordQuality): number {
  if (step === 3 && quality === "7#9") return 9;
  if (step === 6 && quality.includes("#11")) return 6;
  if (step === 8 && /aug|#5/u.test(quality)) return 8;
  if (step === 9 && quality === "dim7") return -9;
  return [0, -5, 2, -3, 4, -1, -6, 1, -4, 3, -2, 5][step]!;
}

const STEP_WORDS: Readonly<Record<number, string>> = {
  0: "root",
  2: "ninth",
  3: "minor third",
  4: "major third",
  5: "eleventh",
  7: "fifth",
  9: "thirteenth",
  10: "seventh",
  11: "seventh",
};

function reasonsFor(
  chord: Chord,
  { root, quality, bass, missing, context }: Rated,
): readonly string[] {
  const reasons: string[] = [];
  const step = (bass - root + 12) % 12;
  const bassName = displayPitchClass(chord.bass ?? chord.root);
  const isOther = context.bassBelow !== undefined;
  if (step === 0) {
    reasons.push(isOther ? "the other part plays its root" : "its root is the lowest note");
  } else if (TONES.get(quality)!.has(step)) {
    reasons.push(`${inversionInWords(step)}: ${bassName} is the lowest`);
  } else reasons.push(`over ${bassName}, which is not of the chord`);
  if (missing.length === 0) reasons.push("all of its notes sound");
  else {
    const left = missing.map((one) => STEP_WORDS[one] ?? "altered note");
    reasons.push(`without its ${listInWords(left)}`);
  }
  if (context.key && isOfKey(root, TONES.get(quality)!, context.key)) {
    reasons.push("its notes are of the key");
  }
  return reasons;
}

function inversionInWords(step: number): string {
  if (step === 3 || step === 4) return "first inversion";
  if (step >= 6 && step <= 8) return "second inversion";
  return step >= 10 ? "third inversion" : "inverted";
}
