import { createElement, type ReactNode } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { OpenSongProvider } from "./context";
import { openedOf } from "./open-song.test-kit";
import type { SongStore } from "./state/store";

/** A view of an open song, as it is drawn first; it is opened as it shall be. */
export function show(store: SongStore, view: ReactNode): string {
  // What a drawing on the server shows is the store's first state.
  const state = store.getState();
  const frozen = Object.assign(store, { getInitialState: () => state });
  const value = openedOf(frozen);
  return renderToStaticMarkup(createElement(OpenSongProvider, { value, children: view }));
}
