import { compare } from "../rhythm/fraction";
import { eventTechniqueOf, stringOf, techniqueOf } from "../score/event";
import { writtenBarSound, type SoundingNote } from "../sounding/bar-sound";
import type { BarBox } from "./layout";

/** How long a note sounds, as a line on its string. Positions in px from the start of the bar. */
export interface LengthMark {
  readonly string: number;
  /** The middle of its figure. */
  readonly from: number;
  /** Where what is written for it ends, or where it is stopped before that. */
  readonly held: number;
  /** Where it is silent; behind `held` where it rings. */
  readonly to: number;
  /** True where a palm, the other hand or shortness keeps it from sounding out. */
  readonly isDamped: boolean;
}

/**
 * How long every note of a bar sounds: held for its length, ringing beyond it, or damped. Notes
 * without a place, graces and dead strokes have no length to show.
 *
 * @param strings How many the instrument has.
 */
export function lengthMarks(box: BarBox, strings: number): readonly LengthMark[] {
  const { moments } = writtenBarSound(box.bar, box.frame.length, strings);
  return moments
    .flatMap(({ begin }) => begin)
    .flatMap((sounding): readonly LengthMark[] => {
      const { note, isGrace, onset, end, until, rings } = sounding;
      const string = stringOf(note);
      if (string === undefined || isGrace || note.kind === "dead") return [];
      const stopped = compare(until, end) < 0 ? until : end;
      return [
        {
          string,
          from: box.xAt(onset),
          held: endX(box, stopped),
          to: rings ? endX(box, until) : endX(box, stopped),
          isDamped: isDamped(sounding),
        },
      ];
    });
}

/** At the bar line, where it lasts to the end of what is written. */
function endX(box: BarBox, at: SoundingNote["until"]): number {
  return Math.min(box.width, box.xAt(at));
}

function isDamped({ note, event, stoppedBy }: SoundingNote): boolean {
  return (
    stoppedBy === "staccato" ||
    eventTechniqueOf(event, "palm-mute") !== undefined ||
    techniqueOf(note, "fret-hand-mute") !== undefined
  );
}
