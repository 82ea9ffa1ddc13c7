/** Lowest note a string can have here, in Hz: a margin below the B0 of a five-string bass. */
const LOWEST_HZ = 15;
/** Fundamental falls by 60 dB in this time; real strings lie between 4 and 12 s. */
const SUSTAIN_S = 7;
/** How far from the bridge the string is plucked, as a share of its length. */
const PLUCK_AT = 0.19;
/** Weight of the loop filter's outer taps: how fast the overtones die away. */
const DULLNESS = 0.06;
/** Samples of delay of the loop filter, the same at every frequency since its taps are symmetric. */
const FILTER_DELAY = 1;

/**
 * A plucked string as a loop of delay (Karplus & Strong, Computer Music Journal 7, 1983): what went
 * around once comes back a little duller and softer. The delay is read between samples by cubic
 * Lagrange interpolation (Jaffe & Smith in the same issue, on tuning), so that any pitch is met and
 * may glide while it sounds. Renders one channel; allocates nothing while it does.
 */
export class PluckedString {
  private readonly ring: Float64Array;
  private writeAt = 0;
  private hz: number;

  /** @throws RangeError outside 20 Hz to a tenth of the sample rate. */
  constructor(
    private readonly sampleRate: number,
    hz: number,
  ) {
    this.ring = new Float64Array(Math.ceil(sampleRate / LOWEST_HZ) + 8);
    this.hz = hz;
    this.tuneTo(hz);
  }

  tuneTo(hz: number): void {
    if (!(hz >= 20 && hz <= this.sampleRate / 10)) {
      throw new RangeError(`hz must be 20 to ${this.sampleRate / 10}, got ${hz}`);
    }
    this.hz = hz;
  }

  /** Lets go of a string that was pulled aside at one point; what sounded before ends. */
  pluck(strength = 0.5): void {
    const { ring, writeAt } = this;
    const period = this.sampleRate / this.hz;
    for (let back = 1; back < ring.length; back++) {
      const at = (writeAt - back + ring.length) % ring.length;
      ring[at] = strength * pulledAside((back / period) % 1);
    }
  }

  /** A hand on the string. */
  damp(): void {
    this.ring.fill(0);
  }

  /** Adds the sound of the next samples to `output`. */
  render(output: Float32Array): void {
    const { ring } = this;
    const size = ring.length;
    const delay = this.sampleRate / this.hz - FILTER_DELAY;
    const gain = 10 ** (-3 / (this.hz * SUSTAIN_S));
    const whole = Math.floor(delay);
    const part = delay - whole;
    // Weights of the four samples around the point that is read, −1 to 2.
    const a = (-part * (part - 1) * (part - 2)) / 6;
    const b = ((part + 1) * (part - 1) * (part - 2)) / 2;
    const c = (-(part + 1) * part * (part - 2)) / 2;
    const d = ((part + 1) * part * (part - 1)) / 6;
    let { writeAt } = this;
    for (let index = 0; index < output.length; index++) {
      // The filter looks one sample to either side of the delayed point, the interpolation one or two more.
      let sum = 0;
      for (let tap = -1; tap <= 1; tap++) {
        const base = writeAt - whole - tap - FILTER_DELAY + 2 * size;
        const read =
          a * ring[(base + 1) % size]! +
          b * ring[base % size]! +
          c * ring[(base - 1) % size]! +
          d * ring[(base - 2) % size]!;
        sum += (tap === 0 ? 1 - 2 * DULLNESS : DULLNESS) * read;
      }
      const sample = gain * sum;
      ring[writeAt] = sample;
      output[index] = output[index]! + sample;
      writeAt = (writeAt + 1) % size;
    }
    this.writeAt = writeAt;
  }
}

/** The shape of one period, −1 to 1: a corner at the plucking point that runs back and forth. */
function pulledAside(phase: number): number {
  const half = phase < 0.5 ? phase * 2 : (1 - phase) * 2;
  const height = half < PLUCK_AT ? half / PLUCK_AT : (1 - half) / (1 - PLUCK_AT);
  return phase < 0.5 ? height : -height;
}
