import { Fourier, hannWindow } from "../sound/fourier";
import { Frames } from "../sound/frames";

/** Frames of partials a second. */
export const PARTIALS_RATE = 20;

const WINDOW_SECONDS = 0.19;
const LOW_HZ = 60;
const HIGH_HZ = 2000;
/** Of the loudest partial of the frame. */
const LEAST_SHARE = 0.03;
const MOST = 40;

/** The partials that sound in one frame, lower ones first. Arrays are filled up to `count`. */
export interface Partials {
  count: number;
  readonly hz: Float64Array;
  /** Magnitude; 1 at full scale. */
  readonly level: Float64Array;
}

/**
 * Partials of a stream of sound, 20 frames a second: peaks of the spectrum from 60 to 2000 Hz, their
 * frequency by a parabola through the logarithms of three bins (Smith & Serra, PARSHL, ICMC 1987).
 */
export class PartialsStream {
  private readonly fourier: Fourier;
  private readonly window: Float32Array;
  private readonly frames: Frames;
  private readonly partials: Partials = {
    count: 0,
    hz: new Float64Array(MOST),
    level: new Float64Array(MOST),
  };

  /** @param use Gets each frame's partials; they hold only during the call. */
  constructor(
    private readonly sampleRate: number,
    private readonly use: (partials: Partials, index: number) => void,
  ) {
    const size = 2 ** Math.round(Math.log2(sampleRate * WINDOW_SECONDS));
    this.fourier = new Fourier(size);
    this.window = hannWindow(size);
    const hop = sampleRate / PARTIALS_RATE;
    this.frames = new Frames(size, hop, (frame, index) => this.hear(frame, index));
  }

  push(block: Float32Array): void {
    this.frames.push(block);
  }

  finish(): void {
    this.frames.finish();
  }

  private hear(frame: Float32Array, index: number): void {
    const { partials, fourier, sampleRate } = this;
    const magnitudes = fourier.magnitudes(frame, this.window);
    const binHz = sampleRate / fourier.size;
    const from = Math.max(2, Math.ceil(LOW_HZ / binHz));
    const to = Math.min(magnitudes.length - 2, Math.floor(HIGH_HZ / binHz));
    let loudest = 0;
    for (let bin = from; bin <= to; bin++) loudest = Math.max(loudest, magnitudes[bin]!);
    partials.count = 0;
    const least = Math.max(LEAST_SHARE * loudest, 1e-9);
    for (let bin = from; bin <= to && partials.count < MOST; bin++) {
      const here = magnitudes[bin]!;
      if (here < least || here < magnitudes[bin - 1]! || here <= magnitudes[bin + 1]!) continue;
      const a = Math.log(magnitudes[bin - 1]! + 1e-12);
      const b = Math.log(here);
      const c = Math.log(magnitudes[bin + 1]! + 1e-12);
      const shift = (0.5 * (a - c)) / (a - 2 * b + c);
      partials.hz[partials.count] = (bin + shift) * binHz;
      // A Hann window of N samples gives a sine of amplitude 1 a peak of N / 4.
      partials.level[partials.count] = (4 * here) / fourier.size;
      partials.count += 1;
    }
    this.use(partials, index);
  }
}
