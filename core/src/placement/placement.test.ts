import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualInstrument } from "../instrument/instrument";
import { TUNING_LIBRARY, tuningById } from "../instrument/tuning-library";
import { soundedAt } from "../neck/harmonic";
import { fret, neckOf, placesOf, type Neck } from "../neck/neck";
import { parseKey } from "../pitch/key";
import { midi, midiOf } from "../pitch/pitch";
import { anyBars, anyCapo } from "../score/song.arbitraries";
import { eventsOf } from "../score/bar";
import { harmonicOf, notesOf, stringOf } from "../score/event";
import { bestPath, handsOf } from "./best-path";
import { leastMovement, type Hand } from "./cost-model";
import { fingersOf, gripsOf, REACH_MM, spanMm, type Moment, type MomentNote } from "./grip";
import { placeBars } from "./place-bars";
import { reduceToPlayable } from "./unreachable";

function neck(tuningId: string, capo = 0, frets?: number): Neck {
  const usual = usualInstrument(tuningById(tuningId), "Guitar");
  return neckOf({ ...usual, ...(frets && { frets }) }, { fret: capo });
}
const standard = neck("standard");
const key = parseKey("A minor");
if (!key.ok) throw new Error(key.error);

const single = (number: number): Moment => ({
  notes: [{ kind: "pitched", midi: midi(number), isLinked: false }],
});
const chord = (...numbers: number[]): Moment => ({
  notes: numbers.flatMap((n) => single(n).notes),
});
const frets = (hand: Hand) => hand.grip.holds.map((h) => `${h.string}:${h.fret}`).join("+");

describe("grips", () => {
  it("hold every note once, on strings of their own, within reach (against the plain product)", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 40, max: 74 }), { minLength: 1, maxLength: 3 }),
        (numbers) => {
          const product = numbers.reduce<{ string: number; fret: number }[][]>(
            (rows, n) =>
              rows.flatMap((row) => placesOf(midi(n), standard).map((place) => [...row, place])),
            [[]],
          );
          const wanted = product.filter((row) => {
            const pressed = row.map((place) => place.fret).filter((f) => f > 0);
            const reach =
              pressed.length < 2
                ? 0
                : spanMm(
                    {
                      holds: [],
                      thickest: 0,
                      fretted: { lowest: Math.min(...pressed), highest: Math.max(...pressed) },
                    },
                    standard,
                  );
            return (
              new Set(row.map((place) => place.string)).size === row.length && reach <= REACH_MM
            );
          });
          const text = (
            rows: readonly (readonly { string: number; fret: number | undefined }[])[],
          ) => rows.map((row) => row.map((p) => `${p.string}:${p.fret}`).join("+")).sort();
          expect(text(gripsOf(chord(...numbers), standard).map((grip) => grip.holds))).toEqual(
            text(wanted),
          );
        },
      ),
    );
  });

  it.each([
    ["open C", [48, 52, 55, 60, 64], "5:3+4:2+3:0+2:1+1:0", "32010"],
    ["E shape at the 1st fret", [41, 48, 53, 57, 60, 65], "6:1+5:3+4:3+3:2+2:1+1:1", "134211"],
    ["power chord", [45, 52, 57], "6:5+5:7+4:7", "134"],
  ])("%s is fingered as taught", (_, numbers, places, fingers) => {
    const grip = gripsOf(chord(...numbers), standard).find(
      (one) => one.holds.map((h) => `${h.string}:${h.fret}`).join("+") === places,
    );
    expect(grip && fingersOf(grip)?.join("")).toBe(fingers);
  });

  it("refuse a barre across an open string that sounds", () => {
    const holds = [3, 3, 0, 3, 3, 3].map((f, i) => ({ string: 6 - i, fret: fret(f), fromNut: f }));
    expect(fingersOf({ holds, fretted: { lowest: 3, highest: 3 }, thickest: 6 })).toBeUndefined();
  });
});

