import { remembering } from "../foundation/remembering";
import { fraction, subtract, sum, toNumber } from "../rhythm/fraction";
import { momentsOf, type Bar, type Moment } from "../score/bar";
import { lengthOf, notesOf, type Note } from "../score/event";

/** How much room music gets along a strip. Lengths in px. */
export interface Spacing {
  /** From the start of an eighth note to the next event. */
  readonly eighth: number;
  readonly least: number;
  readonly most: number;
  readonly grace: number;
  /** A bar line needs air on both sides. */
  readonly barPadding: number;
  readonly emptyBar: number;
  /** More than the least, where bends and slides out are drawn behind the figure. */
  readonly behind: number;
  /** A digit of a fret; a figure has one or two. */
  readonly digit: number;
  /** How far a row may be pressed together before it breaks, 0–1. */
  readonly tightest: number;
}

/** On paper, and wherever nothing has to be saved. */
export const WIDE: Spacing = {
  eighth: 38,
  least: 27,
  most: 130,
  grace: 20,
  barPadding: 10,
  emptyBar: 90,
  behind: 12,
  digit: 0,
  tightest: 1,
};

/** On a screen, while one writes: a row is pressed together a little before a bar leaves it. */
export const USUAL: Spacing = { ...WIDE, tightest: 0.82 };

/** Side by side with others: four bars of eighth notes in a row of half a screen. */
export const COMPACT: Spacing = {
  eighth: 15,
  least: 9,
  most: 60,
  grace: 9,
  barPadding: 5,
  emptyBar: 40,
  behind: 6,
  digit: 5.8,
  tightest: 0.76,
};

/** A moment with the room it gets: until the next one begins. */
export interface Slot extends Moment {
  readonly room: number;
}

/** Longer gaps get more room, but less than their share, as engravers space music. */
export function slotsOf(bar: Bar, spacing: Spacing): readonly Slot[] {
  const moments = momentsOf(bar);
  const end = sum(bar.events.map(lengthOf));
  return moments.map((moment, index) => {
    const [first] = moment.events;
    if (first && lengthOf(first).num === 0) return { ...moment, room: spacing.grace };
    const gap = subtract(moments[index + 1]?.onset ?? end, moment.onset);
    const notes = moment.events.flatMap(notesOf);
    const behind = notes.some(reachesRight) ? spacing.behind : 0;
    const ratio = Math.max(0, toNumber(gap) / toNumber(EIGHTH));
    const room = spacing.eighth * ratio ** 0.6 + behind;
    const least = Math.max(spacing.least, widestOf(notes) * spacing.digit + 4);
    return { ...moment, room: Math.min(spacing.most, Math.max(least, room)) };
  });
}

const EIGHTH = fraction(1, 8);

/** Bends and slides out are drawn at the right of their figure. */
function reachesRight(note: Note): boolean {
  return (
    note.kind === "pitched" &&
    note.techniques.some(({ kind }) => kind === "bend" || kind === "slide-out")
  );
}

/** The most digits of their frets. */
function widestOf(notes: readonly Note[]): number {
  return Math.max(
    1,
    ...notes.map((note) => (note.kind === "pitched" && (note.place?.fret ?? 0) > 9 ? 2 : 1)),
  );
}

/** How wide a bar would be, where nothing stretches it or presses it together. */
export const naturalWidth = remembering((bar: Bar, spacing: Spacing): number => {
  if (bar.events.length === 0 && !bar.voiceTwo) return spacing.emptyBar;
  return (
    2 * spacing.barPadding + slotsOf(bar, spacing).reduce((width, { room }) => width + room, 0)
  );
});
