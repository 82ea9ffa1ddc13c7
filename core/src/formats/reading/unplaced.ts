import { barEntries, formatBar } from "../../foundation/bar-index";
import type { Finding } from "../../foundation/finding";
import { eventsOf } from "../../score/bar";
import { pitchedIn } from "../../score/event";
import { lineOf, type Song } from "../../score/song";

/** What of each part has no place on its neck, how many notes and where the first of them stands. */
export function unplacedIn(song: Song): readonly Finding[] {
  return song.parts.flatMap(({ id, name, instrument }): Finding[] => {
    let count = 0;
    let first = "";
    for (const phrase of song.phrases) {
      for (const [at, bar] of barEntries(lineOf(song, phrase.id, id)?.bars ?? [])) {
        const here = eventsOf([bar])
          .flatMap(pitchedIn)
          .filter(({ place }) => !place).length;
        if (count === 0 && here > 0) first = `${phrase.name}, ${formatBar(at)}`;
        count += here;
      }
    }
    if (count === 0) return [];
    const notes = count === 1 ? "1 note has no place" : `${count} notes have no place`;
    const message = `${name}: ${notes} on ${instrument.name}, first in ${first}`;
    return [{ code: "unplaced", severity: "warning", where: {}, message }];
  });
}
