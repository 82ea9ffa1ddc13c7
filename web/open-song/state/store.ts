import type { PlaceStyle } from "@intonazione/core/neck";
import type { OwnProfile } from "@intonazione/core/placement";
import type { Song } from "@intonazione/core/score";
import { createStore, type StoreApi } from "zustand/vanilla";
import type { Drafts } from "@/documents/local-copies";
import type { Saving } from "@/documents/saving";
import type { Folds } from "./folds";
import { STANDSTILL, type PlaybackState } from "./playback";
import { NOTHING_REVIEWED, type ReviewState } from "./review";
import { openSession, sessionActions, type Session, type SessionActions } from "./session";
import type { LaneSet } from "./shown-lanes";
import { openStudio, type StoredProfiles, type StudioState } from "./studio";
import { openView, viewActions, type View, type ViewActions } from "./view";

/** The open song: what one works at, what is shown and played of it, what was found in it. */
export interface SongState extends Session, View, PlaybackState, StudioState, ReviewState {}

export interface SongStore extends StoreApi<SongState>, SessionActions, ViewActions {
  readonly songId: string;
}

export interface Opening {
  readonly songId: string;
  readonly song: Song;
  readonly drafts: Drafts;
  readonly saving: Saving<Song>;
  readonly stage: string;
  readonly studio: PlaceStyle;
  readonly profiles?: StoredProfiles & { readonly value: readonly OwnProfile[] };
  readonly lanes?: LaneSet;
  readonly folds?: Folds;
}

/** The one store of an open song; each part of its state has its own file beside this one. */
export function createSongStore(opening: Opening): SongStore {
  const { songId, song, drafts, saving, stage, studio, profiles, lanes, folds } = opening;
  const store = createStore<SongState>(() => ({
    ...openSession(song, drafts, saving),
    ...openView(stage, lanes, folds),
    ...STANDSTILL,
    ...openStudio(studio, profiles),
    ...NOTHING_REVIEWED,
  }));
  return Object.assign(store, { songId, ...sessionActions(store), ...viewActions(store) });
}
