import { Resampled, type SampleSource } from "./resampled";
import type { Stretch } from "./stretch-module";

/** What keeps both attacks and low strings: shorter blocks tear a bass apart, longer ones smear picks. */
const BLOCK_SECONDS = 0.07;
/** With half as many blocks a low string comes out twenty cents sharp. */
const OVERLAP = 8;
/**
 * The library is told no slower rate than this: below a half it draws phases by lot, which puts low strings
 * off by ten cents; how far a block lies from the one before comes from where it is read, and attacks are
 * kept better so.
 */
const LEAST_RATE = 0.75;

/** Where in the take a block lies, and how it is played. */
export interface BlockPlace {
  /** In samples of the take; fractions allowed. */
  readonly at: number;
  /** Seconds of the take in one second. */
  readonly rate: number;
  /** Up or down, at the same speed; fractions allowed. */
  readonly semitones: number;
}

/**
 * A take slowed and shifted, block by block, from wherever in the take. The library does the slowing; the
 * shift is played faster or slower by that much and slowed by that much more, which is exact to a
 * fraction of a cent, where the library's own shift of a low string is off by ten.
 */
export class Stretched {
  /** How much later what was put in is heard, in samples. */
  readonly latency: number;
  private readonly inputLatency: number;
  private readonly length: number;
  private readonly pointer: number;
  private readonly inputs: readonly Resampled[];

  constructor(
    private readonly stretch: Stretch,
    sampleRate: number,
    channels: number,
  ) {
    const block = Math.round(BLOCK_SECONDS * sampleRate);
    stretch._configure(channels, block, Math.round(block / OVERLAP), false);
    stretch._reset();
    this.inputLatency = stretch._inputLatency();
    this.latency = stretch._outputLatency();
    this.length = this.inputLatency + this.latency;
    this.pointer = stretch._setBuffers(channels, this.length);
    this.inputs = Array.from(
      { length: channels },
      (_, channel) => new Resampled(channel, this.length),
    );
  }

  /** Lets go of what still sounds, and of what was read before. */
  reset(): void {
    this.stretch._reset();
    this.renew();
  }

  /** What the source gives has changed: it is read anew. */
  renew(): void {
    for (const input of this.inputs) input.renew();
  }

  /** Renders the next block; what is put in now is heard `latency` samples later. */
  render(
    source: SampleSource,
    { at, rate, semitones }: BlockPlace,
    outputs: readonly Float32Array[],
  ): void {
    const { stretch, length, inputs } = this;
    const faster = 2 ** (semitones / 12);
    const from = Math.round(at / faster) + this.inputLatency - length;
    for (const [channel, input] of inputs.entries()) {
      input.read(source, from, faster, this.heap(channel, length));
    }
    // Given anew for every block: what comes in need not fit to what went out.
    stretch._seek(length, Math.max(LEAST_RATE, rate / faster));
    stretch._process(0, outputs[0]!.length);
    for (const [channel, output] of outputs.entries()) {
      const from = inputs.length + Math.min(channel, inputs.length - 1);
      output.set(this.heap(from, output.length));
    }
  }

  private heap(buffer: number, count: number): Float32Array {
    const from = this.pointer + 4 * this.length * buffer;
    return new Float32Array(this.stretch.HEAP8.buffer, from, count);
  }
}
