import { PitchDetector } from "pitchy";

/** A tone that was heard. */
export interface Tone {
  readonly hz: number;
  /** How periodic the sound is, 0–1; below 0.9 it is no clear tone. */
  readonly clarity: number;
  /** Level of the window in dB below full scale (RMS). */
  readonly levelDb: number;
}

/** Softer than this is silence, in dB below full scale. */
const SILENCE_DB = -58;
const CLEAR = 0.9;

/**
 * How long a window shall be, in samples: about a sixth of a second, the power of two that the
 * transform wants. The lowest open string, B0 at 30.9 Hz, goes around five times in it.
 */
export function windowSizeFor(sampleRate: number): number {
  return 2 ** Math.round(Math.log2(sampleRate / 6));
}

/**
 * Hears the pitch of one window of sound by McLeod's method (McLeod & Wyvill, A smarter way to find
 * pitch, ICMC 2005), then again over many periods: the same peak of the autocorrelation lies at each
 * multiple of the period, and what noise adds to the period there is divided by the multiple.
 */
export class PitchEar {
  private readonly detector: PitchDetector<Float32Array>;

  /** @param windowSize In samples; `windowSizeFor` tells a good one. */
  constructor(
    private readonly sampleRate: number,
    readonly windowSize: number,
  ) {
    this.detector = PitchDetector.forFloat32Array(windowSize);
  }

  /** @returns undefined for silence and for sounds without a clear pitch. @throws RangeError for another length. */
  hear(window: Float32Array): Tone | undefined {
    if (window.length !== this.windowSize) {
      throw new RangeError(`expected ${this.windowSize} samples, got ${window.length}`);
    }
    const levelDb = levelOf(window);
    if (levelDb < SILENCE_DB) return undefined;
    const [hz, clarity] = this.detector.findPitch(window, this.sampleRate);
    if (clarity < CLEAR || !(hz > 0)) return undefined;
    return { hz: this.sampleRate / refinedPeriod(window, this.sampleRate / hz), clarity, levelDb };
  }
}

function levelOf(window: Float32Array): number {
  let sum = 0;
  for (const sample of window) sum += sample * sample;
  return 10 * Math.log10(sum / window.length + 1e-20);
}

/** The period again, in samples, from the peak at the most periods that half the window holds. */
function refinedPeriod(window: Float32Array, period: number): number {
  // Noise tells neighbouring lags apart at random; lags further down the peak's sides tell them by its shape.
  const stride = Math.max(1, Math.round(period / 32));
  let refined = period;
  // By doubling: the error of the period grows with the multiple, but never past the next peak.
  for (let multiple = 1; multiple * period < window.length / 2; multiple *= 2) {
    refined = peakNear(window, refined * multiple, stride) / multiple;
  }
  return refined;
}

/** The lag near `lag` at which the window is most like itself: the top of a parabola through three. */
function peakNear(window: Float32Array, lag: number, stride: number): number {
  const at = Math.round(lag);
  const before = likeness(window, at - stride);
  const here = likeness(window, at);
  const after = likeness(window, at + stride);
  const bend = before - 2 * here + after;
  const shift = bend < 0 ? (stride * (before - after)) / (2 * bend) : 0;
  return Math.abs(shift) < stride ? at + shift : lag;
}

/** Normalised square difference of a window and itself `lag` samples later, −1 to 1. */
function likeness(window: Float32Array, lag: number): number {
  let product = 0;
  let power = 0;
  for (let index = 0; index + lag < window.length; index++) {
    const a = window[index]!;
    const b = window[index + lag]!;
    product += a * b;
    power += a * a + b * b;
  }
  return power > 0 ? (2 * product) / power : 0;
}
