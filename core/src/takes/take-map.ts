/**
 * What ties seconds of a take to beats of the score. Positions are counted in beats from the first
 * bar line of the form: 0 is "one" of bar 1, a pick-up lies below 0; between beats time flows evenly,
 * beyond the first and the last beat as between the nearest two.
 */
export interface TakeMap {
  /** At least two moments in seconds, each later than the one before. */
  readonly beats: readonly number[];
  /** Which of the beats is position 0; it may lie outside of them. */
  readonly one: number;
  /** Beats that somebody set, by their index, in order: they stay when others are moved. */
  readonly pinned: readonly number[];
}

/** The least time between two beats, in seconds. */
export const LEAST_BEAT_SECONDS = 0.02;

/** The position at a moment of the take, in beats. */
export function positionAt({ beats, one }: TakeMap, seconds: number): number {
  const index = segmentOf(beats, (beat) => beat <= seconds);
  const from = beats[index]!;
  return index + (seconds - from) / (beats[index + 1]! - from) - one;
}

/** The moment of the take at a position; below 0 where the take begins later. */
export function secondsAt({ beats, one }: TakeMap, position: number): number {
  const place = position + one;
  const index = Math.min(beats.length - 2, Math.max(0, Math.floor(place)));
  const from = beats[index]!;
  return from + (place - index) * (beats[index + 1]! - from);
}

/** Says that the beat nearest to a moment is "one" of bar 1. */
export function withOneAt(map: TakeMap, seconds: number): TakeMap {
  const one = Math.round(positionAt(map, seconds)) + map.one;
  return one === map.one ? map : { ...map, one };
}

/** Counts every second beat only; "one" stays where it is. */
export function halved(map: TakeMap): TakeMap {
  const parity = ((map.one % 2) + 2) % 2;
  const kept = (index: number) => index % 2 === parity;
  const beats = map.beats.filter((_, index) => kept(index));
  if (beats.length < 2) return map;
  const indexOf = (index: number) => (index - parity) / 2;
  const pinned = map.pinned.filter(kept).map(indexOf);
  return { beats, one: indexOf(map.one), pinned };
}

/** Counts a beat halfway between any two as well; "one" stays where it is. */
export function doubled({ beats, one, pinned }: TakeMap): TakeMap {
  return {
    beats: beats.flatMap((beat, index) => {
      const next = beats[index + 1];
      return next === undefined ? [beat] : [beat, (beat + next) / 2];
    }),
    one: 2 * one,
    pinned: pinned.map((index) => 2 * index),
  };
}

/** Moves "one" by whole beats, later for positive ones. */
export function shifted(map: TakeMap, beats: number): TakeMap {
  return beats === 0 ? map : { ...map, one: map.one + beats };
}

/**
 * Sets one beat: it is pinned there, and the others follow. Between it and the nearest pinned beat on
 * either side time is stretched; where none is pinned the rest moves along.
 * @param seconds Kept between the pinned neighbours, with room for the beats between.
 * @throws RangeError for a beat that is not there.
 */
export function withBeatAt(map: TakeMap, index: number, seconds: number): TakeMap {
  const { beats, pinned } = map;
  if (!Number.isInteger(index) || index < 0 || index >= beats.length) {
    throw new RangeError(`beat must be 0–${beats.length - 1}, got ${index}`);
  }
  const others = pinned.filter((pin) => pin !== index);
  const before = others.findLast((pin) => pin < index);
  const behind = others.find((pin) => pin > index);
  const least = before === undefined ? -Infinity : beats[before]! + shortest(beats, before, index);
  const most = behind === undefined ? Infinity : beats[behind]! - shortest(beats, index, behind);
  const target = Math.min(most, Math.max(least, seconds));
  const from = beats[index]!;
  const follow = (beat: number, fixed: number | undefined) => {
    if (fixed === undefined) return beat + target - from;
    const pin = beats[fixed]!;
    return pin + ((beat - pin) * (target - pin)) / (from - pin);
  };
  const moved = beats.map((beat, at) => {
    if (at === index) return target;
    if (at < index) return before !== undefined && at <= before ? beat : follow(beat, before);
    return behind !== undefined && at >= behind ? beat : follow(beat, behind);
  });
  return { ...map, beats: moved, pinned: [...others, index].sort((a, b) => a - b) };
}

/** How short the stretch between two beats can become when all of it is stretched alike. */
function shortest(beats: readonly number[], from: number, to: number): number {
  let least = Infinity;
  for (let index = from; index < to; index++) {
    least = Math.min(least, beats[index + 1]! - beats[index]!);
  }
  return ((beats[to]! - beats[from]!) * LEAST_BEAT_SECONDS) / least;
}

/** The last segment between two beats whose first one `isBefore` holds for; the first where none. */
function segmentOf(beats: readonly number[], isBefore: (beat: number) => boolean): number {
  let [low, high] = [0, beats.length - 2];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (isBefore(beats[middle]!)) low = middle;
    else high = middle - 1;
  }
  return low;
}
