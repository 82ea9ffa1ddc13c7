import type { NoiseAct, PassagePart, StringAct } from "../passage/passage";
import type { Gains } from "../passage/play-plan";
import { chromaOf } from "../pitch/pitch";
import { frequencyHzAt } from "../pitch/frequency";
import {
  add,
  compare,
  divide,
  fraction,
  subtract,
  toNumber,
  ZERO,
  type Fraction,
} from "../rhythm/fraction";
import { playedOnsets, type Feel } from "../rhythm/feel";
import type { ChordAt } from "../score/frame";
import { beatsIn, chordsIn, secondsIn, type PlayedBar } from "../sounding/played-bars";

export const CLICK_PART = "click";
export const BACKING_PART = "backing";

/** How loud click and backing are: silent, but for those that are wanted. Parts of the song sound. */
export function gainsWith(wanted: readonly string[] = []): Gains {
  return new Map([CLICK_PART, BACKING_PART].map((id) => [id, wanted.includes(id) ? 1 : 0]));
}

/**
 * The metronome: a click on every beat, another one on the first, and in a swung feel a soft one
 * where the off-beats fall, so that the swing can be heard before anything is played.
 */
export function clickPart(bars: readonly PlayedBar[], feel: Feel): PassagePart {
  const noises = bars.flatMap((bar) =>
    beatsIn(bar).flatMap(({ beat, onset }): NoiseAct[] => {
      const kind = beat === 1 ? "accented-click" : "click";
      const clicks: NoiseAct[] = [{ at: secondsIn(bar, onset), kind, strength: 0.5 }];
      const off = offBeat(bar, onset, feel);
      if (off && feel.kind !== "straight") {
        clicks.push({ at: secondsIn(bar, off), kind: "click", strength: 0.15 });
      }
      return clicks;
    }),
  );
  return { id: CLICK_PART, strings: 0, acts: [], noises };
}

/** What is counted before a bar: a whole bar of its metre, and of a pick-up what leads up to it. */
export function countInBefore(bar: PlayedBar): {
  readonly seconds: number;
  readonly clicks: readonly NoiseAct[];
} {
  const { metre, from } = bar.frame;
  const beat = toNumber(fraction(1, metre.unit)) * bar.secondsAWhole;
  const seconds = metre.beats * beat + toNumber(from) * bar.secondsAWhole;
  const count = Math.ceil(seconds / beat - 1e-9);
  const clicks = Array.from({ length: count }, (_, index): NoiseAct => ({
    at: index * beat,
    kind: index % metre.beats === 0 ? "accented-click" : "click",
    strength: 0.5,
  }));
  return { seconds, clicks };
}

/** Half a beat later, as the feel plays it; undefined where the bar ends before. */
function offBeat({ frame, length }: PlayedBar, onset: Fraction, feel: Feel): Fraction | undefined {
  const later = add(onset, fraction(1, 2 * frame.metre.unit));
  if (compare(later, length) >= 0) return undefined;
  const [played] = playedOnsets([add(frame.from, later)], feel);
  return subtract(played!, frame.from);
}

/** How low the plain bass that backs a riff may go: the low E of a bass. */
const LOWEST_MIDI = 28;

/**
 * A plain backing: the bass note of each chord where it begins and on the odd beats, and a drum
 * pattern under it (bass drum on the odd beats, snare on the even ones, cymbal in halves of a beat).
 */
export function backingPart(
  bars: readonly PlayedBar[],
  feel: Feel,
  referenceHz: number,
): PassagePart {
  const acts: StringAct[] = [];
  const noises: NoiseAct[] = [];
  // What comes before the first chord of a phrase is left to the drums.
  let chord: ChordAt["chord"];
  let lastPass = -1;
  for (const bar of bars) {
    // Every phrase begins anew: harmony does not carry over from whatever was played before it.
    if (bar.passIndex !== lastPass) chord = undefined;
    lastPass = bar.passIndex;
    const changes = changesIn(bar);
    const beats = beatsIn(bar);
    const moments = [...changes.map(({ onset }) => onset), ...beats.map(({ onset }) => onset)]
      .filter((onset) => compare(onset, bar.length) < 0)
      .sort(compare)
      .filter((onset, index, all) => index === 0 || compare(onset, all[index - 1]!) > 0);
    for (const onset of moments) {
      const change = changes.find((one) => compare(one.onset, onset) === 0);
      if (change) chord = change.chord;
      const beat = beats.find((one) => compare(one.onset, onset) === 0)?.beat;
      const isPlayed = change !== undefined || (beat !== undefined && beat % 2 === 1);
      if (!isPlayed) continue;
      const before = acts.at(-1);
      const at = secondsIn(bar, onset);
      if (before) acts[acts.length - 1] = { ...before, until: Math.min(before.until, at) };
      if (chord) acts.push(bassAct(chord, bar, onset, referenceHz));
    }
    for (const { beat, onset } of beats) {
      const at = secondsIn(bar, onset);
      noises.push({ at, kind: beat % 2 === 1 ? "kick" : "snare", strength: 0.5 });
      noises.push({ at, kind: "hat", strength: 0.25 });
      const off = offBeat(bar, onset, feel);
      if (off) noises.push({ at: secondsIn(bar, off), kind: "hat", strength: 0.15 });
    }
  }
  return {
    id: BACKING_PART,
    strings: 1,
    acts,
    noises: noises.sort((a, b) => a.at - b.at),
  };
}

/** The chords of a bar from its first event on; one that is written before it holds where it begins. */
function changesIn(bar: PlayedBar) {
  const changes = chordsIn(bar).map(({ at, chord }) => ({
    onset: subtract(at, bar.frame.from),
    chord,
  }));
  const led = changes.filter(({ onset }) => onset.num < 0).at(-1);
  const within = changes.filter(({ onset }) => onset.num >= 0);
  if (!led || within[0]?.onset.num === 0) return within;
  return [{ onset: ZERO, chord: led.chord }, ...within];
}

function bassAct(
  chord: NonNullable<ChordAt["chord"]>,
  bar: PlayedBar,
  onset: Fraction,
  referenceHz: number,
): StringAct {
  const name = chord.bass ?? chord.root;
  const above = (chromaOf(name) - (LOWEST_MIDI % 12) + 12) % 12;
  const semitones = LOWEST_MIDI + above;
  const at = secondsIn(bar, onset);
  const twoBeats =
    toNumber(divide(fraction(2), fraction(bar.frame.metre.unit))) * bar.secondsAWhole;
  return {
    at,
    until: Math.min(at + twoBeats, bar.endSeconds),
    string: 1,
    hz: frequencyHzAt(semitones, referenceHz),
    attack: { by: "finger", strength: 0.5 },
    damping: "none",
    course: [],
  };
}
