"use client";

import { displayKey } from "@intonazione/core/pitch";
import { formatFeel, formatMetre } from "@intonazione/core/rhythm";
import { fingeredKey } from "@intonazione/core/theory";
import { Command, Redo2, Undo2 } from "lucide-react";
import { useEffect, type ReactNode } from "react";
import { HandOutMenu } from "@/features/hand-out/hand-out-menu";
import { selectPart, selectSong, useOpenSong, useSong, useTakes } from "@/open-song/context";
import { shiftOf } from "@/open-song/derived";
import { stageById } from "@/stages/register";
import { PageHead } from "@/ui/page-head";
import { ThemeSwitch } from "@/ui/theme-switch";
import { SaveState } from "./save-state";
import { StageLine } from "./stage-line";

/** What the song is, its stages, where its work is kept, and what can be done from everywhere. */
export function SongHead() {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const { past, future, undo, redo } = useUndo();
  const shift = shiftOf(part);
  const keys =
    shift === 0
      ? `${displayKey(song.key)}, sounding and fingered`
      : `sounds in ${displayKey(song.key)}, fingered in ${displayKey(fingeredKey(song.key, shift))}`;
  const facts = `${keys} · ♩ = ${song.tempoBpm} · ${formatMetre(song.metre)} · ${formatFeel(song.feel)}`;
  useEffect(() => {
    document.title = `${song.title} · Intonazione`;
  }, [song.title]);
  return (
    <PageHead
      isDense
      actions={
        <>
          <SaveState />
          <IconButton
            label="Undo"
            title={past ? `Undo: ${past}` : "Nothing to undo"}
            isOff={past === undefined}
            onPress={undo}
          >
            <Undo2 size={16} aria-hidden />
          </IconButton>
          <IconButton
            label="Redo"
            title={future ? `Redo: ${future}` : "Nothing to redo"}
            isOff={future === undefined}
            onPress={redo}
          >
            <Redo2 size={16} aria-hidden />
          </IconButton>
          <HandOutMenu />
          <IconButton
            label="Commands"
            title="All commands (Ctrl K)"
            onPress={() => store.setState({ overlay: { kind: "palette" } })}
          >
            <Command size={16} aria-hidden />
          </IconButton>
          <ThemeSwitch />
        </>
      }
    >
      <div className="min-w-0 flex-1 leading-tight">
        <h1 className="truncate font-serif text-xl leading-tight" title={song.title}>
          {song.title}
        </h1>
        <p className="truncate text-[11px] text-soft" title={facts}>
          {facts}
        </p>
      </div>
      <StageLine />
    </PageHead>
  );
}

/** What undo and redo would do here: to the song, or to song and takes where both are changed. */
function useUndo() {
  const { store, order } = useOpenSong();
  const isOfBoth = useSong((state) => stageById(state.stage).changesTakes ?? false);
  const song = useSong((state) => state.history);
  // The order is looked up again whenever either has changed.
  useTakes((state) => state.history);
  const next = isOfBoth
    ? order.next()
    : { undo: song.past.at(-1)?.label, redo: song.future[0]?.label };
  return {
    past: next.undo,
    future: next.redo,
    undo: () => (isOfBoth ? order.undo() : void store.undo()),
    redo: () => (isOfBoth ? order.redo() : void store.redo()),
  };
}

function IconButton({
  label,
  title,
  isOff = false,
  onPress,
  children,
}: {
  readonly label: string;
  readonly title: string;
  readonly isOff?: boolean;
  readonly onPress: () => void;
  readonly children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={title}
      disabled={isOff}
      onClick={onPress}
      className="rounded-sm p-1.5 text-soft hover:text-ink disabled:opacity-40"
    >
      {children}
    </button>
  );
}
