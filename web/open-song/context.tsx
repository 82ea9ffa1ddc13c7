"use client";

import type { PlaceNames } from "@intonazione/core/neck";
import type { Part, Song } from "@intonazione/core/score";
import { createContext, useContext } from "react";
import { useStore } from "zustand";
import type { InRack } from "@/calls/rack";
import { partAt, placeNames } from "./derived";
import type { Player } from "./playback/player";
import type { Saver } from "@/documents/saver";
import type { OpenTakes } from "@/open-takes/open-takes";
import type { TakesState } from "@/open-takes/store";
import type { UndoOrder } from "./undo-order";
import type { SongState, SongStore } from "./state/store";

export interface OpenSong {
  readonly store: SongStore;
  readonly player: Pick<Player, "playOrStop" | "stop" | "leave">;
  /** Absent while the song is another window's, here to be read. */
  readonly saver: Saver<Song> | undefined;
  readonly takes: OpenTakes;
  /** Takes back what was done last, to the song or to its takes. */
  readonly order: Pick<UndoOrder, "undo" | "redo" | "next">;
  /** The studio's instruments, to be taken in hand. */
  readonly rack: readonly InRack[];
}

const Context = createContext<OpenSong | undefined>(undefined);

export const OpenSongProvider = Context.Provider;

/** @throws Error outside the song's page. */
export function useOpenSong(): OpenSong {
  const opened = useContext(Context);
  if (!opened) throw new Error("useOpenSong needs an open song around it");
  return opened;
}

/** What a component needs of the state; it is drawn again only when that changes. */
export function useSong<Selected>(selector: (state: SongState) => Selected): Selected {
  return useStore(useOpenSong().store, selector);
}

/** The same of the song's takes. */
export function useTakes<Selected>(selector: (state: TakesState) => Selected): Selected {
  return useStore(useOpenSong().takes.store, selector);
}

export const selectSong = (state: SongState): Song => state.history.song;
export const selectPart = (state: SongState): Part =>
  partAt(state.history.song, state.cursor.partId);

/** How the places of the current part are called. */
export const selectNames = (state: SongState): PlaceNames =>
  placeNames(selectPart(state), selectSong(state), state.studio);
