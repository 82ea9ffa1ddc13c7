import type { Partials } from "./partials";

/** How far a take is from A = 440. */
export interface Reference {
  /** −50 to +50: which semitone is meant, nobody can hear. */
  readonly cents: number;
  /** 0–1: how narrowly the pitches lie around it. */
  readonly sure: number;
}

const BINS = 200;
const CENTS_A_BIN = 100 / BINS;
/** Multiples whose partials lie beside the tempered scale: 3 and 6 by 2 cents, 5 by 14, 7 by 31. */
const BESIDE = [3, 5, 6, 7];
const NEAR_CENTS = 25;
const POWER = 0.5;
/** Stiffness stretches high partials: from here on they count less. */
const STRETCHED_HZ = 400;

/**
 * Finds the pitch that a take is tuned to from the fine pitches of its partials: a histogram of how
 * far each lies from the tempered scale, which goes round at a semitone (after Gnann, Kitza & Grosche,
 * Least-squares local tuning frequency estimation, ISMIR 2011), then the mean around its peak.
 * Partials that are a third, fifth, sixth or seventh one of a lower partial are left out.
 */
export class ReferenceHearing {
  private readonly histogram = new Float64Array(BINS);

  hear({ count, hz, level }: Partials): void {
    for (let index = 0; index < count; index++) {
      if (this.isBeside(hz, index)) continue;
      const bin = Math.floor(centsBeside(hz[index]!) / CENTS_A_BIN);
      this.histogram[(bin + BINS) % BINS]! +=
        level[index]! ** POWER / (1 + (hz[index]! / STRETCHED_HZ) ** 2);
    }
  }

  /** @returns undefined when nothing with a pitch was heard. */
  found(): Reference | undefined {
    const { histogram } = this;
    const total = histogram.reduce((sum, weight) => sum + weight, 0);
    if (total <= 0) return undefined;
    let peak = 0;
    let best = 0;
    for (let bin = 0; bin < BINS; bin++) {
      const weight = around(histogram, bin, 16, (distance) => 1 - distance / 17);
      if (weight > best) [best, peak] = [weight, bin];
    }
    let [sum, weights] = [0, 0];
    const reach = Math.round(NEAR_CENTS / CENTS_A_BIN / 2);
    for (let shift = -reach; shift <= reach; shift++) {
      const weight =
        histogram[(peak + shift + BINS) % BINS]! * (1 - (Math.abs(shift) / (reach + 1)) ** 2);
      sum += weight * shift;
      weights += weight;
    }
    const cents = (peak + 0.5 + sum / weights) * CENTS_A_BIN;
    const sure = around(histogram, peak, reach, () => 1) / total;
    return { cents: cents > 50 ? cents - 100 : cents, sure };
  }

  /** Whether the partial belongs to a lower one as one whose multiple is no tempered interval. */
  private isBeside(hz: Float64Array, index: number): boolean {
    for (let lower = 0; lower < index; lower++) {
      for (const multiple of BESIDE) {
        const ratio = hz[index]! / (multiple * hz[lower]!);
        if (ratio > 0.99 && ratio < 1.015) return true;
      }
    }
    return false;
  }
}

/** Cents above the tempered pitch below, 0 to 100. */
function centsBeside(hz: number): number {
  const cents = 1200 * Math.log2(hz / 440);
  return cents - 100 * Math.floor(cents / 100);
}

function around(
  histogram: Float64Array,
  bin: number,
  reach: number,
  weigh: (distance: number) => number,
): number {
  let sum = 0;
  for (let shift = -reach; shift <= reach; shift++) {
    sum += histogram[(bin + shift + BINS) % BINS]! * weigh(Math.abs(shift));
  }
  return sum;
}
