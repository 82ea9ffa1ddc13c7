import type { Passage } from "./passage";
import { PassagePlayer, type Gains, type PlayPlan } from "./passage-player";

/** What is still heard after the last note has been stopped. */
const TAIL_S = 0.5;

/**
 * A passage as samples, a second at a time, so that whoever asks can tell how far it is and stop.
 * A looping plan is played once.
 */
export function* renderPassage(
  passage: Passage,
  plan: Omit<PlayPlan, "isLooping">,
  sampleRate: number,
  gains: Gains,
): Generator<{ readonly done: number; readonly total: number }, Float32Array> {
  const player = new PassagePlayer(passage, { ...plan, isLooping: false }, sampleRate);
  player.setGains(gains);
  const rate = plan.tempo.start;
  const counted = plan.countIn?.seconds ?? 0;
  const seconds = (plan.to - plan.from + counted) / rate + TAIL_S;
  const samples = new Float32Array(Math.ceil(seconds * sampleRate));
  for (let at = 0; at < samples.length; at += sampleRate) {
    player.render(samples.subarray(at, Math.min(samples.length, at + sampleRate)));
    yield { done: Math.min(seconds, at / sampleRate + 1), total: seconds };
  }
  return samples;
}
