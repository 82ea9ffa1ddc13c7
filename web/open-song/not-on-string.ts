import { placeBars, secondsPerWholeIn, type HandTable } from "@intonazione/core/placement";
import { withEvents, withNotes, type Bar, type Line, type Song } from "@intonazione/core/score";

/** The line with one note kept off some strings; only that note moves, if it has to. */
export function placedWithout(
  song: Song,
  line: Line,
  noteId: string,
  strings: readonly number[],
  table: HandTable,
): readonly Bar[] {
  const bars = line.bars.map((bar) =>
    withEvents(bar, (event) =>
      withNotes(event, (note) => {
        if (note.kind === "dead" || note.id !== noteId) return note;
        const { notOn: _, place, ...rest } = note;
        const isWrong = place !== undefined && strings.includes(place.string);
        return {
          ...rest,
          ...(place && !isWrong && { place }),
          ...(strings.length > 0 && { notOn: strings }),
        };
      }),
    ),
  );
  const phrase = song.phrases.find(({ id }) => id === line.phraseId);
  return placeBars(bars, table.judgement.neck, "unplaced", {
    table,
    secondsPerWhole: secondsPerWholeIn(song, phrase, bars.length),
    ...(line.wishes && { wishes: line.wishes }),
  }).bars;
}
