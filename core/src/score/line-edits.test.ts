import { barIndex } from "../foundation/bar-index";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fraction, toNumber } from "../rhythm/fraction";
import { eventsOf, momentsOf, type Bar } from "./bar";
import type { LineEvent } from "./event";
import { framesOf, tidyMarks, type BarMark } from "./frame";
import {
  changeEvents,
  eventsBetween,
  insertAfter,
  removeEvents,
  toggleBarLine,
} from "./line-edits";
import { barKey } from "./merge-bars";
import { anyMarks, anySong, testId } from "./song.arbitraries";

const SONG = { metre: { beats: 4, unit: 4 }, tempoBpm: 96 } as const;
const anyLine = anySong.map((song) => song.lines[0]!.bars);
const rest = (): LineEvent => ({ kind: "rest", id: testId(), duration: fraction(1, 4) });
const idsOf = (bars: readonly Bar[]) => eventsOf(bars).map(({ id }) => id);
const upper = (bars: readonly Bar[]) => bars.flatMap(({ events }) => events);

describe("small changes of a line", () => {
  it("put in what can be taken out again", () => {
    fc.assert(
      fc.property(anyLine, fc.nat(), (bars, at) => {
        const events = eventsOf(bars);
        const anchor = events[at % events.length]!;
        const fresh = [rest(), rest()];
        const frames = framesOf([], SONG, bars.length);
        const longer = insertAfter(bars, frames, anchor.id, fresh);
        const ids = idsOf(longer);
        expect(ids.length).toBe(events.length + 2);
        const after = removeEvents(longer, new Set(fresh.map(({ id }) => id)));
        expect(after.map(barKey)).toEqual(bars.map(barKey));
        // The new ones stand right behind the anchor in its voice.
        const voice = upper(longer).some(({ id }) => id === anchor.id)
          ? upper(longer)
          : longer.flatMap(({ voiceTwo }) => voiceTwo ?? []);
        const index = voice.findIndex(({ id }) => id === anchor.id);
        expect(voice.slice(index + 1, index + 3)).toEqual(fresh);
      }),
    );
  });

  it("fill bar after bar at the end of a line, by the metre of each", () => {
    const beats = (bars: readonly Bar[]) =>
      bars.map(({ events }) => events.map(({ duration }) => 16 * toNumber(duration)).join(" "));
    const marks = [{ bar: barIndex(2), metre: { beats: 3, unit: 4 } }];
    const quarters = (count: number) => Array.from({ length: count }, rest);
    const filled = (bars: readonly Bar[], fresh: readonly LineEvent[]) =>
      beats(insertAfter(bars, framesOf(marks, SONG, 9), upper(bars).at(-1)?.id, fresh));
    expect(filled([], quarters(5))).toEqual(["4 4 4 4", "4"]);
    expect(filled([{ events: quarters(3) }], quarters(10))).toEqual([
      "4 4 4 4",
      "4 4 4 4",
      "4 4 4",
      "4 4",
    ]);
    // What does not fit any more overflows visibly; only what comes behind it goes on.
    const half = { ...rest(), duration: fraction(1, 2) };
    expect(filled([{ events: quarters(3) }], [half, half])).toEqual(["4 4 4 8", "8"]);
    expect(filled([{ events: quarters(4) }], [half])).toEqual(["4 4 4 4", "8"]);
  });

  it("draw a bar line and take it away, and lose no event", () => {
    fc.assert(
      fc.property(anyLine, fc.nat(), (bars, at) => {
        const events = upper(bars);
        const chosen = events[at % events.length]!;
        const once = toggleBarLine(bars, chosen.id);
        expect(upper(once)).toEqual(events);
        if (once === bars) return;
        const isFirst = bars.some((bar) => bar.events[0]?.id === chosen.id);
        expect(once.length).toBe(bars.length + (isFirst ? -1 : 1));
        const twice = toggleBarLine(once, chosen.id);
        if (!isFirst) expect(twice.map(barKey)).toEqual(bars.map(barKey));
      }),
    );
  });

  it("name the events between two, from either end, and change those alone", () => {
    fc.assert(
      fc.property(anyLine, fc.nat(), fc.nat(), (bars, a, b) => {
        const events = upper(bars);
        const from = a % events.length;
        const to = b % events.length;
        const between = eventsBetween(bars, events[from]!.id, events[to]!.id);
        expect(between).toEqual(events.slice(Math.min(from, to), Math.max(from, to) + 1));
        expect(eventsBetween(bars, events[to]!.id, events[from]!.id)).toEqual(between);
        const ids = new Set(between.map(({ id }) => id));
        const changed = changeEvents(bars, ids, (event) => ({ ...event, note: "here" }));
        for (const event of upper(changed)) {
          if (ids.has(event.id)) expect(event.note).toBe("here");
          else expect(events).toContain(event);
        }
        expect(changeEvents(bars, new Set(), rest)).toBe(bars);
      }),
    );
  });

  it("walk through the moments of a bar in their order, every event once", () => {
    fc.assert(
      fc.property(anyLine, (bars) => {
        for (const bar of bars) {
          const moments = momentsOf(bar);
          const ids = moments.flatMap(({ events }) => events.map(({ id }) => id));
          expect([...ids].sort()).toEqual([...idsOf([bar])].sort());
          const onsets = moments.map(({ onset }) => onset.num / onset.den);
          expect(onsets).toEqual([...onsets].sort((x, y) => x - y));
        }
      }),
    );
  });
});

describe("what bars say to all parts", () => {
  it("holds from its bar on, and is tidy once it was tidied", () => {
    fc.assert(
      fc.property(
        fc
          .integer({ min: 1, max: 6 })
          .chain((bars) => fc.tuple(fc.constant(bars), anyMarks(bars, SONG))),
        ([count, marks]) => {
          expect(tidyMarks(marks, SONG)).toEqual(marks);
          const frames = framesOf(marks, SONG, count);
          let metre: BarMark["metre"] = SONG.metre;
          for (const [bar, frame] of frames.entries()) {
            const mark = marks.find((one) => one.bar === bar);
            metre = mark?.metre ?? metre;
            expect(frame.metre).toEqual(metre);
            expect(frame.from).toEqual(mark?.from ?? fraction(0));
            const whole = fraction(metre.beats, metre.unit);
            const from = mark?.from ?? fraction(0);
            expect(frame.length.num / frame.length.den).toBeCloseTo(
              whole.num / whole.den - from.num / from.den,
              12,
            );
          }
        },
      ),
    );
  });

  it.each([
    ["the song's own metre", [{ bar: barIndex(0), metre: SONG.metre }], []],
    ["a tempo that holds anyway", [{ bar: barIndex(1), tempoBpm: 96 }], []],
    ["a bar that begins at its beginning", [{ bar: barIndex(2), from: fraction(0) }], []],
    ["a list without chords", [{ bar: barIndex(0), chords: [] }], []],
  ])("leaves out %s", (_, marks, wanted) => {
    expect(tidyMarks(marks, SONG)).toEqual(wanted);
  });
});
