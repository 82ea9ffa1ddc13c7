import {
  commit,
  openHistory,
  redo,
  undo,
  type History,
  type Song,
  type Transaction,
} from "@intonazione/core/score";
import type { StoreApi } from "zustand/vanilla";
import type { Drafts } from "@/documents/local-copies";
import type { Saving } from "@/documents/saving";
import { settle, type Cursor } from "../cursor";

/** Neighbouring events of one line, from where a selection began to where it was drawn. */
export interface Selection {
  readonly phraseId: string;
  readonly partId: string;
  readonly anchorId: string;
  readonly headId: string;
}

/** What one works at, and where in it. */
export interface Session {
  readonly history: History;
  readonly cursor: Cursor;
  readonly selection: Selection | undefined;
  /** The string that typed frets go to, 1 the thinnest. */
  readonly string: number;
  /** Typed frets make events of their own, behind the one at the cursor. */
  readonly isInserting: boolean;
  readonly drafts: Drafts;
  /** The call-out dropped last, to be brought back. */
  readonly dropped: { readonly key: string; readonly text: string } | undefined;
  /** The phrase that the call-out line rewrites; absent while it writes a new one. */
  readonly rewriting: string | undefined;
  readonly saving: Saving<Song>;
}

export function openSession(song: Song, drafts: Drafts, saving: Saving<Song>): Session {
  return {
    history: openHistory(song),
    cursor: { partId: song.parts[0]!.id, phraseId: song.phrases[0]?.id },
    selection: undefined,
    string: 1,
    isInserting: false,
    drafts,
    dropped: undefined,
    rewriting: undefined,
    saving,
  };
}

export interface SessionActions {
  /** Does nothing while the song is only read; so does typing a call-out. */
  readonly run: (transaction: Transaction, then?: Partial<Cursor>) => void;
  /** @returns what was taken back, as undo names it; undefined where there is nothing. */
  readonly undo: () => string | undefined;
  readonly redo: () => string | undefined;
  /** Lets go of the selection, unless it is to be kept. */
  readonly moveCursor: (cursor: Partial<Cursor>, keeps?: "selection") => void;
  readonly select: (selection: Selection) => void;
  readonly setDraft: (key: string, text: string | undefined) => void;
  /** Starts anew from another version of the song; the way to it cannot be undone. */
  readonly reopen: (song: Song) => void;
}

export function sessionActions(store: StoreApi<Session>): SessionActions {
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
  return {
    run(transaction, then) {
      if (!isReading()) turnTo(commit(store.getState().history, transaction), then);
    },
    undo() {
      const { history } = store.getState();
      turnTo(undo(history));
      return history.past.at(-1)?.label;
    },
    redo() {
      const { history } = store.getState();
      turnTo(redo(history));
      return history.future[0]?.label;
    },
    moveCursor: (cursor, keeps) =>
      store.setState((state) => ({
        cursor: { ...state.cursor, ...cursor },
        ...(keeps ? {} : { selection: undefined }),
      })),
    select: (selection) =>
      store.setState((state) => ({
        selection,
        cursor: { ...state.cursor, eventId: selection.headId, noteId: undefined },
      })),
    setDraft(key, text) {
      if (isReading()) return;
      store.setState(({ drafts: { [key]: _, ...others } }) => ({
        drafts: text === undefined ? others : { ...others, [key]: text },
      }));
    },
    reopen: (fresh) => turnTo(openHistory(fresh)),
  };
}
