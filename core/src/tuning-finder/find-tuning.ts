import type { BarIndex } from "../foundation/bar-index";
import { NO_CAPO } from "../instrument/capo";
import { USUAL_BUILD, type Instrument, type InstrumentFamily } from "../instrument/instrument";
import type { Tuning } from "../instrument/tuning";
import { isSameTuning } from "../instrument/tuning";
import { midi, type Pitch } from "../pitch/pitch";
import type { Key } from "../pitch/key";
import { spellMidi } from "../pitch/spelling";
import { HandTable } from "../placement/hand-table";
import { judgementOf } from "../placement/judgement";
import { planLine, type Plan } from "../placement/plan-line";
import { usualSecondsPerWhole, withPlan } from "../placement/place-bars";
import { POINTS } from "../placement/weights";
import { NO_WISHES } from "../placement/wishes";
import type { Fraction } from "../rhythm/fraction";
import { withoutPlaces, type Bar } from "../score/bar";
import { candidatesFor, type Candidate } from "./candidates";
import { evidenceOf, type Evidence, type Mark } from "./evidence";
import { pool, quickLook, type QuickLook } from "./quick-look";

export interface TuningRequest {
  readonly phrases: readonly (readonly Bar[])[];
  readonly family: InstrumentFamily;
  /** Whether everything is played with a slide-bar. */
  readonly withBar?: boolean;
  /** The sounding key. */
  readonly key?: Key;
  readonly marks?: readonly Mark[];
  /** The lowest note that was heard anywhere in the song. */
  readonly lowest?: Pitch;
  /** How many candidates are wanted, 1–20. */
  readonly top?: number;
}

/** One tuning that may have been used. */
export interface FoundTuning {
  readonly name: string;
  readonly tuning: Tuning;
  readonly capo: number;
  /** Comparable within one search only; higher is likelier. */
  readonly score: number;
  /** How sure that makes it, 0–1, among all that were looked at. */
  readonly share: number;
  /** Names of the others that the evidence cannot tell from it. */
  readonly tiedWith: readonly string[];
  readonly look: QuickLook;
  /** The phrases as they would lie, at most the first bars of each. */
  readonly bars: readonly (readonly Bar[])[];
}

/** The mark that would tell most about the tuning. */
export interface Question {
  readonly bar: BarIndex;
  readonly onset: Fraction;
  readonly pitch: Pitch;
  /** Names of the candidates on which it is an open string, and of those on which it is not. */
  readonly ifOpen: readonly string[];
  readonly ifFretted: readonly string[];
}

export interface TuningSearchResult {
  /** The likeliest first. */
  readonly found: readonly FoundTuning[];
  readonly question?: Question;
  readonly evidence: Evidence;
}

/** Candidates whose places are found: the rest has no chance by its strings alone. */
const LOOKED_AT_CLOSELY = 6;
/** Bars that are placed for a closer look; evidence beyond them is pooled already. */
const BARS_PLACED = 8;
/** Scores this close are a tie. */
const TIE = 0.15;
/** How much better a score has to be to be e times as likely. */
const TEMPER = 0.5;

/**
 * Which tunings were probably used. The strings of every candidate are looked at, and of the likeliest
 * few the places are found too. A score is what was usual before anything was heard, plus what
 * speaks for the candidate on average over all sounds, times a weight that grows with their number
 * but not without end: eight bars of one riff are no eightfold evidence.
 */
export function findTuning({
  phrases,
  family,
  withBar = false,
  key,
  marks = [],
  lowest,
  top = 5,
}: TuningRequest): TuningSearchResult {
  const evidence = evidenceOf(phrases, marks, lowest);
  const { sounds } = evidence;
  if (sounds.length === 0) return { found: [], evidence };
  const pooled = pool(evidence);
  const openTold = new Set(sounds.flatMap(({ openPitches }) => openPitches)).size;
  const weight = 1 - Math.exp(-sounds.length / 24);
  const quick = candidatesFor(family, withBar)
    .map((candidate) => {
      const look = quickLook(candidate, pooled);
      return {
        candidate,
        look,
        score:
          candidate.prior +
          forCapo(candidate, look, openTold) +
          weight * (worth(look) + unusedDrop(candidate, look)) +
          marksWorth(look),
      };
    })
    .sort((a, b) => b.score - a.score);
  const lines = excerpt(phrases);
  const close = quick.slice(0, LOOKED_AT_CLOSELY).map((one) => {
    const placed = placedOn(
      one.candidate,
      withBar ? { ...USUAL_BUILD[family], kind: "slide" } : USUAL_BUILD[family],
      key,
      lines,
    );
    return { ...one, ...placed, score: one.score - weight * placed.burden };
  });
  // What was not looked at closely is taken to lie as well as the middling of those that were.
  const middling = [...close].sort((a, b) => a.burden - b.burden)[close.length >> 1]!.burden;
  const rest = quick.slice(LOOKED_AT_CLOSELY).map(({ score }) => score - weight * middling);
  const ranked = close.sort((a, b) => b.score - a.score);
  const best = Math.max(ranked[0]!.score, ...rest);
  const whole = [...ranked.map(({ score }) => score), ...rest].reduce(
    (sum, score) => sum + likelihood(score, best),
    0,
  );
  const found = ranked.slice(0, top).map(({ candidate, look, score, bars }): FoundTuning => ({
    name: candidate.name,
    tuning: candidate.tuning,
    capo: candidate.capo,
    score: Math.round(1000 * score) / 1000,
    share: likelihood(score, best) / whole,
    tiedWith: ranked
      .filter((other) => other.candidate !== candidate && Math.abs(other.score - score) < TIE)
      .map((other) => nameOf(other.candidate)),
    look,
    bars,
  }));
  const question = questionFor(evidence, ranked, key);
  return { found, evidence, ...(question && { question }) };
}

