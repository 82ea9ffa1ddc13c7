import { Decimator } from "../sound/decimator";
import { Fourier } from "../sound/fourier";
import { Frames } from "../sound/frames";

/** Columns of a pitch picture a second, and rows a semitone. */
export const PICTURE_RATE = 50;
export const ROWS_A_SEMITONE = 5;
/** MIDI numbers of the lowest and the highest semitone: B0 below a five-string bass, B6 above all frets. */
export const PICTURE_LOWEST = 23;
export const PICTURE_HIGHEST = 95;
export const PICTURE_ROWS = (PICTURE_HIGHEST - PICTURE_LOWEST + 1) * ROWS_A_SEMITONE;

/** What a byte of the picture stands for: 0 is this soft or softer, 255 is full scale. */
const SOFTEST_DB = -72;

/**
 * The three bands, the highest first: from which MIDI number on, in windows of how many seconds. Each is
 * heard at half the rate of the one before.
 */
const BANDS = [
  { fromMidi: 67, seconds: 0.1 },
  { fromMidi: 48, seconds: 0.19 },
  { fromMidi: PICTURE_LOWEST, seconds: 0.37 },
] as const;
const HIGHEST_RATE = 11_025;

/**
 * Energy by pitch over time, a column of `PICTURE_ROWS` bytes 50 times a second, lowest pitch first.
 * Each bin of a short-time spectrum is drawn at the frequency that its phase says and not at its own
 * (reassignment: Auger & Flandrin, IEEE Trans. Signal Processing 43, 1995), so that a string is a
 * thin line; low pitches are heard in longer windows than high ones.
 */
export class PitchPictureStream {
  /** The lowest band first. */
  private readonly bands: readonly Band[];
  private readonly decimators: readonly Decimator[];
  private readonly column = new Uint8Array(PICTURE_ROWS);
  private given = 0;

  /** @param use Gets each column in order, with its index; it holds only during the call. */
  constructor(
    sampleRate: number,
    private readonly use: (column: Uint8Array, index: number) => void,
  ) {
    const factor = Math.max(1, Math.floor(sampleRate / HIGHEST_RATE));
    const bands = BANDS.map(({ fromMidi, seconds }, index) => {
      const toMidi = BANDS[index - 1]?.fromMidi ?? PICTURE_HIGHEST + 1;
      const rate = sampleRate / factor / 2 ** index;
      return new Band({ fromMidi, toMidi, rate, seconds });
    });
    this.decimators = BANDS.map(
      (_, index) =>
        new Decimator(index === 0 ? factor : 2, (samples) => {
          bands[index]!.push(samples);
          this.decimators[index + 1]?.push(samples);
        }),
    );
    this.bands = [...bands].reverse();
  }

  push(block: Float32Array): void {
    this.decimators[0]!.push(block);
    this.give();
  }

  finish(): void {
    for (const decimator of this.decimators) decimator.finish();
    for (const band of this.bands) band.finish();
    this.give();
  }

  /** Gives the columns of which every band has its rows. */
  private give(): void {
    const { bands, column } = this;
    while (bands.every((band) => band.waiting > 0)) {
      let row = 0;
      for (const band of bands) row += band.take(column, row);
      this.use(column, this.given);
      this.given += 1;
    }
  }
}

/** Rows of one band, waiting for those of the others. */
class Band {
  private readonly frames: Frames;
  private readonly fourier: Fourier;
  private readonly flat: Float32Array;
  private readonly rows: number;
  private readonly energy: Float32Array;
  private readonly queue: Uint8Array[] = [];
  private readonly rate: number;
  private readonly fromMidi: number;

  constructor({
    fromMidi,
    toMidi,
    rate,
    seconds,
  }: {
    readonly fromMidi: number;
    readonly toMidi: number;
    readonly rate: number;
    readonly seconds: number;
  }) {
    this.rate = rate;
    this.fromMidi = fromMidi;
    const size = 2 ** Math.round(Math.log2(rate * seconds));
    this.fourier = new Fourier(size);
    this.flat = new Float32Array(size).fill(1);
    this.rows = (toMidi - fromMidi) * ROWS_A_SEMITONE;
    this.energy = new Float32Array(this.rows);
    this.frames = new Frames(size, rate / PICTURE_RATE, (frame) => this.hear(frame));
  }

  get waiting(): number {
    return this.queue.length;
  }

  push(block: Float32Array): void {
    this.frames.push(block);
  }

  finish(): void {
    this.frames.finish();
  }

  /** Puts the rows of the next column into `column` from `at` on. @returns how many. */
  take(column: Uint8Array, at: number): number {
    column.set(this.queue.shift()!, at);
    return this.rows;
  }

  private hear(frame: Float32Array): void {
    const { fourier, energy, rate, rows } = this;
    const { size, spectrum } = fourier;
    fourier.transform(frame, this.flat);
    energy.fill(0);
    const binHz = rate / size;
    const first = Math.max(1, Math.floor(hzOf(this.fromMidi - 1) / binHz));
    const last = Math.min(
      size / 2 - 2,
      Math.ceil(hzOf(this.fromMidi + rows / ROWS_A_SEMITONE) / binHz),
    );
    for (let bin = first; bin <= last; bin++) {
      const before = 2 * (bin - 1);
      const here = 2 * bin;
      const behind = 2 * (bin + 1);
      // Hann's window, and its derivative, as sums of neighbouring bins of a plain spectrum.
      const re = 0.5 * spectrum[here]! - 0.25 * (spectrum[before]! + spectrum[behind]!);
      const im = 0.5 * spectrum[here + 1]! - 0.25 * (spectrum[before + 1]! + spectrum[behind + 1]!);
      const power = re * re + im * im;
      if (power < 1e-12) continue;
      const slopeRe = spectrum[before + 1]! - spectrum[behind + 1]!;
      const slopeIm = -(spectrum[before]! - spectrum[behind]!);
      const shift = -(slopeIm * re - slopeRe * im) / power / 4;
      // Beyond two bins the phase is that of another partial, or of noise.
      if (Math.abs(shift) > 2) continue;
      const midi = 69 + 12 * Math.log2(((bin + shift) * binHz) / 440);
      const row = Math.floor((midi - this.fromMidi + 0.5) * ROWS_A_SEMITONE);
      if (row >= 0 && row < rows) energy[row]! += power;
    }
    const column = new Uint8Array(rows);
    for (let row = 0; row < rows; row++) {
      // A sine of amplitude 1 has a peak of size / 4; its lobe's other bins add another half.
      const decibels = 10 * Math.log10(energy[row]! / (size * size * 0.094) + 1e-12);
      column[row] = Math.max(
        0,
        Math.min(255, Math.round((255 * (decibels - SOFTEST_DB)) / -SOFTEST_DB)),
      );
    }
    this.queue.push(column);
  }
}

const hzOf = (midi: number) => 440 * 2 ** ((midi - 69) / 12);
