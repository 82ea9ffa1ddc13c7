import { FIRST_BAR } from "../foundation/bar-index";
import type { Finding } from "../foundation/finding";
import { compare } from "../rhythm/fraction";
import { barLength } from "../rhythm/metre";
import type { LineEvent } from "../score/event";
import type { BarFrame, BarMark } from "../score/frame";
import { assemble } from "./assemble";
import { CalloutParser } from "./callout-parser";
import type { CalloutContext } from "./context";
import type { Item } from "./item";
import { sayChord, sayMark } from "./print-bar";

/** What one bar says to all parts, without its music. */
export type BarWords = Omit<BarMark, "bar">;

export interface BarWordsReading {
  readonly words: BarWords;
  readonly findings: readonly Finding[];
}

const OF_ALL_PARTS: ReadonlySet<Item["kind"]> = new Set(["metre", "tempo", "from", "chord"]);

/** Says it as a call-out does: `in 7/8 at 120 {Dm} {G@3}`. The inverse of `readBarWords`. */
export function sayBarWords(words: BarWords, frame: BarFrame): string {
  const chords = (words.chords ?? []).map((chord) =>
    sayChord(chord, compare(chord.at, frame.from) === 0 ? undefined : frame.metre),
  );
  return [...sayMark({ ...words, bar: FIRST_BAR }, frame), ...chords].join(" ");
}

/**
 * Reads what a bar says to all parts; notes and bar lines among it are slips.
 * @param before What is understood without it: metre and tempo of the bar before.
 */
export function readBarWords(text: string, before: CalloutContext): BarWordsReading {
  const parser = new CalloutParser(text, { ...before, marks: [] }, () => "");
  const { items } = parser.run();
  const { scanner } = parser;
  const words = items.filter(({ kind }) => OF_ALL_PARTS.has(kind));
  if (words.length < items.length) {
    const message = "a bar says metre, tempo, pick-up and chords; notes are written on the strip";
    scanner.report("notes-in-bar-words", 0, message);
  }
  const duration = barLength(before.metre);
  const silence: LineEvent = { kind: "rest", id: "", duration };
  const { marks } = assemble(
    [...words, { kind: "event", event: silence }],
    { ...before, marks: [] },
    (code, { start, length }, message) => scanner.reportAt(code, { start, length }, message),
  );
  const { bar: _, ...said } = marks.find(({ bar }) => bar === 0) ?? { bar: 0 };
  return { words: said, findings: scanner.findings };
}
