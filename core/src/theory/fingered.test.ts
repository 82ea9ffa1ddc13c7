import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualInstrument } from "../instrument/instrument";
import { tuningById } from "../instrument/tuning-library";
import { chromaOf, displayPitch, parsePitch, type Pitch } from "../pitch/pitch";
import { formatKey, parseKey, pitchClassAtFifths, signatureOf } from "../pitch/key";
import { fingeredKey, fingeredPitch, soundingShift } from "./fingered";

const read = <Value>(result: { ok: true; value: Value } | { ok: false; error: string }): Value => {
  if (!result.ok) throw new Error(result.error);
  return result.value;
};

describe("fingered and sounding", () => {
  it.each([
    ["standard", 0, 0],
    ["standard", 5, 5],
    ["drop-d", 0, 0],
    ["half-step-down", 0, -1],
    ["half-step-down", 1, 0],
    ["bass-standard", 0, 0],
  ])("%s with capo %i sounds %i semitones from its shapes", (id, capo, shift) => {
    expect(soundingShift(usualInstrument(tuningById(id), "Any"), { fret: capo })).toBe(shift);
  });

  it.each([
    ["F major", 3, "D major"],
    ["Eb minor", -1, "E minor"],
    ["C# minor", 4, "A minor"],
    ["Bb major", 1, "A major"],
  ])("%s sounding, %i semitones away, is played as %s", (sounding, shift, fingered) => {
    expect(formatKey(fingeredKey(read(parseKey(sounding)), shift))).toBe(fingered);
  });

  it("names the shape of a note under a capo", () => {
    const pitch: Pitch = read(parsePitch("Bb3"));
    expect(displayPitch(fingeredPitch(pitch, 3, read(parseKey("F major"))))).toBe("G3");
  });

  it("transposes by exactly the shift, with at most six signs", () => {
    const anyKey = fc.record({
      tonic: fc.integer({ min: -5, max: 6 }).map(pitchClassAtFifths),
      mode: fc.constantFrom("major" as const, "minor" as const),
    });
    fc.assert(
      fc.property(anyKey, fc.integer({ min: -8, max: 12 }), (key, shift) => {
        const played = fingeredKey(key, shift);
        expect((chromaOf(played.tonic) + shift + 24) % 12).toBe(chromaOf(key.tonic));
        if (shift !== 0) expect(Math.abs(signatureOf(played))).toBeLessThanOrEqual(6);
      }),
    );
  });
});
