import { parseCallout } from "@intonazione/core/callout";
import { USUAL_STYLE } from "@intonazione/core/neck";
import { parseKey } from "@intonazione/core/pitch";
import { demoSongs } from "@intonazione/demo";
import { describe, expect, it } from "vitest";
import { contextOf } from "@/open-song/derived";
import { songOf } from "@/open-song/open-song.test-kit";
import { signatureOf, staffVoices, type StaffNote } from "@intonazione/core/strip";

const song = songOf([]);
const context = contextOf(song.parts[0]!, song, USUAL_STYLE);
const voices = (text: string) =>
  staffVoices(parseCallout(text, context, () => `x${Math.random()}`).bars[0]!);
const said = ({ keys, value, dots, isRest, isCross, isGrace, isTied, isSlurred }: StaffNote) =>
  [
    isRest ? "rest" : isCross ? "cross" : keys.join("+"),
    value + ".".repeat(dots),
    ...(isGrace ? ["grace"] : []),
    ...(isTied ? ["tied"] : []),
    ...(isSlurred ? ["slurred"] : []),
  ].join(" ");

describe("a bar on the staff", () => {
  it.each([
    ["'4 E0 e0", ["e/3 4", "e/5 4"]],
    ["'8. A0+D2+G2 '16 -", ["a/3+e/4+a/4 8.", "rest 16"]],
    ["'8t A2 A3 A4 '4 Ax", ["b/3 8", "c/4 8", "c#/4 8", "cross 4"]],
    ["'2 A0 ~", ["a/3 2", "a/3 2 tied"]],
    ["A0h2 grace[A2] hA3", ["a/3 8", "b/3 8 slurred", "b/3 32 grace", "c/4 8 slurred"]],
    ["'5/16 A0 hit", ["a/3 4", "cross 4"]],
  ])("%s: %j", (text, notes) => {
    expect(voices(text)[0]!.notes.map(said)).toEqual(notes);
  });

  it("brackets tuplets, and has a voice of its own for what sounds below", () => {
    const [upper, lower] = voices("under['1 E0] '8t A0 A2 A3 '4 D0 '16t5 D0 D2 D0 D2 D0 '4 D0");
    expect(upper!.tuplets).toEqual([
      { first: 0, last: 2, actual: 3 },
      { first: 4, last: 8, actual: 5 },
    ]);
    expect(lower!.notes.map(said)).toEqual(["e/3 1"]);
    expect(voices("E0")).toHaveLength(1);
  });

  it("has a head for every event of the demo studio", () => {
    for (const demo of demoSongs()) {
      for (const { bars } of demo.lines) {
        for (const bar of bars) {
          const [upper] = staffVoices(bar);
          expect(upper!.notes.map(({ eventId }) => eventId)).toEqual(
            bar.events.map(({ id }) => id),
          );
          for (const { keys, isRest } of upper!.notes) expect(keys.length > 0).toBe(!isRest);
        }
      }
    }
  });

  it.each([
    ["E minor", "Em"],
    ["Bb major", "Bb"],
    ["F# minor", "F#m"],
  ])("is signed by %s as %s", (text, signature) => {
    const key = parseKey(text);
    expect(key.ok && signatureOf(key.value)).toBe(signature);
  });
});
