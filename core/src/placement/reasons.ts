import type { BarIndex } from "../foundation/bar-index";
import type { Neck } from "../neck/neck";
import { isOpen } from "./grip";
import type { Entry } from "./ledger";
import type { Plan } from "./plan-line";
import { POINTS } from "./weights";
import type { Term } from "./terms";

/** What speaks for one plan against another: several terms that a teacher would say in one breath. */
const MATTERS = {
  rules: ["brokenRule"],
  hint: ["awayFromHint"],
  carried: ["regionLeft", "placeLeft", "shapeLeft", "stringsLeft", "shapeCarried"],
  movement: ["shiftDistance", "shift", "jump", "slideDistance"],
  slurs: ["shiftUnderLegato"],
  low: ["openLowest"],
  open: [
    "openShape",
    "open",
    "openAtNut",
    "openUpTheNeck",
    "openAndFretted",
    "openAndFrettedUp",
    "openAmongChords",
    "barOpen",
  ],
  shapes: ["unknownShape", "shapeChanged", "shapeElsewhere", "chordAcross"],
  held: ["chordLetGo"],
  return: ["pitchElsewhere", "samePitchMoved", "commonToneMoved"],
  motif: ["motifReshaped", "repeatMoved"],
  pedal: ["pedal", "pedalFretted"],
  stretch: ["stretch"],
  fingers: ["fingers", "barre", "littleFinger"],
  height: ["height", "offCentre", "low", "high", "highWound", "veryHigh", "barHeight"],
  box: ["offTheBox"],
  strings: ["crossing", "skip", "semitoneAcross"],
  muting: ["innerMute"],
  tone: ["thickString"],
  bend: ["bendOnWound"],
} as const satisfies Readonly<Record<string, readonly Term[]>>;
export type Matter = keyof typeof MATTERS;

/** Why one plan is better than another in one matter. */
export interface Reason {
  readonly matter: Matter;
  /** How much cheaper the matter makes it, in points; more than 0. */
  readonly points: number;
  /** Indices of the bars where that is so, rising; empty where it is so in all of them. */
  readonly bars: readonly BarIndex[];
  /** The phrase that speaks for it, where one does. */
  readonly phrase?: string;
  /** What there is of it in this plan and in the other, where it can be counted. */
  readonly counts?: readonly [own: number, other: number];
}

export interface Weighed {
  readonly plan: Plan;
  readonly ledger: readonly Entry[];
}

/** Less than this is no reason that anybody would give. */
const LEAST_POINTS = 0.25 * POINTS;

/** What speaks for a plan against another, the weightiest first. The other's reasons are those the other way round. */
export function reasonsFor(
  own: Weighed,
  other: Weighed,
  neck: Neck,
  phraseBefore?: string,
): readonly Reason[] {
  const reasons: Reason[] = [];
  for (const matter of Object.keys(MATTERS) as Matter[]) {
    const terms: readonly Term[] = MATTERS[matter];
    const byBar = new Map<BarIndex, number>();
    const add = (entries: readonly Entry[], sign: 1 | -1) => {
      for (const { term, bar, points } of entries) {
        if (terms.includes(term)) byBar.set(bar, (byBar.get(bar) ?? 0) + sign * points);
      }
    };
    add(other.ledger, 1);
    add(own.ledger, -1);
    const points = [...byBar.values()].reduce((sum, one) => sum + one, 0);
    if (points < LEAST_POINTS) continue;
    const saving = [...byBar].filter(([, saved]) => saved > 0).map(([bar]) => bar);
    const bars = saving.length < lengthOf(own.plan) ? saving : [];
    const count = COUNTS[matter];
    const counts = count && ([count(own, neck), count(other, neck)] as const);
    // The figures must say the same as the points, or nobody would believe either.
    const isTold = counts !== undefined && counts[0] !== counts[1];
    reasons.push({
      matter,
      points,
      bars: bars.sort((a, b) => a - b),
      ...(isTold && { counts }),
      ...(matter === "carried" && phraseBefore && { phrase: phraseBefore }),
    });
  }
  return reasons.sort((a, b) => b.points - a.points);
}

function lengthOf({ moments }: Plan): number {
  return new Set(moments.map(({ at }) => at.bar)).size;
}

type Count = (weighed: Weighed, neck: Neck) => number;

function timesOf(...terms: Term[]): Count {
  return ({ ledger }) => ledger.filter(({ term }) => terms.includes(term)).length;
}

const COUNTS: Readonly<Partial<Record<Matter, Count>>> = {
  movement: timesOf("shift"),
  slurs: timesOf("shiftUnderLegato"),
  low: timesOf("openLowest"),
  open: ({ plan }) => openNotes(plan),
  shapes: timesOf("unknownShape", "shapeChanged"),
  held: timesOf("chordLetGo"),
  return: timesOf("pitchElsewhere"),
  stretch: timesOf("stretch"),
  fingers: timesOf("littleFinger"),
  height: ({ plan }, neck) => Math.round(meanFret(plan, neck)),
  strings: timesOf("crossing"),
};

function openNotes({ moments }: Plan): number {
  return moments.reduce(
    (sum, { hand, notes }) =>
      sum + hand.grip.holds.filter((hold, at) => isOpen(hold) && !notes[at]!.isHeld).length,
    0,
  );
}

/** Where the hand is on average, in frets from the capo. */
export function meanFret({ moments }: Plan, neck: Neck): number {
  const frets = moments.flatMap(({ hand }) =>
    hand.grip.fretted ? [hand.indexFret ?? hand.grip.fretted.lowest] : [],
  );
  const mean = frets.reduce((sum, fret) => sum + fret, 0) / Math.max(1, frets.length);
  return frets.length === 0 ? 0 : mean - neck.capo.fret;
}
