import { add, compare, divide, toNumber, ZERO, type Fraction } from "../rhythm/fraction";
import { timed, writtenLength } from "../score/bar";
import { notesOf } from "../score/event";
import { framesOfPhrase, lineOf, type Song } from "../score/song";

/** The beginning of a song as a small picture of it: figures on strings, in their time. */
export interface Sketch {
  /** How many lines it has; string 1 is the topmost. */
  readonly strings: number;
  /** Where bars end, 0–1 of its length, the last one left out. */
  readonly barLines: readonly number[];
  /** Moment (0–1 of its length), string, and what stands there: a fret from the capo, or x. */
  readonly figures: readonly (readonly [number, number, string])[];
}

const BARS = 2;
/** A thousandth of the length is less than a pixel of a card. */
const STEPS = 1000;
const MOST_FIGURES = 64;

/** The first two bars of the first line that has any; undefined for a song without music. */
export function sketchOf(song: Song): Sketch | undefined {
  for (const phrase of song.phrases) {
    for (const part of song.parts) {
      const line = lineOf(song, phrase.id, part.id);
      if (!line || line.bars.every(({ events }) => events.length === 0)) continue;
      const bars = line.bars.slice(0, BARS);
      const frames = framesOfPhrase(song, phrase, bars.length);
      const ends = bars.map((bar, index) => longer(writtenLength(bar), frames[index]!.length));
      const total = ends.reduce(add, ZERO);
      let start = ZERO;
      const barLines: number[] = [];
      const figures: (readonly [number, number, string])[] = [];
      for (const [index, bar] of bars.entries()) {
        for (const { event, onset } of [...timed(bar.events), ...timed(bar.voiceTwo ?? [])]) {
          const at = Math.round(STEPS * toNumber(divide(add(start, onset), total))) / STEPS;
          for (const note of notesOf(event)) {
            if (note.kind === "dead") figures.push([at, note.string, "x"]);
            else if (note.place) figures.push([at, note.place.string, String(note.place.fret)]);
          }
        }
        start = add(start, ends[index]!);
        if (index < bars.length - 1) {
          barLines.push(Math.round(STEPS * toNumber(divide(start, total))) / STEPS);
        }
      }
      const strings = part.instrument.tuning.length;
      return { strings, barLines, figures: figures.slice(0, MOST_FIGURES) };
    }
  }
  return undefined;
}

function longer(one: Fraction, other: Fraction): Fraction {
  return compare(one, other) >= 0 ? one : other;
}
