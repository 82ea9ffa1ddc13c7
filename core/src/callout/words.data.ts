import type { EventTechnique, Pluck, Technique } from "../score/technique";

/** The words behind a dot, `A7.ghost`, and what they mean. Each meaning has one word. */

/** Techniques of one note that take no number. */
export const NOTE_WORDS: Readonly<Record<string, Technique>> = {
  ring: { kind: "let-ring" },
  ghost: { kind: "ghost" },
  mute: { kind: "fret-hand-mute" },
  harm: { kind: "natural-harmonic" },
  slidebar: { kind: "slide-bar" },
  slidein: { kind: "slide-in", from: "below" },
  "slidein-down": { kind: "slide-in", from: "above" },
  slideout: { kind: "slide-out", to: "below" },
  "slideout-up": { kind: "slide-out", to: "above" },
};

/** Techniques of a whole event that take no number. */
export const EVENT_WORDS: Readonly<Record<string, EventTechnique>> = {
  pm: { kind: "palm-mute" },
  stac: { kind: "staccato" },
  acc: { kind: "accent" },
  rake: { kind: "rake", stroke: "down" },
  "rake-up": { kind: "rake", stroke: "up" },
  arp: { kind: "arpeggio", stroke: "down" },
  "arp-up": { kind: "arpeggio", stroke: "up" },
  trem: { kind: "tremolo" },
};

export const PLUCK_WORDS: Readonly<Record<string, Pluck>> = {
  slap: "slap",
  pop: "pop",
  thumb: "thumb",
  p: "p",
  i: "i",
  m: "m",
  a: "a",
};

/** Whole steps as they stand behind a bend or the tremolo bar, and in cents. */
const BEND_SIGNS: Readonly<Record<string, number>> = {
  "¼": 50,
  "½": 100,
  "¾": 150,
  "1": 200,
  "1¼": 250,
  "1½": 300,
  "1¾": 350,
  "2": 400,
  "2¼": 450,
  "2½": 500,
  "2¾": 550,
  "3": 600,
};

const ASCII_SIGNS: Readonly<Record<string, number>> = {
  "1/4": 50,
  "1/2": 100,
  "3/4": 150,
  "3/2": 300,
  "5/2": 500,
};

/** The cents of an amount as people type it; the empty one is a whole step. */
export function centsOf(amount: string): number | undefined {
  return amount === "" ? 200 : (BEND_SIGNS[amount] ?? ASCII_SIGNS[amount]);
}

const SIGN_OF_CENTS = new Map(Object.entries(BEND_SIGNS).map(([sign, cents]) => [cents, sign]));

/** @throws RangeError unless `cents` is a multiple of 50 up to 600. */
export function signOfCents(cents: number): string {
  const sign = SIGN_OF_CENTS.get(cents);
  if (sign === undefined) throw new RangeError(`cents must be 50, 100 … 600, got ${cents}`);
  return sign;
}

/** The word of a meaning: the inverse of the tables above. */
export function wordOf<Meaning>(
  words: Readonly<Record<string, Meaning>>,
  meaning: Meaning,
): string | undefined {
  const wanted = JSON.stringify(meaning);
  return Object.keys(words).find((word) => JSON.stringify(words[word]) === wanted);
}

/** Three whole steps: more than any string gives way. */
export const MAX_BEND_CENTS = 600;
