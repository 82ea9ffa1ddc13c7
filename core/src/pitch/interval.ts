import { fifthsOf } from "./key";
import { midiOf, type Pitch } from "./pitch";

/** From a lower pitch up to a higher one, by their names. */
export interface Interval {
  /** Within one octave, an octave itself as P8: `m3`, `A4`, `P5`. */
  readonly name: string;
  /** How many whole octaves lie beyond that. */
  readonly octaves: number;
  readonly semitones: number;
}

const STEPS = "CDEFGAB";

/**
 * The interval between two pitches, whichever is higher, named by the letters and measured along the
 * line of fifths: a third is one whether it is written B♭–D or A♯–C𝄪.
 * @example intervalBetween(pitch("E3"), pitch("G3")).name // "m3"
 */
export function intervalBetween(one: Pitch, other: Pitch): Interval {
  const place = ({ step, octave }: Pitch) => 7 * octave + STEPS.indexOf(step);
  const [low, high] =
    place(one) < place(other) || (place(one) === place(other) && midiOf(one) <= midiOf(other))
      ? [one, other]
      : [other, one];
  const steps = place(high) - place(low);
  const octaves = steps === 0 ? 0 : Math.floor((steps - 1) / 7);
  const number = steps - 7 * octaves + 1;
  const semitones = midiOf(high) - midiOf(low);
  return { name: qualityAt(fifthsOf(high) - fifthsOf(low)) + number, octaves, semitones };
}

/** −1 to 1 are perfect, 2 to 5 major, −5 to −2 minor; seven further each way another degree of tension. */
function qualityAt(fifths: number): string {
  if (fifths > 5) return "A".repeat(Math.ceil((fifths - 5) / 7));
  if (fifths < -5) return "d".repeat(Math.ceil((-5 - fifths) / 7));
  if (Math.abs(fifths) < 2) return "P";
  return fifths > 0 ? "M" : "m";
}

const NUMBER_WORDS = ["unison", "second", "third", "fourth", "fifth", "sixth", "seventh", "octave"];
const QUALITY_WORDS: Readonly<Record<string, string>> = {
  M: "major",
  m: "minor",
  A: "augmented",
  d: "diminished",
};

/** @example intervalInWords(intervalBetween(pitch("E3"), pitch("G4"))) // "minor third and an octave" */
export function intervalInWords({ name, octaves }: Pick<Interval, "name" | "octaves">): string {
  const number = NUMBER_WORDS[Number(name.at(-1)) - 1] ?? "interval";
  const quality = QUALITY_WORDS[name[0]!];
  const own = quality ? `${quality} ${number}` : number;
  if (octaves === 0) return own;
  if (number === "octave") return `${octaves + 1} octaves`;
  return `${own} and ${octaves === 1 ? "an octave" : `${octaves} octaves`}`;
}
