/**
 * Cuts a stream of samples into overlapping frames. Frame k is centred on sample k · hop, rounded;
 * before the first sample and behind the last one lies silence. Holds one frame, however long the
 * stream is.
 */
export class Frames {
  private readonly held: Float32Array;
  private filled: number;
  private index = 0;
  private samples = 0;
  private isOver = false;

  /**
   * @param size Of a frame, in samples, even.
   * @param hop From one frame to the next, in samples, 1 to `size`; it need not be whole.
   * @param use Gets each frame, and whether the end of the sound lies in it; it holds only during the call.
   */
  constructor(
    private readonly size: number,
    private readonly hop: number,
    private readonly use: (frame: Float32Array, index: number, isCutOff: boolean) => void,
  ) {
    if (!(hop >= 1 && hop <= size)) throw new RangeError(`hop must be 1–${size}, got ${hop}`);
    this.held = new Float32Array(size);
    this.filled = size / 2;
  }

  push(block: Float32Array): void {
    this.samples += block.length;
    this.take(block);
  }

  /** Gives the frames that still begin within the sound. The stream is over then. */
  finish(): void {
    const frames = this.samples === 0 ? 0 : Math.ceil(this.samples / this.hop);
    this.isOver = true;
    const silence = new Float32Array(this.size);
    while (this.index < frames) this.take(silence.subarray(0, this.size - this.filled));
  }

  private take(block: Float32Array): void {
    let at = 0;
    while (at < block.length) {
      const count = Math.min(this.size - this.filled, block.length - at);
      this.held.set(block.subarray(at, at + count), this.filled);
      this.filled += count;
      at += count;
      if (this.filled < this.size) return;
      this.use(this.held, this.index, this.isOver);
      const step = Math.round((this.index + 1) * this.hop) - Math.round(this.index * this.hop);
      this.index += 1;
      this.held.copyWithin(0, step);
      this.filled = this.size - step;
    }
  }
}
