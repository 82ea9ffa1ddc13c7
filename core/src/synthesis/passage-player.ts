import type { Passage } from "../passage/passage";
import { tempoInRound, type Gains, type PlayPlan, type PlayPosition } from "../passage/play-plan";
import { PartPlayer } from "./part-player";

/** Nothing is heard louder than this, however many parts sound at once. */
const HEADROOM = 0.8;

/**
 * Plays a passage by the plan: counted in, looped, slower or faster. It counts samples and looks at
 * no clock, so that nothing drifts: the same samples come out live and into a file.
 */
export class PassagePlayer {
  private readonly players: readonly { readonly id: string; readonly player: PartPlayer }[];
  private readonly countIn: PartPlayer | undefined;
  private readonly scratch: Float32Array;
  private gains: Gains = new Map();
  private round = 0;
  /** Samples of this round that are over, or of the count-in while it lasts. */
  private samples = 0;
  /** Samples of the first round that are left out. */
  private readonly skipped: number;
  private isCounting: boolean;
  private isDone = false;

  constructor(
    passage: Passage,
    private readonly plan: PlayPlan,
    private readonly sampleRate: number,
    private readonly blockSize = 128,
  ) {
    this.players = passage.parts.map((part) => ({
      id: part.id,
      player: new PartPlayer(part, sampleRate),
    }));
    const { countIn } = plan;
    this.isCounting = countIn !== undefined;
    this.countIn =
      countIn &&
      new PartPlayer({ id: "count-in", strings: 0, acts: [], noises: countIn.clicks }, sampleRate);
    this.scratch = new Float32Array(blockSize);
    const startAt = Math.min(plan.to, Math.max(plan.from, plan.startAt ?? plan.from));
    this.skipped = Math.round(((startAt - plan.from) / this.rate) * sampleRate);
    if (!this.isCounting) this.samples = this.skipped;
    for (const { player } of this.players) player.seek(startAt);
  }

  setGains(gains: Gains): void {
    this.gains = gains;
  }

  get position(): PlayPosition {
    const rate = this.rate;
    const since = (this.samples / this.sampleRate) * rate;
    const seconds = this.isCounting
      ? since - (this.plan.countIn?.seconds ?? 0)
      : this.plan.from + since;
    return { seconds, round: this.round, rate, isDone: this.isDone };
  }

  private get rate(): number {
    return tempoInRound(this.plan.tempo, this.round);
  }

  /** Fills `output`; silence once everything is over. */
  render(output: Float32Array): void {
    output.fill(0);
    for (let at = 0; at < output.length;) {
      const left = Math.min(output.length - at, this.blockSize, this.samplesLeft());
      this.renderStep(output, at, left);
      at += left;
      this.samples += left;
      if (!this.isDone && this.samplesLeft() === 0) this.turn();
    }
    for (let index = 0; index < output.length; index++) {
      output[index] = HEADROOM * Math.tanh(output[index]!);
    }
  }

  /** Until the round or the count-in ends. */
  private samplesLeft(): number {
    if (this.isDone) return Number.POSITIVE_INFINITY;
    const { from, to, countIn } = this.plan;
    const seconds = this.isCounting ? (countIn?.seconds ?? 0) : to - from;
    const whole = Math.max(1, Math.round((seconds / this.rate) * this.sampleRate));
    return Math.max(0, whole - this.samples);
  }

  private turn(): void {
    this.samples = 0;
    if (this.isCounting) {
      this.isCounting = false;
      this.samples = this.skipped;
      return;
    }
    if (!this.plan.isLooping) {
      this.isDone = true;
      for (const { player } of this.players) player.seek(Number.POSITIVE_INFINITY);
      return;
    }
    this.round++;
    for (const { player } of this.players) player.seek(this.plan.from);
  }

  private renderStep(output: Float32Array, at: number, count: number): void {
    const { rate, scratch } = this;
    const since = (this.samples / this.sampleRate) * rate;
    if (this.isCounting) {
      this.countIn?.render(output, at, at + count, since, rate);
      return;
    }
    const now = (this.isDone ? this.plan.to : this.plan.from) + since;
    for (const { id, player } of this.players) {
      scratch.fill(0, 0, count);
      player.render(scratch, 0, count, now, rate);
      const gain = this.gains.get(id) ?? 1;
      if (gain === 0) continue;
      for (let index = 0; index < count; index++) {
        output[at + index] = output[at + index]! + gain * scratch[index]!;
      }
    }
  }
}
