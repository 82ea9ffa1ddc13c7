import FFT from "fft.js";

/** Hann's window, periodic: 0.5 − 0.5 cos(2πn / size). */
export function hannWindow(size: number): Float32Array {
  return Float32Array.from(
    { length: size },
    (_, index) => 0.5 - 0.5 * Math.cos((2 * Math.PI * index) / size),
  );
}

/**
 * Spectra of real windows of one size, without a new array for each.
 * What a method gives lies in buffers of the object and holds until its next call.
 */
export class Fourier {
  private readonly fft: FFT;
  private readonly input: number[];
  /** Real and imaginary parts in turn, `size / 2 + 1` pairs that count. */
  readonly spectrum: number[];
  private readonly back: number[];
  private readonly bins: Float32Array;

  /** @param size In samples, a power of two, at least 4. @throws RangeError otherwise. */
  constructor(readonly size: number) {
    if (size < 4 || (size & (size - 1)) !== 0) {
      throw new RangeError(`size must be a power of two from 4 on, got ${size}`);
    }
    this.fft = new FFT(size);
    this.input = new Array<number>(size).fill(0);
    this.spectrum = this.fft.createComplexArray() as number[];
    this.back = this.fft.createComplexArray() as number[];
    this.bins = new Float32Array(size / 2 + 1);
  }

  /** Transforms `frame` times `window` into `spectrum`. Both hold `size` samples. */
  transform(frame: Float32Array, window: Float32Array): void {
    const { input, size } = this;
    for (let index = 0; index < size; index++) input[index] = frame[index]! * window[index]!;
    this.fft.realTransform(this.spectrum, input);
  }

  /**
   * Turns `spectrum`, which may have been changed in its first `size / 2 + 1` pairs, back into `size`
   * real samples: the inverse of `transform` with a window of ones.
   */
  inverse(into: Float32Array): void {
    this.fft.completeSpectrum(this.spectrum);
    this.fft.inverseTransform(this.back, this.spectrum);
    for (let index = 0; index < this.size; index++) into[index] = this.back[2 * index]!;
  }

  /** Magnitudes of `frame` times `window`, bin 0 to bin `size / 2`. */
  magnitudes(frame: Float32Array, window: Float32Array): Float32Array {
    this.transform(frame, window);
    const { bins, spectrum } = this;
    for (let bin = 0; bin < bins.length; bin++) {
      const re = spectrum[2 * bin]!;
      const im = spectrum[2 * bin + 1]!;
      bins[bin] = Math.sqrt(re * re + im * im);
    }
    return bins;
  }
}
