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
/** Below this a string counts as still: −100 dB. */
const SILENCE = 1e-5;

/** How a string is set in motion. */
export interface PluckShape {
  /** 0–1. */
  readonly strength: number;
  /** How far from the bridge, as a share of its length: 0.05 is bright, 0.4 is round. */
  readonly position: number;
  /** What nail, pick or slapped wood adds, 0–1 of the strength. */
  readonly noise: number;
}

const PLAIN_PLUCK: PluckShape = { strength: 0.5, position: PLUCK_AT, noise: 0 };

/**
 * A plucked string as a loop of delay (Karplus & Strong, Computer Music Journal 7, 1983): what went
 * around once comes back a little duller and softer. The delay is read between samples by cubic
 * Lagrange interpolation (Jaffe & Smith in the same issue, on tuning), so that any pitch is met and
 * may glide while it sounds. Renders one channel; allocates nothing while it does.
 */
export class PluckedString {
  /** As long as a power of two, so that places in it are found without dividing. */
  private readonly ring: Float64Array;
  private writeAt = 0;
  private hz: number;
  private sustainS = SUSTAIN_S;
  private dullness = DULLNESS;
  private isStill = true;
  private noiseState = 1;

  /** @throws RangeError outside 20 Hz to a tenth of the sample rate. */
  constructor(
    private readonly sampleRate: number,
    hz: number,
  ) {
    const least = Math.ceil(sampleRate / LOWEST_HZ) + 8;
    this.ring = new Float64Array(2 ** Math.ceil(Math.log2(least)));
    this.hz = hz;
    this.tuneTo(hz);
  }

  tuneTo(hz: number): void {
    if (!(hz >= 20 && hz <= this.sampleRate / 10)) {
      throw new RangeError(`hz must be 20 to ${this.sampleRate / 10}, got ${hz}`);
    }
    this.hz = hz;
  }

  /**
   * What lies on the string.
   * @param sustainS The time in which the fundamental falls by 60 dB.
   * @param dullness How fast overtones die, 0 (never) to 0.3 (at once).
   */
  damping(sustainS = SUSTAIN_S, dullness = DULLNESS): void {
    this.sustainS = sustainS;
    this.dullness = dullness;
  }

  /** Lets go of a string that was pulled aside at one point; what sounded before ends. */
  pluck(shape: Partial<PluckShape> = {}): void {
    this.ring.fill(0);
    this.excite(shape);
  }

  /** The same on top of what sounds already: a finger that is hammered on a ringing string. */
  excite(shape: Partial<PluckShape> = {}): void {
    const { strength, position, noise } = { ...PLAIN_PLUCK, ...shape };
    const { ring, writeAt } = this;
    const mask = ring.length - 1;
    const period = this.sampleRate / this.hz;
    const turns = Math.ceil(period) + 4;
    for (let back = 1; back <= turns; back++) {
      const at = (writeAt - back) & mask;
      const pulled = pulledAside((back / period) % 1, position);
      const scratch = noise === 0 ? 0 : noise * this.scratch();
      ring[at] = ring[at]! + strength * (pulled + scratch);
    }
    this.isStill = false;
  }

  /** A hand on the string. */
  damp(): void {
    this.ring.fill(0);
    this.isStill = true;
  }

  /** Adds the sound of the next samples to `output`, from `start` up to `end`. */
  render(output: Float32Array, start = 0, end = output.length): void {
    if (this.isStill) {
      this.writeAt = (this.writeAt + end - start) & (this.ring.length - 1);
      return;
    }
    const { ring, dullness } = this;
    const mask = ring.length - 1;
    const delay = this.sampleRate / this.hz - FILTER_DELAY;
    const gain = 10 ** (-3 / (this.hz * this.sustainS));
    const whole = Math.floor(delay);
    const part = delay - whole;
    // Weights of the four samples around the point that is read, −1 to 2.
    const a = (-part * (part - 1) * (part - 2)) / 6;
    const b = ((part + 1) * (part - 1) * (part - 2)) / 2;
    const c = (-(part + 1) * part * (part - 2)) / 2;
    const d = ((part + 1) * part * (part - 1)) / 6;
    // The filter looks one sample to either side of the delayed point, the interpolation one or two
    // more: six samples in all, each with the weights of both.
    const side = gain * dullness;
    const middle = gain * (1 - 2 * dullness);
    const w0 = side * a;
    const w1 = side * b + middle * a;
    const w2 = side * c + middle * b + side * a;
    const w3 = side * d + middle * c + side * b;
    const w4 = middle * d + side * c;
    const w5 = side * d;
    let { writeAt } = this;
    let peak = 0;
    for (let index = start; index < end; index++) {
      const base = writeAt - whole - FILTER_DELAY;
      const sample =
        w0 * ring[(base + 2) & mask]! +
        w1 * ring[(base + 1) & mask]! +
        w2 * ring[base & mask]! +
        w3 * ring[(base - 1) & mask]! +
        w4 * ring[(base - 2) & mask]! +
        w5 * ring[(base - 3) & mask]!;
      ring[writeAt] = sample;
      output[index] = output[index]! + sample;
      if (sample > peak) peak = sample;
      else if (-sample > peak) peak = -sample;
      writeAt = (writeAt + 1) & mask;
    }
    this.writeAt = writeAt;
    // Short blocks may lie between two crests: only a whole period tells that nothing is left.
    if (peak < SILENCE && end - start >= 32) this.restIfStill();
  }

  private restIfStill(): void {
    const period = Math.ceil(this.sampleRate / this.hz) + 4;
    const mask = this.ring.length - 1;
    for (let back = 1; back <= period; back++) {
      if (Math.abs(this.ring[(this.writeAt - back) & mask]!) >= SILENCE) return;
    }
    this.damp();
  }

  /** White noise, −1 to 1, the same every time (Lehmer's generator with Park & Miller's numbers). */
  private scratch(): number {
    this.noiseState = (this.noiseState * 48271) % 2147483647;
    return (2 * this.noiseState) / 2147483647 - 1;
  }
}

/** The shape of one period, −1 to 1: a corner at the plucking point that runs back and forth. */
function pulledAside(phase: number, position: number): number {
  const half = phase < 0.5 ? phase * 2 : (1 - phase) * 2;
  const height = half < position ? half / position : (1 - half) / (1 - position);
  return phase < 0.5 ? height : -height;
}
