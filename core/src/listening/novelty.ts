import { Fourier, hannWindow } from "../sound/fourier";
import { Frames } from "../sound/frames";
import { logBands, sumBands, type Bands } from "./bands";
import { Growing } from "../sound/growing";

/** Frames of novelty a second; an attack is told to 5 ms. */
export const NOVELTY_RATE = 200;

const LAG = 4;
const WINDOW_SECONDS = 0.023;
const GAIN = 10;
/** Below lies what a kick drum or a bass does, above what cymbals, snares and picks do. */
const LOW_HZ = 160;
const HIGH_HZ = 2500;

/** What becomes louder at each moment, 200 values a second, at least 0. */
export interface Novelty {
  /** Over all bands; what attacks are picked from. */
  readonly all: Float32Array;
  readonly low: Float32Array;
  readonly high: Float32Array;
  /** How loud it is, not what became louder: the sum of all bands. */
  readonly level: Float32Array;
}

/**
 * Novelty of a stream of sound by spectral flux with a maximum filter along the frequencies, so that
 * vibrato makes none (superflux: Böck & Widmer, Maximum filter vibrato suppression for onset
 * detection, DAFx 2013), in windows short enough to tell the strings of a strum apart.
 */
export class NoveltyStream {
  private readonly fourier: Fourier;
  private readonly window: Float32Array;
  private readonly bands: Bands;
  /** The bands of the last frames, in turn, for the difference over `LAG`. */
  private readonly past: readonly Float32Array[];
  private readonly frames: Frames;
  private readonly all = new Growing();
  private readonly low = new Growing();
  private readonly high = new Growing();
  private readonly level = new Growing();

  constructor(sampleRate: number) {
    const size = 2 ** Math.round(Math.log2(sampleRate * WINDOW_SECONDS));
    this.fourier = new Fourier(size);
    this.window = hannWindow(size);
    this.bands = logBands(size, sampleRate, { perOctave: 24, lowHz: 30, highHz: 16_000 });
    this.past = Array.from({ length: LAG + 1 }, () => new Float32Array(this.bands.count));
    this.frames = new Frames(size, sampleRate / NOVELTY_RATE, (frame, _, isCutOff) =>
      this.hear(frame, isCutOff),
    );
  }

  push(block: Float32Array): void {
    this.frames.push(block);
  }

  finish(): Novelty {
    this.frames.finish();
    return {
      all: this.all.values(),
      low: this.low.values(),
      high: this.high.values(),
      level: this.level.values(),
    };
  }

  /** Where the sound is cut off all bands become louder, and nothing begins. */
  private hear(frame: Float32Array, isCutOff: boolean): void {
    const { past, bands } = this;
    const { count, hz } = bands;
    const index = this.all.length;
    const now = past[index % past.length]!;
    const then = past[(index + 1) % past.length]!;
    sumBands(bands, this.fourier.magnitudes(frame, this.window), now);
    let [all, low, high, loud] = [0, 0, 0, 0];
    for (let band = 0; band < count; band++) {
      loud += now[band]!;
      const level = Math.log10(1 + GAIN * now[band]!);
      now[band] = level;
      if (index < LAG || isCutOff) continue;
      const below = band > 0 ? then[band - 1]! : 0;
      const above = band + 1 < count ? then[band + 1]! : 0;
      const rise = level - Math.max(below, then[band]!, above);
      if (rise <= 0) continue;
      all += rise;
      if (hz[band]! < LOW_HZ) low += rise;
      else if (hz[band]! > HIGH_HZ) high += rise;
    }
    this.all.add(all / count);
    this.low.add(low / count);
    this.high.add(high / count);
    this.level.add(loud);
  }
}
