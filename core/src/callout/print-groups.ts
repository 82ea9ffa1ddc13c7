import type { LineEvent } from "../score/event";
import { groupWordsOf } from "./print-note";

/** Said by brackets even of a single event, as they were always said. */
const ALWAYS: ReadonlySet<string> = new Set(["pm", "ring", "slidebar"]);

/** Some events in a row that have a word in common. */
interface Run {
  readonly word: string;
  readonly from: number;
  /** Behind the last one. */
  readonly to: number;
}

/**
 * The brackets that each event stands in, as they open, from the outside in: the grace's, the palm's,
 * and those that are shorter than their word behind every single event.
 */
export function groupsOf(events: readonly LineEvent[]): readonly (readonly string[])[] {
  const words = events.map(groupWordsOf);
  const runs = runsOf(words).filter(isShorter);
  return events.map((event, index) => {
    const inside = runs.filter(({ from, to }) => from <= index && index < to);
    const ordered = inside.sort(byReach).map(({ word }) => `${word}[`);
    const isGrace = event.kind === "notes" && event.grace;
    const grace = isGrace ? [event.grace === "before" ? "grace[" : "grace-on["] : [];
    return [...grace, ...ordered];
  });
}

function runsOf(words: readonly (readonly string[])[]): Run[] {
  const runs: Run[] = [];
  for (const word of new Set(words.flat())) {
    for (let from = 0; from < words.length; from++) {
      if (!words[from]!.includes(word)) continue;
      let to = from;
      while (words[to]?.includes(word)) to++;
      runs.push({ word, from, to });
      from = to;
    }
  }
  return runs;
}

/** `slap[E0 E0]` against `E0.slap E0.slap`; a vibrato needs no dot. */
function isShorter({ word, from, to }: Run): boolean {
  if (ALWAYS.has(word)) return true;
  const behind = word === "v" || word === "vv" ? word.length : word.length + 1;
  return word.length + 2 < behind * (to - from);
}

/** The palm outside, then what reaches farther, then what begins earlier. */
function byReach(one: Run, other: Run): number {
  const rank = ({ word }: Run) =>
    word === "pm" ? 0 : word === "ring" ? 1 : word === "slidebar" ? 2 : 3;
  return (
    rank(one) - rank(other) ||
    other.to - other.from - (one.to - one.from) ||
    one.from - other.from ||
    (one.word < other.word ? -1 : 1)
  );
}
