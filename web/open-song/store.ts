import type { PlaceStyle } from "@intonazione/core/neck";
import type { OwnProfile } from "@intonazione/core/placement";
import {
  commit,
  openHistory,
  redo,
  undo,
  type History,
  type Song,
  type Transaction,
} from "@intonazione/core/score";
import { USUAL_PICKING_PER_SECOND } from "@intonazione/core/review";
import { createStore, type StoreApi } from "zustand/vanilla";
import type { Drafts } from "@/documents/local-copies";
import type { Saving } from "@/documents/saving";
import { settle, type Cursor } from "./cursor";
import type { Listening } from "./listener-marks";
import type { Review } from "./review";
import { USUAL_LANES, type LaneSet, type ShownLanes } from "./shown-lanes";

export const STAGES = ["set-up", "write", "place", "check"] as const;
export type Stage = (typeof STAGES)[number];

/** The views of Set up, in the order in which a teacher says them. */
export const SET_UP_VIEWS = ["hand", "capo", "strings", "tune", "song"] as const;
export type SetUpView = (typeof SET_UP_VIEWS)[number];

/** What the middle shows while one writes. */
export const WRITE_VIEWS = ["strips", "form", "versions", "history"] as const;
export type WriteView = (typeof WRITE_VIEWS)[number];

/** What the middle shows while one places. */
export const PLACE_VIEWS = ["places", "ways", "side by side", "parts", "tuning"] as const;
export type PlaceView = (typeof PLACE_VIEWS)[number];

/** What the middle shows while one checks. */
export const CHECK_VIEWS = ["findings", "key and chords", "harmony", "over changes"] as const;
export type CheckView = (typeof CHECK_VIEWS)[number];

export interface Selection {
  readonly phraseId: string;
  readonly partId: string;
  readonly anchorId: string;
  readonly headId: string;
}

/** Under which id and version the server has the studio's profiles. */
export interface StoredProfiles {
  readonly id: string;
  readonly version: number;
}

export interface SongState extends ShownLanes {
  readonly history: History;
  readonly cursor: Cursor;
  /** Neighbouring events of the line at the cursor, from where it began to where it was drawn. */
  readonly selection: Selection | undefined;
  /** The string that typed frets go to, 1 the thinnest. */
  readonly string: number;
  /** Typed frets make events of their own, behind the one at the cursor. */
  readonly isInserting: boolean;
  readonly stage: Stage;
  readonly setUpView: SetUpView;
  readonly writeView: WriteView;
  readonly placeView: PlaceView;
  readonly checkView: CheckView;
  readonly review: Review;
  /** The finding that is looked at, by its key. */
  readonly findingKey: string | undefined;
  /** Strokes in a row above this, a second, are told. */
  readonly pickingPerSecond: number;
  /** All parts of a phrase one above the other, or only the one at the cursor. */
  readonly showsAllParts: boolean;
  readonly drafts: Drafts;
  /** The call-out dropped last, to be brought back. */
  readonly dropped: { readonly key: string; readonly text: string } | undefined;
  /** The phrase that the call-out line rewrites; absent while it writes a new one. */
  readonly rewriting: string | undefined;
  readonly saving: Saving<Song>;
  /** What a listener told, by part; it lives while the window is open. */
  readonly heard: Readonly<Record<string, Listening>>;
  /** How the studio calls strings and counts frets where the song does not say. */
  readonly studio: PlaceStyle;
  /** The studio's own ways of judging places. */
  readonly profiles: readonly OwnProfile[];
  /** Where the server has them; absent while it is away. */
  readonly profilesAt: StoredProfiles | undefined;
}

export interface SongStore extends StoreApi<SongState> {
  readonly songId: string;
  /** Does nothing while the song is only read; so does typing a call-out. */
  readonly run: (transaction: Transaction, then?: Partial<Cursor>) => void;
  readonly undo: () => string | undefined;
  readonly redo: () => string | undefined;
  /** Lets go of the selection, unless it is to be kept. */
  readonly moveCursor: (cursor: Partial<Cursor>, keeps?: "selection") => void;
  readonly select: (selection: Selection) => void;
  readonly setDraft: (key: string, text: string | undefined) => void;
  /** Starts anew from another version of the song; the way to it cannot be undone. */
  readonly reopen: (song: Song) => void;
}

export interface Opening {
  readonly songId: string;
  readonly song: Song;
  readonly drafts: Drafts;
  readonly saving: Saving<Song>;
  readonly stage: Stage;
  readonly studio: PlaceStyle;
  readonly profiles?: StoredProfiles & { readonly value: readonly OwnProfile[] };
  readonly lanes?: LaneSet;
}

/** The one store of an open song: score, cursor and what the screen shows of them. */
export function createSongStore({
  songId,
  song,
  drafts,
  saving,
  stage,
  studio,
  profiles,
  lanes = USUAL_LANES,
}: Opening): SongStore {
  const store = createStore<SongState>(() => ({
    history: openHistory(song),
    cursor: { partId: song.parts[0]!.id, phraseId: song.phrases[0]?.id },
    selection: undefined,
    string: 1,
    isInserting: false,
    stage,
    setUpView: "hand",
    writeView: "strips",
    placeView: "places",
    checkView: "findings",
    review: { kind: "none" },
    findingKey: undefined,
    pickingPerSecond: USUAL_PICKING_PER_SECOND,
    lanes,
    ownLanes: {},
    showsAllParts: false,
    drafts,
    dropped: undefined,
    rewriting: undefined,
    saving,
    heard: {},
    studio,
    profiles: profiles?.value ?? [],
    profilesAt: profiles && { id: profiles.id, version: profiles.version },
  }));
  const turnTo = (history: History, then: Partial<Cursor> = {}) =>
    store.setState((state) => {
      if (history === state.history) return state;
      const wished = { ...state.cursor, ...then };
      const rewriting = history.song.phrases.some(({ id }) => id === state.rewriting)
        ? state.rewriting
        : undefined;
      const cursor = settle(state.history.song, history.song, wished);
      return { history, cursor, rewriting, selection: undefined };
    });
  const isReading = () => store.getState().saving.kind === "reading";
  return Object.assign(store, {
    songId,
    run: (transaction: Transaction, then?: Partial<Cursor>) => {
      if (!isReading()) turnTo(commit(store.getState().history, transaction), then);
    },
    undo: () => {
      const { history } = store.getState();
      turnTo(undo(history));
      return history.past.at(-1)?.label;
    },
    redo: () => {
      const { history } = store.getState();
      turnTo(redo(history));
      return history.future[0]?.label;
    },
    moveCursor: (cursor: Partial<Cursor>, keeps?: "selection") =>
      store.setState((state) => ({
        cursor: { ...state.cursor, ...cursor },
        ...(keeps ? {} : { selection: undefined }),
      })),
    select: (selection: Selection) =>
      store.setState((state) => ({
        selection,
        cursor: { ...state.cursor, eventId: selection.headId, noteId: undefined },
      })),
    setDraft: (key: string, text: string | undefined) => {
      if (isReading()) return;
      store.setState(({ drafts: { [key]: _, ...others } }) => ({
        drafts: text === undefined ? others : { ...others, [key]: text },
      }));
    },
    reopen: (fresh: Song) => turnTo(openHistory(fresh)),
  });
}
