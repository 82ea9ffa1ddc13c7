import { tempoInRound, type PlayPosition, type TempoSteps } from "../passage/play-plan";

/** How a stretch of a take is played. */
export interface TakePlan {
  /** In seconds of the take; `to` lies behind `from`. */
  readonly from: number;
  readonly to: number;
  readonly isLooping: boolean;
  readonly speed: TempoSteps;
}

/**
 * Where in a take the playing stands. It counts samples of the audio clock and looks at no other, so
 * that whatever plays beside it by the same plan stays together with it.
 */
export class Playhead {
  private round = 0;
  /** Where the counting began, and how many samples ago. */
  private origin: number;
  private samples = 0;
  private isDone = false;

  /** @param at Where it begins, in seconds of the take; kept within the plan. */
  constructor(
    private plan: TakePlan,
    private readonly sampleRate: number,
    at: number,
  ) {
    this.origin = within(plan, at);
  }

  get position(): PlayPosition {
    const { origin, samples, sampleRate, round, rate, isDone } = this;
    return { seconds: origin + (samples / sampleRate) * rate, round, rate, isDone };
  }

  private get rate(): number {
    return tempoInRound(this.plan.speed, this.round);
  }

  /** Goes on by another plan from where it stands; from its beginning, where it stands outside. */
  change(plan: TakePlan): void {
    const { seconds } = this.position;
    this.samples = 0;
    if (this.plan.speed !== plan.speed) this.round = 0;
    this.plan = plan;
    // The end itself is where the next round begins.
    this.origin = seconds < plan.to ? within(plan, seconds) : plan.from;
    this.isDone = false;
  }

  /** Jumps to a moment of the take, kept within the plan. */
  seek(at: number): void {
    this.origin = within(this.plan, at);
    this.samples = 0;
    this.isDone = false;
  }

  /**
   * Goes on by so many samples, at most to the end of the round.
   * @returns how many it went
   */
  advance(count: number): number {
    if (this.isDone) return count;
    const left = Math.max(1, this.samplesInRound() - this.samples);
    const went = Math.min(count, left);
    this.samples += went;
    if (went === left) this.turn();
    return went;
  }

  private samplesInRound(): number {
    return Math.round(((this.plan.to - this.origin) / this.rate) * this.sampleRate);
  }

  private turn(): void {
    if (!this.plan.isLooping) {
      this.isDone = true;
      return;
    }
    this.round += 1;
    this.origin = this.plan.from;
    this.samples = 0;
  }
}

const within = ({ from, to }: TakePlan, at: number) => Math.min(to, Math.max(from, at));
