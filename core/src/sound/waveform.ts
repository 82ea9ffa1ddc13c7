/** Samples to one pair of the finest level. */
const WAVEFORM_STEP = 256;
/** Each level holds a pair for so many of the level below. */
const LEVEL_STEP = 4;

/** Lowest and highest samples of a take at several resolutions, for drawing. */
export interface Waveform {
  readonly sampleRate: number;
  readonly samples: number;
  /**
   * The finest first: level k has a pair (lowest, highest) for every 256 · 4^k samples, as bytes with
   * a sign: 127 is full scale.
   */
  readonly levels: readonly Int8Array[];
}

/** Makes a waveform of a take as it flows by: under two megabytes for an hour. */
export class WaveformStream {
  private pairs = new Int8Array(1 << 16);
  private count = 0;
  private low = 0;
  private high = 0;
  private filled = 0;
  private samples = 0;

  constructor(private readonly sampleRate: number) {}

  push(block: Float32Array): void {
    for (const sample of block) {
      if (sample < this.low) this.low = sample;
      else if (sample > this.high) this.high = sample;
      this.filled += 1;
      if (this.filled === WAVEFORM_STEP) this.add();
    }
    this.samples += block.length;
  }

  finish(): Waveform {
    if (this.filled > 0) this.add();
    const levels: Int8Array[] = [this.pairs.slice(0, this.count)];
    while (levels.at(-1)!.length > 2 * LEVEL_STEP) levels.push(coarser(levels.at(-1)!));
    return { sampleRate: this.sampleRate, samples: this.samples, levels };
  }

  private add(): void {
    if (this.count === this.pairs.length) {
      const more = new Int8Array(2 * this.pairs.length);
      more.set(this.pairs);
      this.pairs = more;
    }
    this.pairs[this.count++] = asByte(Math.floor(this.low * 127));
    this.pairs[this.count++] = asByte(Math.ceil(this.high * 127));
    this.low = 0;
    this.high = 0;
    this.filled = 0;
  }
}

/**
 * Lowest and highest samples of `columns` stretches of equal length between two moments, from the
 * coarsest level that is fine enough: −1 to 1, 0 where there is no sound.
 */
export function waveformColumns(
  { sampleRate, levels }: Waveform,
  from: number,
  to: number,
  columns: number,
): readonly { readonly low: number; readonly high: number }[] {
  const samplesAColumn = ((to - from) * sampleRate) / columns;
  let level = 0;
  while (level + 1 < levels.length && stepOf(level + 1) <= samplesAColumn) level += 1;
  const pairs = levels[level]!;
  const step = stepOf(level);
  return Array.from({ length: columns }, (_, column) => {
    const start = from * sampleRate + column * samplesAColumn;
    const first = Math.max(0, Math.floor(start / step));
    const last = Math.max(first + 1, Math.ceil((start + samplesAColumn) / step));
    let [low, high] = [0, 0];
    for (let pair = first; pair < Math.min(last, pairs.length / 2); pair++) {
      low = Math.min(low, pairs[2 * pair]!);
      high = Math.max(high, pairs[2 * pair + 1]!);
    }
    return { low: low / 127, high: high / 127 };
  });
}

const stepOf = (level: number) => WAVEFORM_STEP * LEVEL_STEP ** level;

function coarser(pairs: Int8Array): Int8Array {
  const count = Math.ceil(pairs.length / 2 / LEVEL_STEP);
  const out = new Int8Array(2 * count);
  for (let pair = 0; pair < pairs.length / 2; pair++) {
    const to = 2 * Math.floor(pair / LEVEL_STEP);
    out[to] = Math.min(out[to]!, pairs[2 * pair]!);
    out[to + 1] = Math.max(out[to + 1]!, pairs[2 * pair + 1]!);
  }
  return out;
}

const asByte = (value: number) => Math.max(-128, Math.min(127, value));
