import type { BarIndex } from "../foundation/bar-index";
import { fingertipMm } from "../neck/fret-geometry";
import type { Neck } from "../neck/neck";
import { isFretted, spanMm, stringsApart } from "./grip";
import type { Plan } from "./plan-line";
import type { PlannedHand } from "./line-request";
import { COMFORT_MM, handScale, type PlayerHand } from "./player-hand";

/** What makes a line hard for the hands. */
const HARDSHIPS = ["speed", "movement", "stretches", "grips", "crossings", "bends"] as const;
export type Hardship = (typeof HARDSHIPS)[number];

export interface Difficulty {
  /** From 1, a beginner's first line, to 10. */
  readonly level: number;
  /** What makes it so, the weightiest first, with the bars (indices) where it is worst. */
  readonly because: readonly {
    readonly hardship: Hardship;
    /** Its share of the level. */
    readonly amount: number;
    readonly bars: readonly BarIndex[];
  }[];
}

const MOST = 10;
/** Bars that come close to the worst one are told with it. */
const NEARLY_WORST = 0.8;

/**
 * How hard a plan is to play: for each hardship the mean of what it is over the line and of what it
 * is in its worst bar, added up. docs/placement.md gives the measures; they are ours.
 */
export function difficultyOf(plan: Plan, neck: Neck, player: PlayerHand): Difficulty {
  const bars = new Map<BarIndex, PlannedHand[]>();
  for (const one of plan.moments) {
    const bar = bars.get(one.at.bar) ?? [];
    bars.set(one.at.bar, bar);
    bar.push(one);
  }
  const measured = [...bars].map(([bar, moments]) => ({
    bar,
    amounts: amountsOf(moments, neck, player),
  }));
  const because = HARDSHIPS.map((hardship) => {
    const amounts = measured.map(({ amounts: all }) => all[hardship]);
    const worst = Math.max(0, ...amounts);
    const mean = amounts.reduce((sum, one) => sum + one, 0) / Math.max(1, amounts.length);
    return {
      hardship,
      amount: Math.round(10 * ((worst + mean) / 2)) / 10,
      bars: measured
        .filter(({ amounts: all }) => worst > 0 && all[hardship] >= NEARLY_WORST * worst)
        .map(({ bar }) => bar),
    };
  }).filter(({ amount }) => amount > 0);
  const sum = because.reduce((total, { amount }) => total + amount, 1);
  return {
    level: Math.round(10 * Math.min(MOST, sum)) / 10,
    because: because.sort((a, b) => b.amount - a.amount),
  };
}

/** Of one bar, each from 0 to 3. */
function amountsOf(
  moments: readonly PlannedHand[],
  neck: Neck,
  player: PlayerHand,
): Readonly<Record<Hardship, number>> {
  let seconds = 0;
  let travel = 0;
  let crossings = 0;
  let stretch = 0;
  let grips = 0;
  let bends = 0;
  let before: PlannedHand | undefined;
  for (const one of moments) {
    const { hand, moment } = one;
    if (before) {
      seconds += moment.gapSeconds;
      const from = before.hand;
      if (hand.indexFret !== undefined && from.indexFret !== undefined) {
        travel += Math.abs(fingertipMm(hand.indexFret, neck) - fingertipMm(from.indexFret, neck));
      }
      crossings += stringsApart(from.grip, hand.grip);
    }
    stretch = Math.max(stretch, spanMm(hand.grip, neck) / handScale(player) - COMFORT_MM);
    const pressed = hand.grip.holds.filter(isFretted).length;
    const fingers = new Set(hand.fingers.filter((finger) => finger !== 0)).size;
    // A barre is a finger that presses several strings.
    if (pressed > 1) grips += (fingers - 1) / 2 + (pressed > fingers ? 0.5 : 0);
    bends += moment.notes.filter((note) => note.kind === "pitched" && note.isBent).length;
    before = one;
  }
  const time = Math.max(0.25, seconds);
  const perSecond = (moments.length - 1) / time;
  const upTo3 = (amount: number) => Math.min(3, Math.max(0, amount));
  return {
    speed: upTo3((perSecond - 2) / 3),
    movement: upTo3(travel / time / 80),
    stretches: upTo3(stretch / 12),
    grips: upTo3((grips / time) * 0.8),
    crossings: upTo3(crossings / time / 4),
    bends: upTo3(bends / 2),
  };
}

const HARD_WORDS: Readonly<Record<Hardship, string>> = {
  speed: "many notes in little time",
  movement: "long ways for the hand",
  stretches: "wide stretches",
  grips: "chords in quick succession",
  crossings: "many changes of string",
  bends: "bends that have to land",
};

/** @example difficultyInWords({ level: 3.4, because: [{ hardship: "stretches", amount: 2, bars: [] }] }) // "difficulty 3.4, for wide stretches" */
export function difficultyInWords({ level, because: [first] }: Difficulty): string {
  const reason = first ? `, for ${hardshipInWords(first.hardship)}` : "";
  return `difficulty ${level.toFixed(1)}${reason}`;
}

/** @example hardshipInWords("stretches") // "wide stretches" */
export function hardshipInWords(hardship: Hardship): string {
  return HARD_WORDS[hardship];
}
