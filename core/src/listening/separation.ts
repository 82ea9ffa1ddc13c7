import { Fourier, hannWindow } from "../sound/fourier";

const WINDOW_SECONDS = 0.046;
const OVERLAP = 4;
/** Frames, and bins, over which medians are taken; odd. */
const FRAMES = 17;
const BINS = 17;
const MIDDLE = (FRAMES - 1) / 2;

/**
 * Parts a stream of sound into what rings and what strikes: a ringing partial is a ridge along time
 * in the spectrogram, a stroke a ridge along frequency; the median along each keeps its own and drops
 * the other, and the two are weighed against each other by their squares (Fitzgerald,
 * Harmonic/percussive separation using median filtering, DAFx 2010). What rings and what strikes are
 * together the sound as it was, `latency` samples later.
 */
export class Separation {
  /** By how many samples what comes out is later than what went in. */
  readonly latency: number;
  private readonly size: number;
  private readonly hop: number;
  private readonly bins: number;
  private readonly fourier: Fourier;
  private readonly window: Float32Array;
  private readonly input: Float32Array;
  private readonly ringing: Float32Array;
  /** The sound as it was, on its way to come out in time with what rings. */
  private readonly delay: Float32Array;
  private delayAt = 0;
  private readonly frame: Float32Array;
  /** The last `FRAMES` spectra and magnitudes, in turn. */
  private readonly spectra: readonly Float32Array[];
  private readonly magnitudes: readonly Float32Array[];
  private readonly struck: Float32Array;
  private readonly alongTime = new Float32Array(FRAMES);
  private readonly alongBins = new Float32Array(BINS);
  private filled = 0;
  private index = 0;

  constructor(sampleRate: number) {
    this.size = windowSize(sampleRate);
    this.hop = this.size / OVERLAP;
    this.bins = this.size / 2 + 1;
    this.latency = separationLatency(sampleRate);
    this.fourier = new Fourier(this.size);
    // The root of Hann's window before and behind; four of them overlapping add up to 2.
    this.window = hannWindow(this.size).map(Math.sqrt);
    this.input = new Float32Array(this.size);
    this.ringing = new Float32Array(this.size);
    this.delay = new Float32Array(this.latency);
    this.frame = new Float32Array(this.size);
    this.spectra = Array.from({ length: FRAMES }, () => new Float32Array(2 * this.bins));
    this.magnitudes = Array.from({ length: FRAMES }, () => new Float32Array(this.bins));
    this.struck = new Float32Array(this.bins);
  }

  /**
   * Takes the next samples and gives as many of those from `latency` ago.
   * @param ringing Filled with what rings. @param striking Filled with what strikes. One may be `input`.
   */
  process(input: Float32Array, ringing: Float32Array, striking: Float32Array): void {
    for (let at = 0; at < input.length; at++) {
      const sample = input[at]!;
      this.input[this.size - this.hop + this.filled] = sample;
      const rings = this.ringing[this.filled]!;
      striking[at] = this.delay[this.delayAt]! - rings;
      ringing[at] = rings;
      this.delay[this.delayAt] = sample;
      this.delayAt = (this.delayAt + 1) % this.latency;
      this.filled += 1;
      if (this.filled === this.hop) this.step();
    }
  }

  private step(): void {
    const { size, hop, fourier, window, bins, index } = this;
    const spectrum = this.spectra[index % FRAMES]!;
    const magnitudes = this.magnitudes[index % FRAMES]!;
    fourier.transform(this.input, window);
    for (let bin = 0; bin < bins; bin++) {
      const re = fourier.spectrum[2 * bin]!;
      const im = fourier.spectrum[2 * bin + 1]!;
      spectrum[2 * bin] = re;
      spectrum[2 * bin + 1] = im;
      magnitudes[bin] = Math.sqrt(re * re + im * im);
    }
    shift(this.ringing, hop);
    if (index >= MIDDLE) this.separate((index - MIDDLE) % FRAMES);
    this.index += 1;
    this.filled = 0;
    this.input.copyWithin(0, hop);
    this.input.fill(0, size - hop);
  }

  /** Adds the frame in the middle of those that are held to what comes out. */
  private separate(middle: number): void {
    const { fourier, bins, window, frame, ringing, struck } = this;
    const spectrum = this.spectra[middle]!;
    this.medianAlongBins(this.magnitudes[middle]!);
    for (let bin = 0; bin < bins; bin++) {
      const rings = this.medianAlongTime(bin) ** 2;
      const strikes = struck[bin]! ** 2;
      const share = rings + strikes > 0 ? rings / (rings + strikes) : 0;
      fourier.spectrum[2 * bin] = share * spectrum[2 * bin]!;
      fourier.spectrum[2 * bin + 1] = share * spectrum[2 * bin + 1]!;
    }
    fourier.inverse(frame);
    addWindowed(frame, window, ringing);
  }

  private medianAlongTime(bin: number): number {
    const { alongTime, magnitudes } = this;
    for (let frame = 0; frame < FRAMES; frame++) alongTime[frame] = magnitudes[frame]![bin]!;
    return median(alongTime);
  }

  private medianAlongBins(magnitudes: Float32Array): void {
    const { alongBins, struck, bins } = this;
    const reach = (BINS - 1) / 2;
    for (let bin = 0; bin < bins; bin++) {
      const from = Math.min(Math.max(0, bin - reach), bins - BINS);
      for (let at = 0; at < BINS; at++) alongBins[at] = magnitudes[from + at]!;
      struck[bin] = median(alongBins);
    }
  }
}

function windowSize(sampleRate: number): number {
  return 2 ** Math.round(Math.log2(sampleRate * WINDOW_SECONDS));
}

/** By how many samples what comes out of a separation is later than what went in. */
export function separationLatency(sampleRate: number): number {
  const size = windowSize(sampleRate);
  return size + (MIDDLE * size) / OVERLAP;
}

/** The middle one of an odd number of values; sorts them where they are. */
function median(values: Float32Array): number {
  for (let index = 1; index < values.length; index++) {
    const value = values[index]!;
    let at = index - 1;
    while (at >= 0 && values[at]! > value) {
      values[at + 1] = values[at]!;
      at -= 1;
    }
    values[at + 1] = value;
  }
  return values[(values.length - 1) / 2]!;
}

function shift(samples: Float32Array, by: number): void {
  samples.copyWithin(0, by);
  samples.fill(0, samples.length - by);
}

/** Windows of Hann's shape that overlap four times add up to 2. */
function addWindowed(frame: Float32Array, window: Float32Array, into: Float32Array): void {
  for (let at = 0; at < frame.length; at++) into[at]! += (frame[at]! * window[at]!) / 2;
}
