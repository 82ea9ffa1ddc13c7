"use client";

import { displayKey } from "@intonazione/core/pitch";
import { formatFeel, formatMetre } from "@intonazione/core/rhythm";
import { fingeredKey } from "@intonazione/core/theory";
import { Command, Redo2, Undo2 } from "lucide-react";
import { useEffect } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { shiftOf } from "@/open-song/derived";
import { HandOutMenu } from "@/features/hand-out/hand-out-menu";
import { buttonLook } from "@/ui/button";
import { PageHead } from "@/ui/page-head";
import { ThemeSwitch } from "@/ui/theme-switch";
import { SaveState } from "./save-state";

/** What the song is, where its work is kept, and what can be done from every stage. */
export function SongHead({ onPalette }: { readonly onPalette: () => void }) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const past = useSong((state) => state.history.past.at(-1)?.label);
  const future = useSong((state) => state.history.future[0]?.label);
  const shift = shiftOf(part);
  const keys =
    shift === 0
      ? `${displayKey(song.key)}, sounding and fingered`
      : `sounds in ${displayKey(song.key)}, fingered in ${displayKey(fingeredKey(song.key, shift))}`;
  useEffect(() => {
    document.title = `${song.title} · Intonazione`;
  }, [song.title]);
  const iconLook = "rounded-sm p-1.5 text-soft hover:text-ink disabled:opacity-40";
  return (
    <PageHead
      actions={
        <>
          <SaveState />
          <button
            type="button"
            aria-label="Undo"
            title={past ? `Undo: ${past}` : "Nothing to undo"}
            disabled={past === undefined}
            onClick={() => store.undo()}
            className={iconLook}
          >
            <Undo2 size={16} aria-hidden />
          </button>
          <button
            type="button"
            aria-label="Redo"
            title={future ? `Redo: ${future}` : "Nothing to redo"}
            disabled={future === undefined}
            onClick={() => store.redo()}
            className={iconLook}
          >
            <Redo2 size={16} aria-hidden />
          </button>
          <HandOutMenu />
          <button type="button" onClick={onPalette} className={buttonLook()}>
            <Command size={14} aria-hidden /> Commands
          </button>
          <ThemeSwitch />
        </>
      }
    >
      <h1 className="truncate font-serif text-2xl" title={song.title}>
        {song.title}
      </h1>
      <p className="hidden truncate text-soft xl:block">
        {keys} · ♩ = {song.tempoBpm} · {formatMetre(song.metre)} · {formatFeel(song.feel)}
      </p>
    </PageHead>
  );
}
