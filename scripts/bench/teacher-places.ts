import { readFileSync } from "node:fs";
import type { AskedPhrase } from "../../cli/src/batch/asked";

/**
 * Phrases with the places that a teacher chose, as `place --batch` is asked for them, and what is
 * right in an answer: the same reckoning as the scorer that comes with such a set.
 */
export interface TaughtPhrase extends Omit<AskedPhrase, "events"> {
  readonly song: string;
  readonly kind: string;
  readonly events: readonly {
    readonly d: string;
    readonly notes: readonly (readonly [number, number | "x"])[];
    readonly t: readonly string[];
  }[];
  readonly also: readonly (readonly (readonly (readonly [number, number | "x"])[])[])[];
}

export type Places = readonly (readonly (readonly [number, number])[])[];

export const MODES = ["none", "of three", "around", "first", "both", "song"] as const;
export type Mode = (typeof MODES)[number];

export function readTaught(path: string): readonly TaughtPhrase[] {
  return JSON.parse(readFileSync(path, "utf8")) as TaughtPhrase[];
}

const STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

function openPitches(strings: string): readonly number[] {
  return strings.split(" ").map((name) => {
    const [, letter, sign, octave] = /^([A-G])([#b]?)(\d)$/u.exec(name)!;
    return STEPS[letter!]! + (sign === "#" ? 1 : sign === "b" ? -1 : 0) + 12 * (Number(octave) + 1);
  });
}

/** The sounding places, event by event, low pitches first. */
export function truthOf({ events, strings, capo }: TaughtPhrase): Places {
  const open = openPitches(strings);
  const pitch = ([string, fret]: readonly [number, number]) => open.at(-string)! + capo + fret;
  return events.map(({ notes }) =>
    notes
      .filter((note): note is [number, number] => note[1] !== "x")
      .sort((a, b) => pitch(a) - pitch(b) || b[0] - a[0]),
  );
}

export function bareOf(phrase: TaughtPhrase): AskedPhrase {
  const { id, strings, capo, instrument, tempo, metre, key } = phrase;
  const open = openPitches(strings);
  const events = phrase.events.map(({ d, notes, t }, index) => ({
    d,
    midi: truthOf(phrase)[index]!.map(([string, fret]) => open.at(-string)! + capo + fret),
    t: [...t, ...(notes.some(([, fret]) => fret === "x") ? ["dead"] : [])],
  }));
  return { id, strings, capo, instrument, tempo, metre, key, events };
}

export function askedIn(mode: Mode, phrases: readonly TaughtPhrase[]): readonly AskedPhrase[] {
  if (mode === "song") return songsAsked(phrases);
  return phrases.map((phrase) => {
    const truth = truthOf(phrase);
    const frets = truth
      .flat()
      .map(([, fret]) => fret)
      .filter((fret) => fret > 0)
      .sort((a, b) => a - b);
    const first = truth.find((places) => places.length > 0)![0]!;
    return {
      ...bareOf(phrase),
      ...(mode === "of three" && { alternatives: 3 }),
      ...((mode === "around" || mode === "both") && {
        around: frets[(frets.length - 1) >> 1] ?? 0,
      }),
      ...((mode === "first" || mode === "both") && {
        first: [first[0], first[1]] as [number, number],
      }),
    };
  });
}

function songsAsked(phrases: readonly TaughtPhrase[]): readonly AskedPhrase[] {
  const before = new Map<string, string>();
  return phrases.flatMap((phrase) => {
    const last = before.get(phrase.song);
    const item = { ...bareOf(phrase), ...(last !== undefined && { after: last }) };
    const id = `${phrase.id} (corrected)`;
    before.set(phrase.song, id);
    const places = truthOf(phrase).map((event) => event.map(([s, f]): [number, number] => [s, f]));
    return [item, { ...item, id, places }];
  });
}

export interface Judged {
  readonly right: number;
  readonly whole: boolean;
}

const codeOf = ([string, fret]: readonly [number, number]) => `${string}:${fret}`;
const asText = (places: Places) =>
  places.map((event) => event.map(codeOf).sort().join("+")).join(" ");

export function judged(phrase: TaughtPhrase, got: Places): Judged {
  const truth = truthOf(phrase);
  const others = phrase.also.map((way) =>
    way.map((event) => event.filter((note): note is [number, number] => note[1] !== "x")),
  );
  const text = asText(got);
  if ([truth, ...others].some((way) => asText(way) === text)) {
    return { right: truth.flat().length, whole: true };
  }
  let right = 0;
  for (const [index, event] of truth.entries()) {
    const codes = new Set((got[index] ?? []).map(codeOf));
    right += event.filter((place) => codes.has(codeOf(place))).length;
  }
  return { right, whole: false };
}
