import { barIndex } from "../foundation/bar-index";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { familyOf } from "../instrument/instrument";
import { TUNING_LIBRARY, tuningById } from "../instrument/tuning-library";
import { tuningNames } from "../instrument/tuning";
import { midiAt, neckOf } from "../neck/neck";
import { midiOf } from "../pitch/pitch";
import { fraction } from "../rhythm/fraction";
import { eventsOf, withoutPlaces } from "../score/bar";
import { notesOf } from "../score/event";
import { keyOf, partOn, said } from "../placement/placement.test-kit";
import { candidatesFor } from "./candidates";
import { findTuning, isInHand, nameOf, type TuningRequest } from "./find-tuning";
import { questionInWords, reasonsFor } from "./finding-words";
import { chordEffort } from "./quick-look";

/** Lines as they are played in each tuning: its open strings, and the shapes that it is used for. */
const PLAYED: readonly [tuningId: string, capo: number, key: string, callout: string][] = [
  ["standard", 0, "G major", "'4 E3+A2+D0+G0+B0+e3 A3+D2+G0+B1+e0 D0+G2+B3+e2 E0+A2+D2+G0+B0+e0"],
  ["standard", 3, "Bb major", "'4 E3+A2+D0+G0+B0+e3 A3+D2+G0+B1+e0 D0+G2+B3+e2 E3+A2+D0+G0+B0+e3"],
  [
    "half-step-down",
    0,
    "Eb minor",
    "'8 E0 E3 A0 A2 D0 D2 D0 A2 | '4 E0+A2+D2 A0+D2+G2 '2 E0+A2+D2+G0+B0+e0",
  ],
  [
    "drop-d",
    0,
    "D minor",
    "'8 E0+A0+D0 E0 E3+A3+D3 E0 E5+A5+D5 E3+A3+D3 E0 E0 | E0 E0 E3 E0 A3 E0 A5 D0",
  ],
  [
    "drop-c",
    0,
    "C minor",
    "'8 E0+A0+D0 E0 E3+A3+D3 E0 E5+A5+D5 E3+A3+D3 E0 E0 | E0 E0 E3 E0 E5 E6 E3 E0",
  ],
  [
    "open-g",
    0,
    "G major",
    "'4 A0+D0+G0+B0+e0 A5+D5+G5+B5+e5 A7+D7+G7+B7+e7 '8 A0 D0 | G0 D2h4 D0 A0 E0 A0 D0 G0",
  ],
  [
    "open-d",
    0,
    "D major",
    "'4 E0+A0+D0+G0+B0+e0 E5+A5+D5+G5+B5+e5 E7+A7+D7+G7+B7+e7 '8 E0 D0 | E0 D0 G0 B0 e0 B0 G0 D0",
  ],
  [
    "modal-d",
    0,
    "D major",
    "'8 E0 D0 G0 B0 e0 B0 G2 D0 | E0 D4 G2 B0 e0 B0 G2 D4 | '2 E0+A0+D0+G2+B0+e0 E0+A0+D0+G0+B0+e0",
  ],
];

function searched(row: (typeof PLAYED)[number], more: Partial<TuningRequest> = {}) {
  const [tuningId, capo, key, callout] = row;
  const part = partOn(tuningId, capo);
  const phrases = [withoutPlaces(said(callout, part, key))];
  return findTuning({ phrases, family: familyOf(part.instrument), key: keyOf(key), ...more });
}

