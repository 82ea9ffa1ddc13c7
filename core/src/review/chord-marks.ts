import { barsOn } from "../foundation/bar-index";
import type { HeardLine } from "../analysis/analyse-song";
import type { HeardChord } from "../analysis/chords";
import { chromasOf, displayChord, type Chord } from "../pitch/chord";
import { chromaOf } from "../pitch/pitch";
import { add } from "../rhythm/fraction";
import { chordAt } from "../score/frame";
import type { Song } from "../score/song";
import { fingeredChord } from "../theory/shapes-and-sound";
import { soundingShift } from "../theory/fingered";
import type { ReviewFinding } from "./finding";

/** A named chord that covers less of what sounds than this is another chord. */
const COVERED = 0.5;

/** Chords written over the bars against the chords that a part plays under them. */
export function checkChordMarks(
  { part, phrase, frames, barsBefore }: HeardLine,
  chords: readonly HeardChord[],
  song: Song,
): readonly ReviewFinding[] {
  const shift = soundingShift(part.instrument, part.capo);
  return chords.flatMap(({ bar, onset, midis, readings, isBroken, eventId }): ReviewFinding[] => {
    const frame = frames[bar]!;
    const at = add(onset, frame.from);
    const marked = chordAt(frame, at);
    const classes = new Set(midis.map((midi) => midi % 12));
    if (!marked || isBroken || classes.size < 3) return [];
    const named = chromasOf(marked);
    const covered = [...classes].filter((chroma) => named.has(chroma)).length / classes.size;
    if (covered >= COVERED) return [];
    const best = readings[0]!.chord;
    const shape = fingeredChord(best, shift, song.key);
    const isOfTheHand = shift !== 0 && isSameRoot(shape, marked);
    return [
      {
        code: isOfTheHand ? "fingered-for-sounding" : "chord-named-otherwise",
        group: "words",
        severity: "warning",
        where: { phraseId: phrase.id, partId: part.id, bar: barsOn(bar, barsBefore), eventId },
        message: isOfTheHand
          ? `${displayChord(marked)} is the shape: ${displayChord(best)} sounds`
          : `${displayChord(marked)} stands over the bar, but ${part.name} sounds ${displayChord(best)}`,
        evidence: readings[0]!.reasons,
      },
    ];
  });
}

function isSameRoot(a: Chord, b: Chord): boolean {
  return chromaOf(a.root) === chromaOf(b.root);
}
