"use client";

import type { Place } from "@intonazione/core/neck";
import type { PitchedNote } from "@intonazione/core/score";
import { useCallback, useMemo } from "react";
import { NeckFigure } from "@/features/neck/neck-figure";
import { selectNames, selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { neckOfPart } from "@/open-song/derived";
import { onTheNeck } from "@/open-song/on-the-neck";
import { runEdit, typeFret } from "@/open-song/strip-edits";
import { pinNote } from "@/open-song/transactions";
import { focusCallOut, sayPlace } from "@/open-song/call-out-actions";
import { showCallOut } from "./commands";

/** The neck of the current part, which never leaves. */
export function NeckAtHand() {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const cursor = useSong((state) => state.cursor);
  const isPlaying = useSong(({ playing }) => playing.kind === "playing");
  const shown = useMemo(() => onTheNeck(song, cursor, isPlaying), [song, cursor, isPlaying]);
  const names = useSong(selectNames);
  const move = useCallback(
    (note: PitchedNote, place: Place) => {
      const { cursor: at } = store.getState();
      if (at.phraseId !== undefined)
        store.run(pinNote({ phraseId: at.phraseId, partId: at.partId }, note, place));
    },
    [store],
  );
  const say = useCallback(
    (place: Place) => {
      const state = store.getState();
      // While frets are inserted the neck writes on the strip, as the keys do.
      if (state.stage === "write" && state.isInserting && state.cursor.eventId !== undefined) {
        store.setState({ string: place.string });
        return runEdit(store, typeFret(store.getState(), place.fret, true));
      }
      showCallOut(store);
      sayPlace(store, place);
      focusCallOut();
    },
    [store],
  );
  return (
    <NeckFigure
      neck={neckOfPart(part)}
      names={names}
      handed={part.instrument.handed}
      bodyFret={part.instrument.bodyFret}
      songKey={song.key}
      label={`Neck of ${part.name}`}
      shown={shown}
      onMove={move}
      onSay={say}
    />
  );
}
