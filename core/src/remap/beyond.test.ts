import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { neckOf, placesOf } from "../neck/neck";
import { parseChord, type Chord } from "../pitch/chord";
import { midi, midiOf, type Midi } from "../pitch/pitch";
import { anyPart, keyOf, soundingBar } from "../placement/placement.test-kit";
import { ZERO } from "../rhythm/fraction";
import { eventsOf, type Bar } from "../score/bar";
import { notesOf } from "../score/event";
import { bringWithin } from "./beyond";
import type { Beyond } from "./change";

const key = keyOf("A minor");

function chord(text: string): Chord {
  const read = parseChord(text);
  if (!read.ok) throw new Error(read.error);
  return read.value;
}
const A_MINOR_TONES = [9, 0, 4];
const frames = [{ chords: [{ at: ZERO, chord: chord("Am") }] }];

const heightsOf = (bars: readonly Bar[]): readonly Midi[] =>
  eventsOf(bars)
    .flatMap(notesOf)
    .flatMap((note) => (note.kind === "pitched" ? [midiOf(note.pitch)] : []));

/** Single notes, many of them below or above every neck. */
const anyHeights = fc.array(fc.integer({ min: 12, max: 110 }), { minLength: 1, maxLength: 8 });

describe("notes beyond the range", () => {
  const brought = (part: Parameters<typeof neckOf>[0], heights: readonly number[], how: Beyond) => {
    const bars = [soundingBar(heights.map((height) => ({ heights: [height] })))];
    const neck = neckOf(part);
    const { bars: within, bent } = bringWithin(bars, neck, key, how, frames);
    const isReached = (height: number) =>
      height >= 0 && height <= 127 && placesOf(midi(height), neck).length > 0;
    return { got: heightsOf(within), bent, isReached };
  };

  it.each<[Beyond, (height: number, to: number) => boolean]>([
    ["fold", (height, to) => (height - to) % 12 === 0],
    ["chord-tone", (_, to) => A_MINOR_TONES.includes(to % 12)],
  ])("go nearest where %s finds a place for them, and nothing else is touched", (how, isWanted) => {
    fc.assert(
      fc.property(anyPart, anyHeights, ({ instrument }, heights) => {
        const { got, bent, isReached } = brought(instrument, heights, how);
        const all = Array.from({ length: 128 }, (_, height) => height).filter(isReached);
        expect(got).toHaveLength(heights.length);
        for (const [index, height] of heights.entries()) {
          if (isReached(height)) expect(got[index]).toBe(height);
          else {
            const choices = all.filter((to) => isWanted(height, to));
            const nearest = Math.min(...choices.map((to) => Math.abs(to - height)));
            expect(choices).toContain(got[index]);
            expect(Math.abs(got[index]! - height)).toBe(nearest);
          }
        }
        expect(bent.size).toBe(heights.filter((height) => !isReached(height)).length);
      }),
      { numRuns: 60 },
    );
  });

  it("are left out one by one, and stay where they are only marked", () => {
    fc.assert(
      fc.property(anyPart, anyHeights, ({ instrument }, heights) => {
        const left = brought(instrument, heights, "leave-out");
        expect(left.got).toEqual(heights.filter(left.isReached));
        expect([...left.bent.values()].every(({ kind }) => kind === "left-out")).toBe(true);
        expect(brought(instrument, heights, "mark").got).toEqual(heights);
      }),
      { numRuns: 40 },
    );
  });

  it("never fall on a pitch that sounds at the same moment", () => {
    fc.assert(
      fc.property(
        anyPart,
        fc.uniqueArray(fc.integer({ min: 12, max: 110 }), { maxLength: 5 }),
        (part, heights) => {
          const neck = neckOf(part.instrument);
          const bars = heights.length > 0 ? [soundingBar([{ heights }])] : [];
          for (const how of ["fold", "chord-tone"] as const) {
            const got = heightsOf(bringWithin(bars, neck, key, how, frames).bars);
            expect(new Set(got).size).toBe(got.length);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});
