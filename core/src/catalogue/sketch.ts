import { add, divide, toNumber, type Fraction } from "../rhythm/fraction";
import { framesOfPhrase, lineOf, type Song } from "../score/song";
import { inLine, lineSound } from "../sounding/line-sound";

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
      const strings = part.instrument.tuning.length;
      const sound = lineSound(bars, framesOfPhrase(song, phrase, bars.length), strings);
      const last = sound.bars.at(-1)!;
      const total = add(last.start, last.length);
      const shareOf = (time: Fraction) => Math.round(STEPS * toNumber(divide(time, total))) / STEPS;
      const figures = sound.notes.flatMap(({ note, bar, onset }): Sketch["figures"] => {
        const at = shareOf(inLine(sound, bar, onset));
        if (note.kind === "dead") return [[at, note.string, "x"]];
        return note.place ? [[at, note.place.string, String(note.place.fret)]] : [];
      });
      const barLines = sound.bars.slice(1).map(({ start }) => shareOf(start));
      return { strings, barLines, figures: figures.slice(0, MOST_FIGURES) };
    }
  }
  return undefined;
}