describe("the best path", () => {
  it.each([
    ["a scale stays in one position", [45, 47, 48, 50, 52, 53, 55, 57], 1],
    ["high notes stay together", [76, 79, 81, 79, 76], 1],
  ])("%s", (_, numbers, positions) => {
    const path = bestPath(numbers.map(single), standard, leastMovement(standard));
    expect(new Set(path.hands.map((h) => h.indexFret).filter((at) => at !== undefined)).size).toBe(
      positions,
    );
  });

  it("costs exactly what an exhaustive search finds for short lines", () => {
    const anyNote = fc.record({ n: fc.integer({ min: 40, max: 76 }), isLinked: fc.boolean() });
    const anyMoment = fc.array(anyNote, { minLength: 0, maxLength: 2 }).map((notes): Moment => ({
      notes: notes.map(({ n, isLinked }): MomentNote => ({
        kind: "pitched",
        midi: midi(n),
        isLinked,
      })),
    }));
    const small = neck("standard", 0, 14);
    const model = leastMovement(small);
    fc.assert(
      fc.property(fc.array(anyMoment, { minLength: 1, maxLength: 4 }), (raw) => {
        const moments = raw.map((m) => ({
          notes: reduceToPlayable(m, small).kept.map((i) => m.notes[i]!),
        }));
        const least = (index: number, before: Hand | undefined): number => {
          const moment = moments[index];
          if (!moment) return 0;
          let best = Number.POSITIVE_INFINITY;
          for (const hand of handsOf(moment, small, before ? [{ hand: before }] : [])) {
            const broken = moment.notes.filter(
              (note, i) =>
                before &&
                note.kind === "pitched" &&
                note.isLinked &&
                !before.grip.holds.some((h) => h.string === hand.grip.holds[i]!.string),
            ).length;
            const step = model.hold(hand) + (before ? model.move(before, hand) : 0) + 1000 * broken;
            best = Math.min(best, step + least(index + 1, hand));
          }
          return best;
        };
        expect(bestPath(moments, small, model).cost).toBeCloseTo(least(0, undefined), 6);
      }),
      { numRuns: 60 },
    );
  });

  it("keeps a hammer-on on one string, even where two strings would be nearer", () => {
    const moments: Moment[] = [
      single(59),
      { notes: [{ kind: "pitched", midi: midi(64), isLinked: true }] },
    ];
    const { hands } = bestPath(moments, standard, leastMovement(standard));
    expect(hands[0]!.grip.holds[0]!.string).toBe(hands[1]!.grip.holds[0]!.string);
    const free = bestPath([single(59), single(64)], standard, leastMovement(standard));
    expect(free.hands.map(frets)).toEqual(["2:0", "1:0"]);
  });
});

describe("what cannot be held", () => {
  it.each([
    [[39], { kind: "too-low", semitones: 1 }],
    [[90], { kind: "too-high", semitones: 4 }],
    [[40, 41], { kind: "no-grip" }],
    [[60, 61, 62, 63, 64, 65, 66], { kind: "no-free-string" }],
  ])("MIDI %j: %j", (numbers, why) => {
    const { kept, lost } = reduceToPlayable(chord(...numbers), standard);
    expect([...lost.values()]).toContainEqual(why);
    expect(kept.length + lost.size).toBe(numbers.length);
  });

  it("keeps the outer voices", () => {
    const { kept } = reduceToPlayable(chord(40, 41, 76), standard);
    expect(kept).toEqual([0, 2]);
  });
});

describe("placing bars", () => {
  const anyCase = fc
    .constantFrom(...TUNING_LIBRARY)
    .chain((named) =>
      anyCapo(named.tuning.length).map((capo) => neckOf(usualInstrument(named, "Any"), capo)),
    )
    .chain((on) => fc.tuple(fc.constant(on), anyBars(on, key.value)));

  it("keeps pitches and pins, and gives every note a string of its own that sounds it", () => {
    fc.assert(
      fc.property(anyCase, ([on, bars]) => {
        const placed = placeBars(bars, on, "unpinned");
        const before = eventsOf(bars);
        for (const [index, event] of eventsOf(placed.bars).entries()) {
          const notes = notesOf(event);
          const strings = notes.map(stringOf).filter((string) => string !== undefined);
          expect(new Set(strings).size).toBe(strings.length);
          for (const [at, note] of notes.entries()) {
            const old = notesOf(before[index]!)[at]!;
            if (note.kind === "dead" || old.kind === "dead") continue;
            expect(note.pitch).toEqual(old.pitch);
            if (note.place)
              expect(soundedAt(note.place, on, harmonicOf(note))).toBe(midiOf(note.pitch));
            else expect(placed.unreachable.has(note.id)).toBe(true);
            if (old.pinned && note.place) expect(note.place).toEqual(old.place);
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it("moves nothing that has a place when only the unplaced are wanted", () => {
    fc.assert(
      fc.property(anyCase, ([on, bars]) => {
        expect(placeBars(bars, on, "unplaced").bars).toEqual(bars);
      }),
      { numRuns: 30 },
    );
  });
});
