import { describe, expect, it } from "vitest";
import { run } from "./cli.test-kit";

interface Understood {
  events: {
    notes: { string: number; fret: number | "x" }[];
    techniques: string[];
    duration: string | null;
    fingers: (number | null)[];
  }[];
  slips: { column: number; message: string }[];
  questions: { column: number; question: string; answers: string[] }[];
  callout: string;
  words: string;
}

const STRINGS = ["--strings", "E2 A2 D3 G3 B3 E4"];

async function say(...args: string[]): Promise<Understood> {
  const { out } = await run("say", ...args);
  return JSON.parse(out) as Understood;
}

describe("say", () => {
  it("gives events with what is done to them, lengths only where they were said", async () => {
    const { events, slips, questions, callout } = await say(
      "bend 9 on the G a half step with the third finger, then a quarter note on the open B",
      ...STRINGS,
    );
    expect(events).toEqual([
      { notes: [{ string: 3, fret: 9 }], techniques: ["bend 1/2"], duration: null, fingers: [3] },
      { notes: [{ string: 2, fret: 0 }], techniques: [], duration: "1/4", fingers: [null] },
    ]);
    expect([slips, questions]).toEqual([[], []]);
    expect(callout).toBe("'? G9b½.3 '4 B0");
  });

  it("understands its own words, and counts frets from the capo", async () => {
    const { words, callout } = await say("D3 D5h7, twice open A", ...STRINGS, "--capo", "2");
    const again = await say(words, ...STRINGS, "--capo", "2");
    expect(again.callout).toBe(callout);
  });

  it("asks with answers, and says where", async () => {
    const { questions, events } = await say("open D, 2, 4, three times", ...STRINGS);
    expect(questions).toEqual([
      {
        column: 15,
        question: "what comes 3 times?",
        answers: ["all 3 notes ×3", "the last note ×3"],
      },
    ]);
    expect(events).toHaveLength(3);
  });

  it("knows what was said before, and strings by the song's school", async () => {
    const same = await say("same thing two frets up", ...STRINGS, "--context", "A 3, A 5");
    expect(same.events.map(({ notes }) => notes[0]!.fret)).toEqual([5, 7]);
    const dropped = ["--strings", "D2 A2 D3 G3 B3 E4"];
    const actual = await say("low D 5, A 3", ...dropped, "--names", "actual");
    expect(actual.callout).toBe("'? D5 A3");
  });

  it.each([
    [["say", "open A"], "--strings"],
    [["say", ...STRINGS], "expected say"],
    [["say", "open A", ...STRINGS, "--names", "solfege"], "--names"],
  ])("refuses %j", async (args, why) => {
    const { code, complaints } = await run(...args);
    expect(code).toBe(2);
    expect(complaints).toContain(why);
  });
});
