import { barNumber, barsOn } from "@intonazione/core/foundation";
import { formatPitch } from "@intonazione/core/pitch";
import {
  hardshipInWords,
  POINTS,
  reasonInWords,
  type Difficulty,
  type PlanOption,
} from "@intonazione/core/placement";
import { formatFraction } from "@intonazione/core/rhythm";
import { momentsOf, notesOf } from "@intonazione/core/score";

const MOST_REASONS = 3;

export function difficultyJson({ level, because }: Difficulty, barsBefore: number) {
  return {
    difficulty: level,
    because: because.slice(0, MOST_REASONS).map(({ hardship, amount, bars }) => ({
      what: hardshipInWords(hardship),
      amount,
      bars: bars.map((bar) => barNumber(barsOn(bar, barsBefore))),
    })),
  };
}

/** One way to place a phrase. @param from The number of its first bar in the part. */
export function planJson(option: PlanOption, from: number) {
  const notes = option.bars.flatMap((bar, index) =>
    momentsOf(bar).flatMap(({ onset, events }) =>
      events.flatMap((event) =>
        notesOf(event).map((note) => ({
          bar: from + index,
          onset: formatFraction(onset),
          pitch: note.kind === "dead" ? null : formatPitch(note.pitch),
          string: (note.kind === "dead" ? note.string : note.place?.string) ?? null,
          fret: note.kind === "dead" ? null : (note.place?.fret ?? null),
          finger: note.kind === "dead" ? null : (note.place?.finger ?? null),
        })),
      ),
    ),
  );
  return {
    cost: option.points / POINTS,
    proven: option.isProven,
    around: option.aroundFret,
    difficulty: option.difficulty.level,
    notes,
    reasons: option.forIt.slice(0, MOST_REASONS).map((reason) => reasonInWords(reason, from - 1)),
    against: option.againstIt
      .slice(0, MOST_REASONS)
      .map((reason) => reasonInWords(reason, from - 1)),
  };
}
