import { Fourier, hannWindow } from "../sound/fourier";
import { ENVELOPE_RATE } from "./envelope";

const WINDOW = 8 * ENVELOPE_RATE;
const HOP = WINDOW / 2;
const SIZE = 8192;

/**
 * How much of an envelope goes round at each tempo, over all of it: magnitudes of short-time spectra
 * (Grosche & Müller, A mid-level representation for capturing dominant tempo and pulse information
 * in music recordings, ISMIR 2009), by windows of eight seconds, added up.
 */
export class Tempogram {
  private readonly strengths = new Float64Array(SIZE / 2 + 1);
  /** The greatest strength at any tempo from 30 to 500. */
  readonly most: number;

  constructor(envelope: Float32Array) {
    const fourier = new Fourier(SIZE);
    const frame = new Float32Array(SIZE);
    const flat = new Float32Array(SIZE).fill(1);
    for (let from = 0; from === 0 || from + WINDOW / 2 < envelope.length; from += HOP) {
      const part = envelope.subarray(from, from + WINDOW);
      const mean = part.reduce((sum, value) => sum + value, 0) / part.length;
      if (!(mean > 0)) continue;
      const hann = hannWindow(part.length);
      frame.fill(0);
      for (let index = 0; index < part.length; index++) {
        frame[index] = ((part[index]! - mean) * hann[index]!) / mean / part.length;
      }
      const magnitudes = fourier.magnitudes(frame, flat);
      for (let bin = 0; bin < magnitudes.length; bin++) this.strengths[bin]! += magnitudes[bin]!;
    }
    let most = 0;
    for (let bpm = 30; bpm <= 500; bpm *= 1.005) most = Math.max(most, this.at(bpm));
    this.most = most;
  }

  /** Strength of a tempo, between bins by their neighbours; 0 beyond what the envelope can hold. */
  at(bpm: number): number {
    const place = (bpm / 60) * (SIZE / ENVELOPE_RATE);
    const bin = Math.floor(place);
    const { strengths } = this;
    if (!(bin >= 1 && bin + 1 < strengths.length)) return 0;
    return strengths[bin]! + (place - bin) * (strengths[bin + 1]! - strengths[bin]!);
  }

  /** Strength of a tempo together with what goes two, three and four times as fast. */
  withMultiples(bpm: number): number {
    return this.at(bpm) + this.at(2 * bpm) + 0.5 * this.at(3 * bpm) + 0.5 * this.at(4 * bpm);
  }
}