describe("the tuning finder", () => {
  it.each(PLAYED)("finds %s with the capo at %i among the likeliest three", (...row) => {
    const { found } = searched(row);
    const wanted = tuningById(row[0]).tuning;
    const names = found.slice(0, 3).map(({ name, capo }) => `${name} ${capo}`);
    expect(
      found.slice(0, 3).some((one) => isInHand(one, wanted, row[1])),
      names.join(", "),
    ).toBe(true);
    expect(reasonsFor(found[0]!).length).toBeGreaterThan(1);
    // The bars it shows lie in the tuning that it names, every note of them.
    const [best] = found;
    const neck = neckOf(
      { ...partOn(row[0], 0).instrument, tuning: best!.tuning },
      { fret: best!.capo },
    );
    const notes = eventsOf(best!.bars.flat()).flatMap(notesOf);
    expect(notes.length).toBeGreaterThan(7);
    for (const note of notes) {
      if (note.kind === "dead") continue;
      expect(note.place && midiAt(note.place, neck)).toBe(midiOf(note.pitch));
    }
  });

  it("asks for the mark that decides, and follows it", () => {
    // A lone D4: the open first string of one tuning, a fretted one of others.
    const line = [
      "drop-d",
      0,
      "D minor",
      "'8 E0 E0 A0 D0 E0 A0 D0 A0 | E0 A0 D0 B3 D0 A0 E0 E0",
    ] as const;
    const before = searched([...line]);
    expect(before.question).toBeDefined();
    const { bar, onset, ifOpen, ifFretted } = before.question!;
    expect(questionInWords(before.question!)).toMatch(/^Was the .+ in bar \d+ an open string\?$/);
    for (const [open, names] of [
      [true, ifOpen],
      [false, ifFretted],
    ] as const) {
      const { found } = searched([...line], { marks: [{ bar, onset, open }] });
      const [best] = found;
      expect(names).toContain(nameOf(best!));
    }
  });

  it("never asks whether a bent note was open", () => {
    const line = ["drop-d", 0, "D minor", "'4 E0 A0 D0 B3 | B3 A0 E0 E0"] as const;
    const { question } = searched([...line]);
    expect(question).toMatchObject({ bar: 0, pitch: { step: "D", octave: 4 } });
    const bent = { bar: barIndex(0), onset: fraction(3, 4), bend: true };
    const again = searched([...line], { marks: [bent] }).question;
    expect(again).toMatchObject({ bar: 1, pitch: { step: "D", octave: 4 } });
    const marks = [bent, { bar: barIndex(1), onset: fraction(0), bend: true }];
    expect(searched([...line], { marks }).question?.pitch.octave).not.toBe(4);
  });

  it("tells ties as ties, both ways", () => {
    for (const row of PLAYED) {
      const { found } = searched(row, { top: 6 });
      for (const one of found) {
        for (const other of found) {
          const isNear = one !== other && Math.abs(one.score - other.score) < 0.149;
          const name = nameOf(other);
          if (isNear) expect(one.tiedWith).toContain(name);
        }
      }
    }
  });

  it("puts the lowest note that was heard on a string that has it", () => {
    const line = PLAYED[0]!;
    const lowest = { step: "D", alter: 0, octave: 2 } as const;
    for (const { tuning, capo } of searched(line, { lowest }).found) {
      const names = tuningNames(tuning);
      expect(["C2", "C#2", "D2", "B1", "A#1", "A1", "Bb1"].includes(names[0]!) || capo > 0).toBe(
        true,
      );
    }
  });

  it("says which marks stand where nothing sounds, and finds nothing in silence", () => {
    const stray = { bar: barIndex(8), onset: fraction(0), open: true };
    expect(searched(PLAYED[0]!, { marks: [stray] }).evidence.stray).toEqual([stray]);
    expect(findTuning({ phrases: [[]], family: "guitar" }).found).toEqual([]);
  });

  it("looks at every tuning of the family, under every capo of a guitar", () => {
    const all = candidatesFor("guitar");
    for (const named of TUNING_LIBRARY.filter(({ family }) => family === "guitar")) {
      const capos = all.filter(({ name }) => name === named.name).map(({ capo }) => capo);
      expect(capos).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9]);
    }
    expect(all.some(({ name }) => name.includes("string 1 down 1"))).toBe(true);
  });
});

describe("the effort of a chord", () => {
  const open = [64, 59, 55, 50, 45, 40];

  it.each([
    [[40, 47, 52, 55, 59, 64], 2],
    [[48, 52, 55, 60, 64], 3],
    [[41, 48, 53, 57, 60, 65], 4],
  ])("%j needs %i fingers in standard", (pitches, fingers) => {
    expect(4 * chordEffort(pitches, open, 19)!).toBeCloseTo(fingers, 9);
  });

  it("is the least of all ways to hold it, or none: against the plain product", () => {
    const anyChord = fc.uniqueArray(fc.integer({ min: 40, max: 76 }), {
      minLength: 2,
      maxLength: 3,
    });
    fc.assert(
      fc.property(anyChord, (pitches) => {
        const sorted = [...pitches].sort((a, b) => a - b);
        const rows = sorted.reduce<number[][]>(
          (all, pitch) =>
            all.flatMap((row) =>
              open
                .flatMap((_, string) => (row.includes(string) ? [] : [[...row, string]]))
                .filter((row2) => {
                  const fret = pitch - open[row2.at(-1)!]!;
                  return fret >= 0 && fret <= 19;
                }),
            ),
          [[]],
        );
        const isHeld = rows.some((row) => {
          const frets = row
            .map((string, index) => sorted[index]! - open[string]!)
            .filter((fret) => fret > 0);
          return frets.length === 0 || Math.max(...frets) - Math.min(...frets) <= 4;
        });
        expect(chordEffort(sorted, open, 19) !== undefined).toBe(isHeld);
      }),
    );
  });
});
