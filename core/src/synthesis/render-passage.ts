import type { Passage } from "../passage/passage";
import type { Gains } from "../passage/play-plan";
import { PassagePlayer } from "./passage-player";

/** What is still heard after the last note has been stopped. */
const TAIL_S = 0.5;

/**
 * A passage as samples, once from beginning to end, a second at a time, so that whoever asks can
 * tell how far it is and stop.
 *
 * @param tempo Share of the full tempo, 0.25–1.5.
 */
export function* renderPassage(
  passage: Passage,
  tempo: number,
  sampleRate: number,
  gains: Gains,
): Generator<{ readonly done: number; readonly total: number }, Float32Array> {
  const plan = {
    from: 0,
    to: passage.seconds,
    isLooping: false,
    tempo: { start: tempo, step: 0, everyRounds: 1, to: tempo },
  };
  const player = new PassagePlayer(passage, plan, sampleRate);
  player.setGains(gains);
  const seconds = passage.seconds / tempo + TAIL_S;
  const samples = new Float32Array(Math.ceil(seconds * sampleRate));
  for (let at = 0; at < samples.length; at += sampleRate) {
    player.render(samples.subarray(at, Math.min(samples.length, at + sampleRate)));
    yield { done: Math.min(seconds, at / sampleRate + 1), total: seconds };
  }
  return samples;
}
