import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualInstrument, type Instrument } from "../instrument/instrument";
import { parseTuning } from "../instrument/parse-tuning";
import { tuningById } from "../instrument/tuning-library";
import { midiAt, neckOf } from "../neck/neck";
import { midi, midiOf } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import { eventsOf } from "../score/bar";
import { notesOf, type Note } from "../score/event";
import { newPart, type Part } from "../score/song";
import { weighPlaces } from "./weigh-places";
import { planLine } from "./plan-line";
import { withPlan } from "./place-bars";
import { anyPart, asked, keyOf, soundingBar, tableOn } from "./placement.test-kit";
import { explainUnreachable } from "./unreachable";

/** Strings as nobody would tune them: several alike, in any order, four to nine. */
const anyStrings: fc.Arbitrary<Part> = fc
  .array(fc.integer({ min: 28, max: 64 }), { minLength: 4, maxLength: 9 })
  .map((heights) => {
    const tuning = heights.map((height) => spellMidi(midi(height), keyOf("C major")));
    const instrument: Instrument = { ...usualInstrument(tuningById("standard"), "Odd"), tuning };
    return newPart("part", "Odd", { instrument, capo: { fret: 0 } });
  });

const anyCluster = fc.array(fc.integer({ min: 24, max: 96 }), { minLength: 1, maxLength: 9 });

describe("at the limits", () => {
  it("any strings hold what a hand can, and everything else is named with a reason", () => {
    fc.assert(
      fc.property(anyStrings, fc.array(anyCluster, { maxLength: 4 }), (part, clusters) => {
        const bars = [soundingBar(clusters.map((heights) => ({ heights })))];
        const neck = neckOf(part.instrument);
        const plan = planLine(asked(bars), tableOn(part));
        for (const event of eventsOf(withPlan(bars, plan, "unpinned"))) {
          const placed = notesOf(event).flatMap((note) => (hasPlace(note) ? [note] : []));
          for (const note of notesOf(event)) {
            expect(hasPlace(note)).toBe(!plan.unreachable.has(note.id));
          }
          for (const { place, pitch } of placed) expect(midiAt(place, neck)).toBe(midiOf(pitch));
          expect(new Set(placed.map(({ place }) => place.string)).size).toBe(placed.length);
        }
        for (const why of plan.unreachable.values()) {
          expect(explainUnreachable(why)).toMatch(/^[a-z].{20}/u);
        }
      }),
      { numRuns: 60 },
    );
  });

  it("a chord loses no note that the hand could have held with the others", () => {
    const table = tableOn(
      newPart("part", "Guitar", {
        instrument: usualInstrument(tuningById("standard"), "G"),
        capo: { fret: 0 },
      }),
    );
    const isHeld = (heights: readonly number[]) =>
      planLine(asked([soundingBar([{ heights }])]), table).unreachable.size === 0;
    const anyChord = fc.uniqueArray(fc.integer({ min: 40, max: 76 }), {
      minLength: 2,
      maxLength: 6,
    });
    fc.assert(
      fc.property(anyChord, (heights) => {
        const bars = [soundingBar([{ heights }])];
        const { unreachable } = planLine(asked(bars), table);
        const notes = eventsOf(bars).flatMap(notesOf);
        const kept = heights.filter((_, index) => !unreachable.has(notes[index]!.id));
        const lost = heights.filter((height) => !kept.includes(height));
        expect(lost.filter((height) => isHeld([...kept, height]))).toEqual([]);
        // Of bass and top at most what no hand holds with the other.
        const ends = [Math.min(...heights), Math.max(...heights)];
        if (isHeld(ends)) expect(kept).toEqual(expect.arrayContaining(ends));
      }),
      { numRuns: 60 },
    );
  });

  it.each([
    ["E2", "a tuning has 4 to 9 strings, got 1"],
    ["E2 E2", "a tuning has 4 to 9 strings, got 2"],
    ["C#1 F#1 B1 E2 A2 D3 G3 B3 E4 A4", "a tuning has 4 to 9 strings, got 10"],
  ])("refuses to tune %s", (text, message) => {
    const read = parseTuning(text);
    expect(read.ok ? "" : read.error).toContain(message);
  });
});

describe("the places of one note", () => {
  it("cost what the line costs when a hint puts its first note there, the best one nothing", () => {
    const anyLine = fc.array(fc.integer({ min: 45, max: 70 }), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(anyPart, anyLine, (part, heights) => {
        const bars = [soundingBar(heights.map((height) => ({ heights: [height] })))];
        const table = tableOn(part);
        const [first] = eventsOf(bars).flatMap(notesOf);
        const best = planLine(asked(bars), table);
        const weighed = weighPlaces(asked(bars), first!.id, table);
        if (!best.unreachable.has(first!.id)) expect(weighed[0]!.more).toBe(0);
        for (const { place, more } of weighed) {
          const hinted = planLine(asked(bars, { wishes: { first: place } }), table);
          // Where the place lets a held note go, the line can even be cheaper.
          expect(more).toBe(Math.max(0, hinted.points - best.points));
        }
        const costs = weighed.map(({ more }) => more);
        expect(costs).toEqual([...costs].sort((a, b) => a - b));
      }),
      { numRuns: 40 },
    );
  });
});

type Placed = Extract<Note, { readonly kind: "pitched" }> & {
  readonly place: NonNullable<Extract<Note, { readonly kind: "pitched" }>["place"]>;
};

function hasPlace(note: Note): note is Placed {
  return note.kind === "pitched" && note.place !== undefined;
}
