import { PARTIALS_RATE, type Partials } from "./partials";
import { ReferenceHearing } from "./reference";

/** How a stretch of a take is tuned. */
export interface TuningStretch {
  /** In seconds. */
  readonly from: number;
  readonly to: number;
  /** From A = 440, −50 to 50. */
  readonly cents: number;
}

/** The reference is heard anew this often, in seconds: some bars, so that no single chord decides. */
const STRETCH_SECONDS = 15;
/** Neighbours nearer than this are tuned alike, in cents; tape and players waver by as much. */
const ALIKE_CENTS = 10;
/** What is less sure than this says nothing. */
const LEAST_SURE = 0.45;

/**
 * Finds where a take changes its reference: a record whose second verse was played at another tape
 * speed. Stretches that are tuned alike are one; a take that stays as it is has one at most.
 */
export class TuningsHearing {
  private readonly stretches: { readonly from: number; readonly hearing: ReferenceHearing }[] = [];
  private frames = 0;

  hear(partials: Partials): void {
    const seconds = this.frames / PARTIALS_RATE;
    const index = Math.floor(seconds / STRETCH_SECONDS);
    const here = (this.stretches[index] ??= {
      from: index * STRETCH_SECONDS,
      hearing: new ReferenceHearing(),
    });
    here.hearing.hear(partials);
    this.frames += 1;
  }

  found(): readonly TuningStretch[] {
    const found: TuningStretch[] = [];
    for (const { from, hearing } of this.stretches) {
      const reference = hearing.found();
      if (!reference || reference.sure < LEAST_SURE) continue;
      const to = Math.min(from + STRETCH_SECONDS, this.frames / PARTIALS_RATE);
      const last = found.at(-1);
      // Cents go round at the semitone: 49 above and 49 below lie two apart.
      const off = last ? ((reference.cents - last.cents + 150) % 100) - 50 : Infinity;
      if (last && Math.abs(off) < ALIKE_CENTS) {
        const share = (to - from) / (to - last.from);
        found[found.length - 1] = { from: last.from, to, cents: last.cents + share * off };
      } else found.push({ from, to, cents: reference.cents });
    }
    return found;
  }
}
