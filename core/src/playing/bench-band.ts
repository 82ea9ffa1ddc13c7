import type { Passage, PassagePart } from "../passage/passage";
import type { Song } from "../score/song";
import { renderPassage } from "../synthesis/render-passage";
import type { TakeMap } from "../takes/take-map";
import { barsInBeats, inTimeOf, type BarInBeats } from "./along-take";
import { BACKING_PART, CLICK_PART } from "./backing";
import { perform, type Performance } from "./perform";

/** How the bench band plays a song. */
export interface BandWishes {
  /** How far from concert pitch, in cents. */
  readonly cents: number;
  /** By how much the tempo sways around its own, as a share: 0.04 is four per cent. */
  readonly sway: number;
  /** The parts at the left, bass and drums in the middle. */
  readonly arePartsLeft: boolean;
}

export const USUAL_BAND: BandWishes = { cents: 0, sway: 0, arePartsLeft: false };

/** What the bench band played: two channels, and where its beats are. */
export interface BandTake {
  readonly channels: readonly [Float32Array, Float32Array];
  readonly map: TakeMap;
}

/** A song is played so far, in seconds. */
const MOST_SECONDS = 90;
/** What is heard of the room before the band begins. */
const LEAD_SECONDS = 0.7;
/** How long a sway takes, there and back. */
const SWAY_SECONDS = 11;

/**
 * A song as a small band plays it in a room: its parts on our own strings, a bass and drums. A stand-in
 * for a record of which everything is known.
 * @returns undefined where nothing is written to be played.
 */
export function playBenchBand(
  song: Song,
  { cents, sway, arePartsLeft }: BandWishes,
  sampleRate: number,
): BandTake | undefined {
  const written = perform(song);
  const bars = barsInBeats(written.bars);
  if (bars.length === 0) return undefined;
  const map = beatsOf(bars, written, sway);
  const { passage } = inTimeOf(written, map);
  const tuned = tunedBy(shortened(passage), 2 ** (cents / 1200));
  const isBand = ({ id }: PassagePart) => id === BACKING_PART;
  const isPart = ({ id }: PassagePart) => id !== BACKING_PART && id !== CLICK_PART;
  const parts = rendered(tuned, isPart, sampleRate);
  const band = rendered(tuned, isBand, sampleRate);
  const [near, far] = arePartsLeft ? [1, 0.06] : [0.8, 0.7];
  const left = parts.map((sample, at) => near * sample + 0.7 * band[at]!);
  const right = parts.map((sample, at) => far * sample + 0.7 * band[at]!);
  const room = inRoom(
    left.map((sample, at) => (sample + right[at]!) / 2),
    sampleRate,
  );
  for (const channel of [left, right]) {
    for (const [at, echo] of room.entries()) channel[at] = 0.8 * channel[at]! + 0.08 * echo;
  }
  return { channels: [left, right], map };
}

/** The moments of the beats: as written, or swaying around that. */
function beatsOf(
  bars: readonly BarInBeats[],
  { bars: written }: Performance,
  sway: number,
): TakeMap {
  const [first, last] = [bars[0]!, bars.at(-1)!];
  const from = Math.ceil(first.from);
  const count = Math.max(2, Math.floor(last.to) - from + 1);
  const depth = (sway * SWAY_SECONDS) / (2 * Math.PI);
  const beats = Array.from({ length: count }, (_, index) => {
    const position = from + index;
    const bar = bars.findLast((one) => one.from <= position) ?? first;
    const share = (position - bar.from) / (bar.to - bar.from);
    const { startSeconds, endSeconds } = bar.bar;
    const seconds = startSeconds + share * (endSeconds - startSeconds) - written[0]!.startSeconds;
    return LEAD_SECONDS + seconds + depth * Math.sin((2 * Math.PI * seconds) / SWAY_SECONDS);
  });
  // A pick-up lies before the first beat that is counted: the map goes on evenly beyond its ends.
  const pickUp = (from - first.from) * (beats[1]! - beats[0]!);
  return { beats: beats.map((beat) => beat + pickUp), one: -from, pinned: [] };
}

/** What begins too late is left out. */
function shortened({ seconds, parts }: Passage): Passage {
  const isIn = ({ at }: { readonly at: number }) => at < MOST_SECONDS;
  return {
    seconds: Math.min(seconds, MOST_SECONDS),
    parts: parts.map((part) => ({
      ...part,
      acts: part.acts.filter(isIn),
      noises: part.noises.filter(isIn),
    })),
  };
}

function tunedBy({ seconds, parts }: Passage, factor: number): Passage {
  return {
    seconds,
    parts: parts.map((part) => ({
      ...part,
      acts: part.acts.map((act) => ({ ...act, hz: act.hz * factor })),
    })),
  };
}

function rendered(
  { seconds, parts }: Passage,
  isWanted: (part: PassagePart) => boolean,
  sampleRate: number,
): Float32Array {
  const steps = renderPassage({ seconds, parts: parts.filter(isWanted) }, 1, sampleRate, new Map());
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** Delays of the combs and of what scatters their echoes, in seconds; primes of milliseconds. */
const COMBS = [0.0297, 0.0371, 0.0411, 0.0437] as const;
const SCATTER = [0.005, 0.0017] as const;
const COMB_GAIN = 0.74;
const SCATTER_GAIN = 0.7;

/** The echoes of a small room: four combs side by side, then two all-passes (Schroeder, JAES 10, 1962). */
function inRoom(sound: Float32Array, sampleRate: number): Float32Array {
  let out = new Float32Array(sound.length);
  for (const seconds of COMBS) {
    const delay = Math.round(seconds * sampleRate);
    const comb = new Float32Array(sound.length);
    for (let at = 0; at < sound.length; at++) {
      comb[at] = sound[at]! + COMB_GAIN * (at >= delay ? comb[at - delay]! : 0);
      out[at]! += comb[at]!;
    }
  }
  for (const seconds of SCATTER) {
    const delay = Math.round(seconds * sampleRate);
    const passed = new Float32Array(sound.length);
    for (let at = 0; at < sound.length; at++) {
      const [before, back] = at >= delay ? [out[at - delay]!, passed[at - delay]!] : [0, 0];
      passed[at] = -SCATTER_GAIN * out[at]! + before + SCATTER_GAIN * back;
    }
    out = passed;
  }
  return out;
}