function likelihood(score: number, best: number): number {
  return Math.exp((score - best) / TEMPER);
}

/** What speaks for a candidate, on average over the sounds. */
function worth(look: QuickLook): number {
  const { unplayable, open, chordEffort, chords, aboveLowest } = look;
  const lowest = aboveLowest === 0 ? 1.6 : aboveLowest > 7 ? -0.4 : 0;
  const chordal = chords === 0 ? 0 : -2.2 * chordEffort;
  return lowest + chordal + 3 * open - 40 * unplayable;
}

/** A capo that gives several strings that were heard open is no longer unusual. */
function forCapo(
  { capo }: Candidate,
  { disagrees, openInChords }: QuickLook,
  openTold: number,
): number {
  if (capo === 0 || disagrees > 0) return 0;
  return openTold >= SPEAKING_FOR_A_CAPO || openInChords >= OPEN_CHORDS ? 0.6 : 0;
}

const SPEAKING_FOR_A_CAPO = 3;
/** Of the notes of full chords so many are open in the open chords that capos are put on for. */
const OPEN_CHORDS = 0.4;

/** Nobody drops a string of which no note is heard that it would not have had. */
function unusedDrop({ open }: Candidate, { aboveLowest }: QuickLook): number {
  const [next, thickest] = open.slice(-2);
  return next! - thickest! === DROPPED && aboveLowest >= FOURTH_TO_FIFTH ? -0.5 : 0;
}

/** A dropped string lies a fifth below its neighbour, in semitones, where it lay a fourth. */
const DROPPED = 7;
const FOURTH_TO_FIFTH = 2;

function marksWorth({ agrees, disagrees }: QuickLook): number {
  return 0.4 * Math.min(6, agrees) - 5 * disagrees;
}

/** @example nameOf({ name: "Drop D", capo: 2 }) // "Drop D, capo 2" */
export function nameOf({ name, capo }: Pick<Candidate, "name" | "capo">): string {
  return capo === 0 ? name : `${name}, capo ${capo}`;
}

interface Placed {
  readonly bars: readonly (readonly Bar[])[];
  /** What placing costs a moment, in units of the weights. */
  readonly burden: number;
}

/** The first bars of each phrase that are unlike all bars before them. */
function excerpt(phrases: readonly (readonly Bar[])[]): readonly (readonly Bar[])[] {
  const each = Math.max(2, Math.floor(BARS_PLACED / Math.max(1, phrases.length)));
  let left = BARS_PLACED;
  return phrases.flatMap((bars) => {
    const own = withoutPlaces(bars.slice(0, Math.min(each, left)));
    left -= own.length;
    return own.length > 0 ? [own] : [];
  });
}

function placedOn(
  { tuning, capo }: Candidate,
  build: Omit<Instrument, "name" | "tuning">,
  key: Key | undefined,
  lines: readonly (readonly Bar[])[],
): Placed {
  const instrument = { ...build, name: "Any", tuning };
  const on = { instrument, capo: capo === 0 ? NO_CAPO : { fret: capo } };
  const table = new HandTable(judgementOf(on, key));
  const plans = lines.map((bars): Plan =>
    planLine(
      { bars, scope: "unpinned", secondsPerWhole: usualSecondsPerWhole, wishes: NO_WISHES },
      table,
    ),
  );
  const moments = plans.reduce((sum, plan) => sum + plan.moments.length, 0);
  const lost = plans.reduce((sum, plan) => sum + plan.unreachable.size, 0);
  const points = plans.reduce((sum, plan) => sum + plan.points, 0);
  return {
    bars: lines.map((bars, index) => withPlan(bars, plans[index]!, "unpinned")),
    burden: (points / POINTS + 8 * lost) / Math.max(1, moments),
  };
}

/** Of all notes the one whose being open or not would split the likely candidates most evenly. */
function questionFor(
  { sounds }: Evidence,
  ranked: readonly { readonly candidate: Candidate; readonly score: number }[],
  key: Key | undefined,
): Question | undefined {
  const best = ranked[0]!.score;
  const likely = ranked
    .map(({ candidate, score }) => ({ candidate, weight: likelihood(score, best) }))
    .filter(({ weight }) => weight > 0.02);
  const all = likely.reduce((sum, { weight }) => sum + weight, 0);
  const asked = new Set<number>();
  let found: Question | undefined;
  let most = 0.03;
  for (const { bar, onset, pitches, open, isBent } of sounds) {
    // Of a chord nobody hears which of its notes was open; what is bent was none.
    const [pitch, ...others] = pitches;
    if (bar === undefined || open !== undefined || isBent || others.length > 0 || asked.has(pitch!))
      continue;
    asked.add(pitch!);
    const isOpen = ({ candidate }: (typeof likely)[number]) => candidate.open.includes(pitch!);
    const share = likely.filter(isOpen).reduce((sum, { weight }) => sum + weight, 0) / all;
    const split = share * (1 - share);
    if (split <= most) continue;
    most = split;
    const names = (list: typeof likely) => list.map(({ candidate }) => nameOf(candidate));
    found = {
      bar,
      onset,
      pitch: spellMidi(midi(pitch!), key ?? { tonic: { step: "C", alter: 0 }, mode: "major" }),
      ifOpen: names(likely.filter(isOpen)),
      ifFretted: names(likely.filter((one) => !isOpen(one))),
    };
  }
  return found;
}

/** Whether a found tuning is the one that is in hand. */
export function isInHand(
  found: Pick<FoundTuning, "tuning" | "capo">,
  tuning: Tuning,
  capo: number,
): boolean {
  return found.capo === capo && isSameTuning(found.tuning, tuning);
}
