import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { playPlucks, SAMPLE_RATE } from "./listening.test-kit";
import {
  PICTURE_HIGHEST,
  PICTURE_LOWEST,
  PICTURE_RATE,
  PICTURE_ROWS,
  PitchPictureStream,
  ROWS_A_SEMITONE,
} from "./pitch-picture";

function pictureOf(take: Float32Array, blockSize = take.length): readonly Uint8Array[] {
  const columns: Uint8Array[] = [];
  const stream = new PitchPictureStream(SAMPLE_RATE, (column, index) => {
    expect(index).toBe(columns.length);
    columns.push(column.slice());
  });
  for (let at = 0; at < take.length; at += blockSize) {
    stream.push(take.subarray(at, at + blockSize));
  }
  stream.finish();
  return columns;
}

const midiOfRow = (row: number) => PICTURE_LOWEST + (row + 0.5) / ROWS_A_SEMITONE - 0.5;
const strongest = (column: Uint8Array) => midiOfRow(column.indexOf(Math.max(...column)));
const tone = (midi: number, seconds: number) =>
  new Float32Array(seconds * SAMPLE_RATE).map((_, at) =>
    Math.sin((2 * Math.PI * 440 * 2 ** ((midi - 69) / 12) * at) / SAMPLE_RATE),
  );

describe("a pitch picture", () => {
  it("has a tone of any pitch in its row, in every column, and little beside it", () => {
    const pitches = fc.double({ min: PICTURE_LOWEST + 1, max: PICTURE_HIGHEST - 1, noNaN: true });
    fc.assert(
      fc.property(pitches, (midi) => {
        const columns = pictureOf(tone(midi, 1));
        for (const column of columns.slice(15, 35)) {
          expect(column).toHaveLength(PICTURE_ROWS);
          expect(Math.abs(strongest(column) - midi)).toBeLessThan(1 / ROWS_A_SEMITONE);
          expect(Math.max(...column)).toBeGreaterThan(235);
          const beside = column.filter((_, row) => Math.abs(midiOfRow(row) - midi) > 1);
          expect(Math.max(...beside)).toBeLessThan(150);
        }
      }),
      { numRuns: 40 },
    );
  });

  it("shows which string was plucked when", () => {
    const plucks = [40, 55, 64].map((midi, index) => ({ seconds: 0.2 + 0.5 * index, midi }));
    const columns = pictureOf(playPlucks(plucks, 2));
    const brightness = (seconds: number, midi: number) => {
      const column = columns[Math.round(seconds * PICTURE_RATE)]!;
      return Math.max(...column.filter((_, row) => Math.abs(midiOfRow(row) - midi) < 0.5));
    };
    expect(brightness(0.5, 40)).toBeGreaterThan(120);
    expect(brightness(0.5, 55)).toBeLessThan(brightness(1, 55) - 40);
    expect(brightness(1, 64)).toBeLessThan(brightness(1.5, 64) - 20);
  });

  it("is the same however its samples come, and black for silence", () => {
    const take = tone(52, 1);
    const whole = pictureOf(take);
    expect(whole.length).toBeGreaterThanOrEqual(PICTURE_RATE);
    fc.assert(
      fc.property(fc.integer({ min: 50, max: 9000 }), (blockSize) => {
        expect(pictureOf(take, blockSize)).toEqual(whole);
      }),
      { numRuns: 5 },
    );
    for (const column of pictureOf(new Float32Array(SAMPLE_RATE))) {
      expect(Math.max(...column)).toBe(0);
    }
  });
});
