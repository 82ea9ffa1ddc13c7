"use client";

import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { setUpInWords } from "@/ui/instrument-picker";

/** The players; the chosen one's neck and strips are shown. */
export function PartTabs() {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const current = useSong(selectPart);
  return (
    <div role="group" aria-label="Parts" className="flex flex-wrap gap-2">
      {song.parts.map((part) => (
        <button
          key={part.id}
          type="button"
          aria-pressed={part.id === current.id}
          onClick={() =>
            store.moveCursor({ partId: part.id, eventId: undefined, noteId: undefined })
          }
          className="max-w-full min-w-24 flex-1 rounded-md border border-hairline bg-sheet px-2.5 py-1 text-left hover:border-soft aria-pressed:border-ink"
        >
          <span className="block truncate text-[13px] font-semibold">{part.name}</span>
          <span className="block truncate text-xs text-soft">{setUpInWords(part)}</span>
        </button>
      ))}
    </div>
  );
}
