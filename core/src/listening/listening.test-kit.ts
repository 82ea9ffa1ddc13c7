import { PluckedString } from "../synthesis/plucked-string";
import { TakeHearing, type TakeTraces } from "./take-hearing";

export const SAMPLE_RATE = 22_050;

export interface Pluck {
  readonly seconds: number;
  readonly midi: number;
  /** 0–1. */
  readonly strength?: number;
}

/** Plucked strings, one for each pitch, as a take of its own. @param cents How far from A = 440. */
export function playPlucks(plucks: readonly Pluck[], seconds: number, cents = 0): Float32Array {
  const take = new Float32Array(Math.round(seconds * SAMPLE_RATE));
  for (const midi of new Set(plucks.map((pluck) => pluck.midi))) {
    const string = new PluckedString(SAMPLE_RATE, 440 * 2 ** ((midi - 69 + cents / 100) / 12));
    const own = plucks
      .filter((pluck) => pluck.midi === midi)
      .sort((a, b) => a.seconds - b.seconds)
      .map(({ seconds: at, strength = 0.5 }) => ({ at: Math.round(at * SAMPLE_RATE), strength }));
    for (const [index, { at, strength }] of own.entries()) {
      string.pluck({ strength, position: 0.2, noise: 0.1 });
      string.render(take, at, own[index + 1]?.at ?? take.length);
    }
  }
  return take;
}

export function hearTake(take: Float32Array, blockSize = take.length): TakeTraces {
  const hearing = new TakeHearing(SAMPLE_RATE);
  for (let at = 0; at < take.length; at += blockSize) {
    hearing.push(take.subarray(at, at + blockSize));
  }
  return hearing.finish();
}
