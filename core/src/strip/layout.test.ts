import { demoSongs } from "@intonazione/demo";
import { fraction, type Metre } from "@intonazione/core/rhythm";
import { fret } from "@intonazione/core/neck";
import {
  barsOfPart,
  framesOf,
  withEvents,
  withNotes,
  type Bar,
  type LineEvent,
} from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { layBar, layRows, layRowsTogether } from "./layout";
import { COMPACT, USUAL } from "./spacing";

const FOUR: Metre = { beats: 4, unit: 4 };
const frameIn = (metre: Metre) => framesOf([], { metre, tempoBpm: 96 }, 1)[0]!;
const rest = (num: number, den: number): LineEvent => ({
  kind: "rest",
  id: `${num}/${den}`,
  duration: fraction(num, den),
});
const bar = (...events: LineEvent[]): Bar => ({ events });
const counts = (one: Bar, metre = FOUR) =>
  layBar(one, 400, frameIn(metre)).counts.map(({ text, isHeld }) => (isHeld ? `(${text})` : text));

describe("the layout of a strip", () => {
  it("keeps every bar and every event, in order, inside its row", () => {
    for (const song of demoSongs()) {
      for (const part of song.parts) {
        const bars = barsOfPart(song, part.id);
        for (const width of [320, 760, 1900]) {
          const rows = layRows(bars, width, framesOf([], song, bars.length));
          const boxes = rows.flatMap((row) => row.bars);
          expect(boxes.map(({ box }) => box.bar)).toEqual(bars);
          for (const row of rows) {
            const end = row.bars.at(-1)!;
            if (row.bars.length > 1) expect(end.x + end.box.width).toBeLessThanOrEqual(width + 0.1);
            for (const { box } of row.bars) {
              const xs = [0, ...box.events.map(({ x }) => x), box.width];
              expect(xs).toEqual([...xs].sort((a, b) => a - b));
            }
          }
        }
      }
    }
  });

  it("presses four bars of eighth notes into half a screen, where versions are compared", () => {
    const eighths = Array.from({ length: 8 }, () => rest(1, 8));
    const bars = Array.from({ length: 4 }, () => bar(...eighths));
    const frames = framesOf([], { metre: FOUR, tempoBpm: 96 }, 4);
    expect(layRows(bars, 440, frames, COMPACT)).toHaveLength(1);
    expect(layRows(bars, 440, frames, USUAL).length).toBeGreaterThan(2);
  });

  it("breaks versions that are compared at the same bars, each as wide as the others", () => {
    const high = (one: Bar): Bar =>
      withEvents(one, (event) =>
        withNotes(event, (note) =>
          note.kind === "pitched" && note.place
            ? { ...note, place: { ...note.place, fret: fret(note.place.fret + 10) } }
            : note,
        ),
      );
    for (const song of demoSongs()) {
      const bars = barsOfPart(song, song.parts[0]!.id);
      const frames = framesOf([], song, bars.length);
      for (const width of [240, 440, 620]) {
        const [one, other] = layRowsTogether([bars, bars.map(high)], width, frames, COMPACT);
        const edges = (rows: typeof one) =>
          rows!.map((row) => row.bars.map(({ x, box }) => [x, box.width].map(Math.round)));
        expect(edges(one)).toEqual(edges(other));
        expect(one!.flatMap((row) => row.bars.map(({ box }) => box.bar))).toEqual(bars);
      }
    }
  });

  it("counts nothing and weighs nothing while nobody said how long notes last", () => {
    const unsaid: LineEvent = { ...rest(1, 8), lengthUnknown: true };
    expect(counts(bar(rest(1, 2), unsaid))).toEqual(["?", "?"]);
    expect(layBar(bar(rest(1, 2), unsaid), 400, frameIn(FOUR)).balance).toBeUndefined();
    expect(layBar(bar(rest(1, 2)), 400, frameIn(FOUR)).balance?.text).toBe("half too short");
  });

  it("counts what begins, and softly the beats that are held", () => {
    expect(counts(bar(rest(1, 8), rest(1, 8), rest(3, 4)))).toEqual(["1", "&", "2", "(3)", "(4)"]);
    expect(counts(bar(rest(3, 8), rest(3, 8)), { beats: 6, unit: 8 })).toEqual([
      "1",
      "4",
      "(2)",
      "(3)",
      "(5)",
      "(6)",
    ]);
  });

  it.each([
    [bar(rest(1, 2), rest(1, 2)), undefined],
    [bar(rest(1, 2), rest(3, 8)), "eighth too short"],
    [bar(rest(1, 1), rest(1, 16)), "sixteenth too long"],
    [bar(rest(1, 1), rest(5, 16)), "5/16 too long"],
  ])("says at the bar what does not add up", (one, text) => {
    expect(layBar(one, 300, frameIn(FOUR)).balance?.text).toBe(text);
  });
});
