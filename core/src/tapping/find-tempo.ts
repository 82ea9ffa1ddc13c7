import { toNumber } from "../rhythm/fraction";
import { barLength } from "../rhythm/metre";
import { gridOf } from "./grid";
import { findPlaces, type FoundPlaces, type TapGround, type TapTime } from "./find-places";

/** No metronome goes beyond, in quarter notes a minute. */
const SLOWEST_BPM = 40;
const FASTEST_BPM = 240;
/** How far from the song's tempo it is looked for, and how closely, in octaves. */
const FARTHEST = 0.6;
const STEP = 0.03;
/** How far people tap from the tempo of the song when no click leads them, in octaves (one standard deviation). */
const SPREAD = 0.15;
/** How often a tempo is fitted anew to where the taps lie in it. */
const ROUNDS = 3;

export interface FoundTempo extends FoundPlaces {
  readonly tempoBpm: number;
}

type Ground = Omit<TapGround, "secondsPerWhole">;

/**
 * The tempo of taps that no click led, with where they lie in it. The first tap is taken for the start of
 * the bar, or for the half beat before it. Each tempo is fitted to more and more of the taps, and judged by how likely they are in it and
 * by how near it is to the song's.
 */
export function findTempo(taps: readonly TapTime[], ground: Ground, songBpm: number): FoundTempo {
  const [first = 0] = taps;
  const from = taps.map((tap) => tap - first);
  const leads = [
    { lead: 0, unlikely: 0 },
    { lead: pickUpIn(ground), unlikely: PICK_UP },
  ];
  let best: (FoundTempo & { readonly judged: number }) | undefined;
  for (let octaves = -FARTHEST; octaves <= FARTHEST; octaves += STEP) {
    for (const { lead, unlikely } of leads) {
      const found = fitted(from, songBpm * 2 ** octaves, lead, ground);
      if (!found) continue;
      const off = Math.log2(found.tempoBpm / songBpm) / SPREAD;
      // Where beats are short, more places lie near every tap by chance.
      const chance = from.length * Math.log(found.tempoBpm / songBpm);
      const judged = found.cost + (off * off) / 2 + chance + unlikely;
      if (!best || judged < best.judged) best = { ...found, judged };
    }
  }
  return best ?? { ...placesAt(from, songBpm, 0, ground), tempoBpm: songBpm };
}

/** How unlikely a pick-up is that nobody spoke of, in nats. */
const PICK_UP = 3;

/** How long before the bar the last half beat is played, in whole notes. */
function pickUpIn({ metre, feel }: Ground): number {
  const last = gridOf(metre, feel).findLast(({ division }) => division === "half")!;
  return toNumber(barLength(metre)) - last.played;
}

function placesAt(taps: readonly TapTime[], tempoBpm: number, start: number, ground: Ground) {
  const settled = taps.map((tap) => tap - start);
  return findPlaces(settled, { ...ground, secondsPerWhole: 240 / tempoBpm });
}

/** The tempo nearest to the taps, from a guess (least squares); undefined where it runs away. */
function fitted(
  taps: readonly TapTime[],
  guess: number,
  lead: number,
  ground: Ground,
): FoundTempo | undefined {
  let found = placesAt(taps, guess, (lead * 240) / guess, ground);
  let tempoBpm = guess;
  for (let round = 0; round < ROUNDS; round++) {
    const line = lineThrough(
      found.places.map(({ at }) => at.num / at.den),
      taps,
    );
    if (!line) break;
    const anew = placesAt(taps, 240 / line.slope, line.start, ground);
    if (anew.cost >= found.cost) break;
    found = anew;
    tempoBpm = 240 / line.slope;
  }
  return tempoBpm >= SLOWEST_BPM && tempoBpm <= FASTEST_BPM ? { ...found, tempoBpm } : undefined;
}

/** The straight line nearest to points; undefined where they lie at one place. */
function lineThrough(xs: readonly number[], ys: readonly number[]) {
  const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
  const [x, y] = [mean(xs), mean(ys)];
  const spread = xs.reduce((sum, one) => sum + (one - x) ** 2, 0);
  if (spread === 0) return undefined;
  const slope = xs.reduce((sum, one, index) => sum + (one - x) * (ys[index]! - y), 0) / spread;
  return { slope, start: y - slope * x };
}
