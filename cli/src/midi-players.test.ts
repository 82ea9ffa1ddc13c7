import { writeMidi } from "@intonazione/core/formats/midi";
import { DEMO_SONGS, demoSong } from "@intonazione/demo";
import { describe, expect, it } from "vitest";
import { file, run } from "./cli.test-kit";

describe("players of a MIDI file", () => {
  const midi = file("kettle.mid", writeMidi(demoSong(DEMO_SONGS[1]!)));

  it("are chosen by their number, and the grid by its steps", async () => {
    const all = await run("read", midi);
    const { voices } = all.json() as unknown as { voices: { name: string; taken: boolean }[] };
    expect(voices.map(({ taken }) => taken)).toEqual(voices.map(() => true));
    const bass = voices.findIndex(({ name }) => name === "Bass");
    const one = await run("read", midi, "--voices", String(bass + 1), "--grid", "4");
    expect(one.json().parts.map(({ name }) => name)).toEqual(["Bass"]);
    expect(
      one
        .json()
        .findings.map(({ message }) => message)
        .join(),
    ).toContain("were not taken");
  });

  it.each([
    [["--voices", "9"], /--voices must be 1–2, got 9/u],
    [["--voices", "first"], /--voices must be numbers like 1,3, got first/u],
    [["--grid", "fine"], /--grid must be auto, exact, or 1–32 steps a quarter note, got fine/u],
  ])("are refused where they cannot be meant: %j", async (options, complaint) => {
    const { code, complaints } = await run("read", midi, ...options);
    expect([code, complaints]).toEqual([2, expect.stringMatching(complaint)]);
  });
});
