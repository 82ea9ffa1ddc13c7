import { barLength, type Metre } from "../rhythm/metre";
import { toNumber } from "../rhythm/fraction";
import type { PlayedBar } from "../sounding/played-bars";
import type { Passage } from "../passage/passage";
import { positionAt, secondsAt, type TakeMap } from "../takes/take-map";
import type { Performance } from "./perform";

/** A bar of the playing in beats, as a take's map counts them. */
export interface BarInBeats {
  readonly bar: PlayedBar;
  /** Where it begins and ends: 0 is the first bar line behind a pick-up. */
  readonly from: number;
  readonly to: number;
}

/**
 * What is felt as a beat: three of the written ones where a metre of eighths or less is grouped by
 * threes (the compound metres of the textbooks: 6/8, 9/8, 12/8), else the written one.
 * @returns how long it is, in whole notes
 */
function beatLength({ beats, unit }: Metre): number {
  const isCompound = unit >= 8 && beats > 3 && beats % 3 === 0;
  return (isCompound ? 3 : 1) / unit;
}

/** How many beats are felt in a bar of a metre: 2 in 6/8, 4 in 4/4. */
export function beatsInBar(metre: Metre): number {
  return toNumber(barLength(metre)) / beatLength(metre);
}

/** The bars of a playing in beats; a pick-up lies below 0. */
export function barsInBeats(bars: readonly PlayedBar[]): readonly BarInBeats[] {
  const lengths = bars.map(({ frame, length }) => toNumber(length) / beatLength(frame.metre));
  const hasPickUp = bars[0] !== undefined && bars[0].frame.from.num > 0;
  let from = hasPickUp ? -lengths[0]! : 0;
  return bars.map((bar, index) => {
    const to = from + lengths[index]!;
    const placed = { bar, from, to };
    from = to;
    return placed;
  });
}

/** Between the seconds of a playing at full tempo and those of a take. */
export interface AlongTake {
  readonly takeSeconds: (seconds: number) => number;
  readonly playingSeconds: (takeSeconds: number) => number;
}

/**
 * Lays a playing of the whole form along a take: bar by bar, by the take's map. A fermata stretches its
 * bar as much as the take does.
 * @param bars At least one.
 */
export function alongTake(bars: readonly BarInBeats[], map: TakeMap): AlongTake {
  const first = bars[0];
  if (!first) throw new RangeError("a playing without bars lies along nothing");
  const at = (isThere: (bar: BarInBeats) => boolean) => bars.findLast(isThere) ?? first;
  return {
    takeSeconds(seconds) {
      const { bar, from, to } = at((one) => one.bar.startSeconds <= seconds);
      const share = (seconds - bar.startSeconds) / (bar.endSeconds - bar.startSeconds);
      return secondsAt(map, from + share * (to - from));
    },
    playingSeconds(takeSeconds) {
      const position = positionAt(map, takeSeconds);
      const { bar, from, to } = at((one) => one.from <= position);
      const share = (position - from) / (to - from);
      return bar.startSeconds + share * (bar.endSeconds - bar.startSeconds);
    },
  };
}

/**
 * A playing of the whole form in the time of a take: everything is heard when the take has it.
 * @param performance With at least one bar.
 * @returns moments in seconds of the take; what would lie before its beginning has none below 0
 */
export function inTimeOf(performance: Performance, map: TakeMap): Performance {
  const { takeSeconds } = alongTake(barsInBeats(performance.bars), map);
  const moved = (seconds: number) => Math.max(0, takeSeconds(seconds));
  const passage: Passage = {
    seconds: moved(performance.passage.seconds),
    parts: performance.passage.parts.map((part) => ({
      ...part,
      acts: part.acts.map((act) => {
        const at = moved(act.at);
        const course = act.course.map((point) => ({
          ...point,
          at: Math.max(0, takeSeconds(act.at + point.at) - at),
        }));
        return { ...act, at, until: moved(act.until), course };
      }),
      noises: part.noises.map((noise) => ({ ...noise, at: moved(noise.at) })),
    })),
  };
  const bars = performance.bars.map((bar) => {
    const startSeconds = moved(bar.startSeconds);
    const endSeconds = moved(bar.endSeconds);
    return { ...bar, startSeconds, endSeconds };
  });
  const events = performance.events.map((event) => ({
    ...event,
    start: moved(event.start),
    end: moved(event.end),
  }));
  return { bars, events, passage };
}
