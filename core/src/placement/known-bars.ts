import type { BarIndex } from "../foundation/bar-index";
import { formatFraction, type Fraction } from "../rhythm/fraction";
import { midiOf } from "../pitch/pitch";
import { momentsOf, type Bar } from "../score/bar";
import { notesOf } from "../score/event";
import type { Judgement } from "./cost-model";
import { placeCode, type Hand } from "./grip";
import type { Sink } from "./terms";
import { inPoints } from "./weights";

/** How bars were placed before, by what sounds in them: a bar that comes again is placed alike. */
export class KnownBars {
  private readonly byBar = new Map<string, ReadonlyMap<string, readonly number[]>>();

  /** Takes in a planned phrase; what was known first stays. */
  learn(
    bars: readonly Bar[],
    moments: readonly {
      readonly at: { readonly bar: BarIndex; readonly onset: Fraction };
      readonly hand: Hand;
    }[],
  ): void {
    const fresh = new Map<number, Map<string, readonly number[]>>();
    for (const { at, hand } of moments) {
      const bar = fresh.get(at.bar) ?? new Map<string, readonly number[]>();
      fresh.set(at.bar, bar);
      bar.set(formatFraction(at.onset), hand.grip.holds.map(placeCode));
    }
    for (const [index, places] of fresh) {
      const sound = barSound(bars[index]!);
      if (!this.byBar.has(sound)) this.byBar.set(sound, places);
    }
  }

  /** The places of a moment in a bar that sounds the same; undefined where there was none. */
  placesOf(bar: Bar, onset: Fraction): readonly number[] | undefined {
    return this.byBar.size === 0
      ? undefined
      : this.byBar.get(barSound(bar))?.get(formatFraction(onset));
  }
}

/**
 * What it costs to hold a moment otherwise than it was held in a bar that sounds the same.
 * @param codes How it was held there.
 */
export function knownTerms(
  codes: readonly number[],
  { grip }: Hand,
  { weights }: Pick<Judgement, "weights">,
  sink: Sink,
): void {
  if (codes.length !== grip.holds.length) return;
  if (grip.holds.every((hold, index) => placeCode(hold) === codes[index])) return;
  sink("repeatMoved", inPoints(weights.repeatMoved));
}

const sounds = new WeakMap<Bar, string>();

/** Equal for bars that sound the same. */
function barSound(bar: Bar): string {
  let sound = sounds.get(bar);
  if (sound === undefined) {
    sound = momentsOf(bar)
      .map(({ onset, events }) => {
        const notes = events.flatMap(notesOf);
        const pitches = notes.map((note) => (note.kind === "dead" ? "x" : midiOf(note.pitch)));
        return `${formatFraction(onset)} ${pitches.join("+")}`;
      })
      .join(";");
    sounds.set(bar, sound);
  }
  return sound;
}
