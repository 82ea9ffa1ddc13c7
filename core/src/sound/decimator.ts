/** Zero crossings of the sinc on either side of its middle. */
const CROSSINGS = 8;
/** Of the new Nyquist frequency: what lies above is on its way to nothing. */
const EDGE = 0.8;

/**
 * Keeps every `factor`-th sample of a stream, without what lies above the new Nyquist frequency: a sinc
 * under Hann's window (Oppenheim & Schafer, Discrete-Time Signal Processing, windowed design). What
 * comes out is in time with what went in; the last `8 · factor` samples come with `finish`.
 */
export class Decimator {
  private readonly kernel: Float32Array;
  private readonly held: Float32Array;
  private readonly out: Float32Array;
  private filled: number;

  /**
   * @param factor From 1 on, whole; 1 lets everything through.
   * @param use Gets the samples as they come out; they hold only during the call.
   */
  constructor(
    private readonly factor: number,
    private readonly use: (samples: Float32Array) => void,
  ) {
    const reach = CROSSINGS * factor;
    const kernel = Float32Array.from({ length: 2 * reach + 1 }, (_, at) => {
      const place = (EDGE * (at - reach)) / factor;
      const sinc = place === 0 ? 1 : Math.sin(Math.PI * place) / (Math.PI * place);
      return sinc * (0.5 + 0.5 * Math.cos((Math.PI * (at - reach)) / (reach + 1)));
    });
    const sum = kernel.reduce((total, weight) => total + weight, 0);
    this.kernel = kernel.map((weight) => weight / sum);
    this.held = new Float32Array(this.kernel.length + 4096 * factor);
    this.out = new Float32Array(4097);
    // Before the first sample lies silence, as much as the kernel reaches back.
    this.filled = reach;
  }

  push(block: Float32Array): void {
    if (this.factor === 1) {
      this.use(block);
      return;
    }
    let at = 0;
    while (at < block.length) {
      const count = Math.min(this.held.length - this.filled, block.length - at);
      this.held.set(block.subarray(at, at + count), this.filled);
      this.filled += count;
      at += count;
      this.filter();
    }
  }

  /** The stream is over: gives what still depends on the silence behind it. */
  finish(): void {
    if (this.factor > 1) this.push(new Float32Array(CROSSINGS * this.factor));
  }

  private filter(): void {
    const { kernel, held, factor, out } = this;
    const middle = (kernel.length - 1) / 2;
    let from = 0;
    let count = 0;
    while (from + kernel.length <= this.filled) {
      const last = from + kernel.length - 1;
      let sum = kernel[middle]! * held[from + middle]!;
      // The kernel is the same on either side.
      for (let at = 0; at < middle; at++)
        sum += kernel[at]! * (held[from + at]! + held[last - at]!);
      out[count++] = sum;
      from += factor;
    }
    held.copyWithin(0, from, this.filled);
    this.filled -= from;
    if (count > 0) this.use(out.subarray(0, count));
  }
}
