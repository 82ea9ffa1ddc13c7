import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { tuningById } from "../instrument/tuning-library";
import { formatKey, parseKey, pitchClassAtFifths } from "../pitch/key";
import { chromaOf, midiOf } from "../pitch/pitch";
import { findCapo, OPEN_SHAPES, openShapeOf, SHAPE_FAMILIES } from "./capo-finder";
import { anyKey } from "./keys.arbitraries";
import {
  CHORD_TONES,
  chromasOf,
  formatChord,
  moveChord,
  parseChord,
  parseChords,
  type ChordQuality,
} from "../pitch/chord";

const read = <Value>(result: { ok: true; value: Value } | { ok: false; error: string }): Value => {
  if (!result.ok) throw new Error(result.error);
  return result.value;
};
const ask = (key: string, chords: string, more = {}) =>
  findCapo({ key: read(parseKey(key)), chords: read(parseChords(chords)), ...more });
const said = (choices: ReturnType<typeof ask>) =>
  choices.map(
    ({ capo, chords }) => `${capo}: ${chords.map((c) => formatChord(c.fingered)).join(" ")}`,
  );

const anyName = fc.integer({ min: -6, max: 8 }).map(pitchClassAtFifths);
const anyChord = fc.record({
  root: anyName,
  quality: fc.constantFrom(...(Object.keys(CHORD_TONES) as ChordQuality[])),
});

describe("chord symbols", () => {
  it.each([
    ["A", "A"],
    ["F#m7", "F#m7"],
    ["B♭maj7", "Bbmaj7"],
    ["D/F#", "D/F#"],
    ["Amin", "Am"],
    ["C#-7", "C#m7"],
    ["GM7", "Gmaj7"],
    ["Esus", "Esus4"],
    ["B°", "Bdim"],
    ["Eb(add9)", "Ebadd9"],
  ])("%s is %s", (text, formatted) => {
    expect(formatChord(read(parseChord(text)))).toBe(formatted);
  });

  it.each([
    ["H", /no chord/],
    ["a", /no chord/],
    ["Gflat", /no kind of chord/],
    ["C/H", /no note name/],
  ])("refuses %j", (text, message) => {
    const chord = parseChord(text);
    expect(chord.ok ? "" : chord.error).toMatch(message);
  });

  it("are printed as they are read", () => {
    fc.assert(
      fc.property(anyChord, fc.option(anyName, { nil: undefined }), (chord, bass) => {
        const whole = { ...chord, ...(bass && { bass }) };
        expect(read(parseChord(formatChord(whole)))).toEqual(whole);
      }),
    );
  });
});

describe("the open shapes", () => {
  const open = tuningById("standard").tuning.map(midiOf).reverse();

  it.each(OPEN_SHAPES.map((shape) => [formatChord(shape.chord), shape] as const))(
    "%s sounds its chord and nothing else, over its own bass",
    (_, { chord, frets }) => {
      const sounding = frets.flatMap((fret, index) =>
        fret === undefined ? [] : [open[index]! + fret],
      );
      const chromas = new Set(sounding.map((midi) => midi % 12));
      for (const chroma of chromas) expect(chromasOf(chord)).toContain(chroma);
      const [, third] = CHORD_TONES[chord.quality];
      const essential = [chromaOf(chord.root), (chromaOf(chord.root) + third) % 12];
      for (const chroma of essential) expect(chromas).toContain(chroma);
      expect(Math.min(...sounding) % 12).toBe(chromaOf(chord.bass ?? chord.root));
      expect(frets).toContain(0);
      expect(Math.max(...frets.map((fret) => fret ?? 0))).toBeLessThanOrEqual(3);
    },
  );
});

describe("finding a capo", () => {
  it("knows that G C D sound A D E at the second fret and C F G at the fifth", () => {
    expect(said(ask("A major", "A D E"))).toContain("2: G C D");
    expect(said(ask("C major", "C F G"))).toContain("5: G C D");
  });

  it("ranks open shapes first and says why", () => {
    const [best] = ask("A major", "A D E");
    expect(best).toMatchObject({ capo: 2, openShapes: 3 });
    expect(formatKey(best!.fingeredKey)).toBe("G major");
    expect(best!.reasons[0]).toBe("every chord is an open shape");
    const flat = ask("Eb minor", "Ebm Abm Bbm");
    expect(formatKey(flat[0]!.fingeredKey)).toBe("A minor");
    expect(flat[0]!.capo).toBe(6);
  });

  it("keeps to the wished families", () => {
    for (const family of SHAPE_FAMILIES) {
      for (const { fingeredKey } of ask("Bb major", "Bb Eb F", { families: [family] })) {
        expect(fingeredKey.tonic).toEqual({ step: family, alter: 0 });
      }
    }
    expect(said(ask("Bb major", "Bb Eb F", { families: ["G"] }))).toEqual(["3: G C D"]);
  });

  it("counts a guitar that is tuned down as further from the sound", () => {
    expect(said(ask("A major", "A D E", { detuned: -1 }))).toContain("3: G C D");
    expect(said(ask("E minor", "Em Am Bm", { detuned: -5 }))[0]).toMatch(/^0: Am Dm Em$/u);
  });

  it("gives shapes that really sound the chords, for every key and chord", () => {
    fc.assert(
      fc.property(anyKey, fc.array(anyChord, { minLength: 1, maxLength: 6 }), (key, chords) => {
        for (const choice of findCapo({ key, chords, highest: 9 })) {
          let open = 0;
          for (const { sounding, fingered, shape } of choice.chords) {
            expect(fingered.quality).toBe(sounding.quality);
            expect((chromaOf(fingered.root) + choice.capo) % 12).toBe(chromaOf(sounding.root));
            expect(openShapeOf(fingered)).toBe(shape);
            if (shape) open++;
          }
          expect(choice.openShapes).toBe(open);
        }
      }),
    );
  });

  it("never ranks a choice above one with more open shapes", () => {
    fc.assert(
      fc.property(fc.array(anyChord, { maxLength: 6 }), (chords) => {
        const counts = findCapo({ key: read(parseKey("C major")), chords }).map(
          (c) => c.openShapes,
        );
        expect(counts).toEqual([...counts].sort((a, b) => b - a));
      }),
    );
  });

  it("moves all names of a chord alike", () => {
    const slash = read(parseChord("D/F#"));
    expect(formatChord(moveChord(slash, 2))).toBe("E/G#");
  });
});
