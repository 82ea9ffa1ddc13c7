import { compare, subtract, toNumber, type Fraction } from "../../rhythm/fraction";
import type { MidiChannel, MidiNote } from "./midi-notes";
import type { HeardNote } from "./written-ends";

/** Notes that begin together, from the start of the piece, in whole notes. */
export interface Strike {
  readonly onset: Fraction;
  readonly notes: readonly StruckNote[];
}

export interface StruckNote {
  readonly note: MidiNote;
  readonly channel: MidiChannel;
  /** In whole notes. */
  readonly heard: number;
  /** Where it ends on a grid that somebody wished for; else its end is chosen for reading. */
  readonly end: Fraction | undefined;
}

/** Notes by their onsets, in order. */
export function strikesOf(
  notes: readonly (StruckNote & { readonly onset: Fraction })[],
): readonly Strike[] {
  const byOnset = new Map<string, { onset: Fraction; notes: StruckNote[] }>();
  for (const one of notes) {
    const key = `${one.onset.num}/${one.onset.den}`;
    const strike = byOnset.get(key) ?? { onset: one.onset, notes: [] };
    strike.notes.push(one);
    byOnset.set(key, strike);
  }
  return [...byOnset.values()].sort((a, b) => compare(a.onset, b.onset));
}

/** A little overlap is how fingers let go: so much in whole notes, or this share of the time between. */
const [SLACK, SLACK_SHARE] = [1 / 64, 0.3];

/** What sounds on under the next notes goes to a second voice while that is free. */
export function twoVoices(strikes: readonly Strike[], isClean: boolean) {
  const main: Strike[] = [];
  const second: Strike[] = [];
  let shortened = 0;
  for (const [index, strike] of strikes.entries()) {
    const next = strikes[index + 1]?.onset;
    const between = next ? toNumber(subtract(next, strike.onset)) : 0;
    const slack = isClean ? SLACK : Math.max(SLACK, SLACK_SHARE * between);
    const isLong = (one: StruckNote) => next && endOf(strike, one) - toNumber(next) > slack;
    const held = strike.notes.filter(isLong);
    const before = second.at(-1);
    const isFree = !before || lastEnd(before) <= toNumber(strike.onset) + SLACK;
    if (held.length === 0 || !isFree) {
      shortened += held.length;
      main.push(strike);
      continue;
    }
    second.push({ onset: strike.onset, notes: held });
    const rest = strike.notes.filter((note) => !isLong(note));
    if (rest.length > 0) main.push({ onset: strike.onset, notes: rest });
  }
  return { main, second, shortened };
}

/** When a note ends, in whole notes from the start of the piece. */
function endOf({ onset }: Strike, { heard, end }: StruckNote): number {
  return end ? toNumber(end) : toNumber(onset) + heard;
}

/** When the last of its notes ends, in whole notes from the start of the piece. */
export function lastEnd(strike: Strike): number {
  return strike.notes.reduce((last, note) => Math.max(last, endOf(strike, note)), 0);
}

/** How long a strike sounds, before the next one of its voice. */
export function heardIn(strike: Strike, next: Fraction | undefined): HeardNote {
  const { onset } = strike;
  return { onset, heard: lastEnd(strike) - toNumber(onset), next };
}
