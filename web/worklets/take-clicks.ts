const LENGTH_SECONDS = 0.03;
const HZ = { plain: 1100, accented: 1650 } as const;

/** Clicks at the beats of a take, mixed into what is played. */
export class TakeClicks {
  private beats = new Float64Array();
  private isAccented = new Uint8Array();
  private gain = 0;
  /** Clicks to come, and those that sound: when they begin, in frames of the audio clock. */
  private waiting: { readonly frame: number; readonly hz: number }[] = [];

  constructor(private readonly sampleRate: number) {}

  set(beats: Float64Array, isAccented: Uint8Array, gain: number): void {
    this.beats = beats as Float64Array<ArrayBuffer>;
    this.isAccented = isAccented as Uint8Array<ArrayBuffer>;
    this.gain = gain;
    if (gain === 0) this.waiting = [];
  }

  /** What is heard from a frame on: the take from one moment to another, in seconds. */
  pass(from: number, to: number, frame: number, rate: number): void {
    if (this.gain === 0) return;
    const { beats } = this;
    let [low, high] = [0, beats.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (beats[middle]! < from) low = middle + 1;
      else high = middle;
    }
    for (; low < beats.length && beats[low]! < to; low++) {
      const later = Math.round(((beats[low]! - from) / rate) * this.sampleRate);
      const hz = this.isAccented[low] === 1 ? HZ.accented : HZ.plain;
      this.waiting.push({ frame: frame + later, hz });
    }
  }

  drop(): void {
    this.waiting = [];
  }

  /** @param frame Of the first sample of `outputs`. */
  mix(outputs: readonly Float32Array[], frame: number): void {
    const length = LENGTH_SECONDS * this.sampleRate;
    for (const { frame: start, hz } of this.waiting) {
      for (let at = Math.max(0, start - frame); at < outputs[0]!.length; at++) {
        const since = frame + at - start;
        if (since >= length) break;
        const fade = (1 - since / length) ** 2;
        const sample = this.gain * fade * Math.sin((2 * Math.PI * hz * since) / this.sampleRate);
        for (const output of outputs) output[at]! += sample;
      }
    }
    const end = frame + outputs[0]!.length;
    this.waiting = this.waiting.filter(({ frame: start }) => start + length > end);
  }
}
