/** Copies samples of a channel from a moment on, in samples of the take, into what it is given. */
export type SampleSource = (channel: number, from: number, into: Float32Array) => void;

/** Zero crossings of the sinc on either side. */
const REACH = 8;
/** Places between two samples that the kernel is known for. */
const PHASES = 256;

const KERNEL = (() => {
  const kernel = new Float32Array((PHASES + 1) * 2 * REACH);
  for (let phase = 0; phase <= PHASES; phase++) {
    for (let tap = 0; tap < 2 * REACH; tap++) {
      const x = tap - REACH + 1 - phase / PHASES;
      const sinc = x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
      kernel[phase * 2 * REACH + tap] = sinc * (0.5 + 0.5 * Math.cos((Math.PI * x) / REACH));
    }
  }
  return kernel;
})();

/**
 * One channel of a take played faster or slower, pitch and all, as a window that moves along: samples
 * between samples by a sinc under Hann's window (Oppenheim & Schafer). Only what is new in the window is
 * worked out.
 */
export class Resampled {
  private readonly window: Float32Array;
  private readonly raw: Float32Array;
  private from = Number.NaN;
  private faster = 1;

  /** @param length Of the window, in samples. */
  constructor(
    private readonly channel: number,
    private readonly length: number,
  ) {
    this.window = new Float32Array(length);
    // At most an octave and a bit faster.
    this.raw = new Float32Array(Math.ceil(4.1 * length) + 4 * REACH);
  }

  /** What was read before is read anew. */
  renew(): void {
    this.from = Number.NaN;
  }

  /** @param from Where the window begins, counted in samples of what is played; whole. */
  read(source: SampleSource, from: number, faster: number, into: Float32Array): void {
    if (faster === 1) {
      source(this.channel, from, into);
      this.from = Number.NaN;
      return;
    }
    const moved = from - this.from;
    const isOn = faster === this.faster && moved >= 0 && moved < this.length;
    const kept = isOn ? this.length - moved : 0;
    if (isOn) this.window.copyWithin(0, moved);
    this.from = from;
    this.faster = faster;
    this.fill(source, kept);
    into.set(this.window);
  }

  private fill(source: SampleSource, kept: number): void {
    const { window, length, from, faster, channel } = this;
    if (kept === length) return;
    const first = Math.floor((from + kept) * faster) - REACH + 1;
    const last = Math.floor((from + length - 1) * faster) + REACH;
    const raw = this.raw.subarray(0, last - first + 1);
    source(channel, first, raw);
    for (let at = kept; at < length; at++) {
      const place = (from + at) * faster;
      const whole = Math.floor(place);
      const phase = Math.round((place - whole) * PHASES);
      const begin = whole - REACH + 1 - first;
      const row = phase * 2 * REACH;
      let sum = 0;
      for (let tap = 0; tap < 2 * REACH; tap++) sum += raw[begin + tap]! * KERNEL[row + tap]!;
      window[at] = sum;
    }
  }
}
