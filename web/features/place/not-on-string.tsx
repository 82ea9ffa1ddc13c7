"use client";

import type { PlaceNames } from "@intonazione/core/neck";
import { lineOf, type PitchedNote } from "@intonazione/core/score";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { tableOf } from "@/open-song/derived";
import { placedWithout } from "@/open-song/not-on-string";
import { placeLine } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { stringInWords } from "@/ui/words";
import type { LineAddress } from "@/workers/protocol";

/** A string that a note must not lie on; the note goes elsewhere at once. */
export function NotOnString({
  at,
  note,
  names,
}: {
  readonly at: LineAddress;
  readonly note: PitchedNote;
  readonly names: PlaceNames;
}) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const profiles = useSong((state) => state.profiles);
  const { place, notOn = [] } = note;
  const line = lineOf(song, at.phraseId, at.partId);
  if (!line) return null;
  const leave = (strings: readonly number[], label: string) => {
    const table = tableOf(part, song.key, profiles);
    store.run(
      placeLine(line, label, placedWithout(song, line, note.id, strings, table), line.wishes),
    );
  };
  return (
    <div className="flex flex-wrap gap-1">
      {place && !note.pinned && (
        <Button
          onClick={() =>
            leave(
              [...notOn, place.string].sort((a, b) => a - b),
              `not on the ${stringInWords(place.string, names)}`,
            )
          }
        >
          Not on the {stringInWords(place.string, names)}
        </Button>
      )}
      {notOn.map((string) => (
        <Button
          key={string}
          look="quiet"
          onClick={() =>
            leave(
              notOn.filter((one) => one !== string),
              `allow the ${stringInWords(string, names)}`,
            )
          }
        >
          allow the {stringInWords(string, names)} again
        </Button>
      ))}
    </div>
  );
}
