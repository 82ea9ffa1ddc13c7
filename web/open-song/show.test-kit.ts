import { createElement, type ReactNode } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { OpenSongProvider } from "./context";
import type { SongStore } from "./store";

/** A view of an open song, as it is drawn first; it is opened as it shall be. */
export function show(store: SongStore, view: ReactNode): string {
  // What a drawing on the server shows is the store's first state.
  const state = store.getState();
  const frozen = Object.assign(store, { getInitialState: () => state });
  const value = { store: frozen, saver: undefined, rack: [] };
  return renderToStaticMarkup(createElement(OpenSongProvider, { value, children: view }));
}
