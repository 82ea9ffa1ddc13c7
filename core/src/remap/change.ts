import type { BarIndex } from "../foundation/bar-index";
import { displayPitch, type Pitch } from "../pitch/pitch";
import { explainUnreachable, type WhyUnreachable } from "../placement/unreachable";
import type { Fraction } from "../rhythm/fraction";

/** What becomes of a note that the other neck does not have. */
export const BEYONDS = ["mark", "fold", "chord-tone", "leave-out"] as const;
export type Beyond = (typeof BEYONDS)[number];

/** What a part on another instrument has otherwise: one entry a note, none left unsaid. */
export type Change = {
  /** Of the moved line; of a note that was left out, its id there would have been. */
  readonly noteId: string;
  readonly eventId: string;
  readonly phraseId: string;
  /** Counted from 1 through the whole part. */
  readonly bar: BarIndex;
  /** From the start of the bar, as a fraction of a whole note. */
  readonly onset: Fraction;
  readonly pitch: Pitch;
} & (
  | { readonly kind: "octave" | "chord-tone"; readonly to: Pitch }
  /** Left out of the line, or left in it without a place. */
  | { readonly kind: "left-out" | "marked"; readonly why: WhyUnreachable }
);

/** Like “F1 an octave higher, as F2: out of range: 1 semitone below …”. */
export function changeInWords(change: Change): string {
  const name = displayPitch(change.pitch);
  switch (change.kind) {
    case "octave":
      return `${name} in another octave, as ${displayPitch(change.to)}`;
    case "chord-tone":
      return `${name} becomes ${displayPitch(change.to)}, the nearest tone of its chord`;
    case "left-out":
      return `${name} left out: ${explainUnreachable(change.why)}`;
    case "marked":
      return `${name}: ${explainUnreachable(change.why)}`;
  }
}
