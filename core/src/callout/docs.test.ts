import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { NO_CAPO } from "../instrument/capo";
import { usualInstrument } from "../instrument/instrument";
import { tuningById } from "../instrument/tuning-library";
import { USUAL_STYLE } from "../neck/place-names";
import { eventsOf } from "../score/bar";
import { notesOf } from "../score/event";
import { parseDuration } from "../rhythm/duration";
import { calloutContext } from "./context";
import { parseCallout } from "./parse-callout";
import { printCallout } from "./print-callout";

/** What the page on call-outs says is what the reader does. */
const page = readFileSync(join(import.meta.dirname, "../../../docs/callout.md"), "utf8");
const context = calloutContext(
  { instrument: usualInstrument(tuningById("standard"), "Guitar"), capo: NO_CAPO },
  {
    key: { tonic: { step: "E", alter: 0 }, mode: "minor" },
    metre: { beats: 4, unit: 4 },
    tempoBpm: 96,
  },
  USUAL_STYLE,
);
const read = (text: string) => parseCallout(text, context, () => "id");
const slips = (text: string) => read(text).findings.filter(({ severity }) => severity === "error");

const examples = /## Whole examples\s+```\n([\s\S]*?)```/u.exec(page)![1]!.trim().split("\n");
/** Everything in the first column of the tables of notes and techniques. */
const words = [...page.matchAll(/^\| (`.+?) \|/gmu)].flatMap(([, cell]) =>
  [...cell!.matchAll(/`([^`]+)`/gu)].map(([, word]) => word!.replaceAll("\\|", "|")),
);

/** Phrases as a newcomer types them: the words, how many notes, characters a note. */
const phrases = [...page.matchAll(/^\| `(.+)` +\| (\d+) +\| ([\d.]+) +\|$/gmu)].map(
  ([, typed, notes, each]) => [typed!.replaceAll("\\|", "|"), Number(notes), each!] as const,
);

describe("docs/callout.md", () => {
  it.each(examples)("has a whole example that fills its bars: %s", (example) => {
    const { bars, findings } = read(example);
    expect(findings).toEqual([]);
    expect(read(printCallout(bars, context)).bars).toEqual(bars);
  });

  it("shows no word that would be a slip", () => {
    expect(words.length).toBeGreaterThan(30);
    const wrong = words.filter((word) => {
      if (/^'\S+$/u.test(word)) return word !== "'?" && !parseDuration(word.slice(1)).ok;
      // Links and a sticky stroke lean on what came before; a bend's sign on its note.
      if (/^(b[\d¼½¾/]*|\..+)$/u.test(word)) return slips(`D6${word}`).length > 0;
      return slips(/^[hps][A-G]|^x$/u.test(word) ? `D: 0 ${word}` : word).length > 0;
    });
    expect(wrong).toEqual([]);
  });

  it.each(phrases)("has a phrase that is typed in so few characters: %s", (typed, notes, each) => {
    const { bars, findings } = read(typed);
    expect(findings).toEqual([]);
    const count = eventsOf(bars).flatMap(notesOf).length;
    expect([count, (typed.length / count).toFixed(1)]).toEqual([notes, each]);
  });

  it("has twelve of them, shorter than four characters a note on the average", () => {
    const perNote = phrases.map(([, , each]) => Number(each));
    expect(perNote).toHaveLength(12);
    expect(perNote.reduce((sum, one) => sum + one, 0) / 12).toBeLessThan(4);
  });

  it("lists every code that a slip can have, and none that it cannot", () => {
    const listed = /A slip is an error[\s\S]*?Warnings/u.exec(page)![0];
    const codes = [...listed.matchAll(/`([a-z-]+)`/gu)].map(([, code]) => code!);
    const provoke: Readonly<Record<string, string>> = {
      unexpected: "E0 Q",
      "string-expected": "7",
      "fret-expected": "E:x A: E",
      "fret-out-of-range": "E41",
      "string-taken": "E0+E3",
      "note-value-unknown": "'9 E0",
      "group-open": "( E0",
      "group-not-open": "E0 )x2",
      "repeat-count": "( E0 )",
      "bend-unknown": "D6b9",
      "bend-out-of-reach": "E1b>A5",
      "metre-unknown": "in 0/4 E0",
      "tempo-out-of-range": "at 0 E0",
      "moment-unknown": "from 5 E0",
      "chord-unknown": "{Hm} E0",
      "chord-over-nothing": "E0 | {Dm}",
      "words-open": '"softly E0',
      "words-too-long": `"${"la ".repeat(200)}" E0`,
      "words-on-nothing": 'E0 "softly"',
      "not-in-here": "under[E0 | E0] A0",
      "rest-in-grace": "grace[-] E0",
      "word-out-of-place": "-.acc",
      "word-unknown": "E0.loud",
      "nothing-to-repeat": "=",
      "tie-to-nothing": "- ~",
      "harmonic-unknown": "E1.harm",
      "trill-out-of-range": "A5tr5",
      "pitch-expected": "@H3",
      "chain-in-chord": "A5+D7h9",
      "too-long": "E0 ".repeat(40_000),
      "too-many-events": "( E0 E3 )x99 ".repeat(30),
      "too-many-bars": "'1 E0 ".repeat(2001),
      "grip-unknown": "hold[x3: A]",
      "bar-too-full": `${"E0 ".repeat(513)}| E0`,
    };
    expect([...codes].sort()).toEqual(Object.keys(provoke).sort());
    for (const [code, text] of Object.entries(provoke)) {
      if (code === "fret-expected") continue;
      expect(slips(text).map((slip) => slip.code)).toContain(code);
    }
  });
});
