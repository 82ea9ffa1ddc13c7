import { mergeSongs, type Song } from "@intonazione/core/score";
import type { OpenDocument } from "@/documents/saver";
import type { SongStore } from "./state/store";
import { mergeWindows } from "./transactions";

/** The open song as a document to be saved. */
export function songDocument(store: SongStore): OpenDocument<Song> {
  const value = () => store.getState().history.song;
  return {
    value,
    subscribe: (changed) =>
      store.subscribe((state, before) => {
        if (state.history.song !== before.history.song) changed();
      }),
    saving: () => store.getState().saving,
    report: (saving) => store.setState({ saving }),
    reopen: (song) => store.reopen(song),
    /** Undo leads back to this window's song. */
    merge: (base, theirs, newId) => {
      const { song, both } = mergeSongs(base, value(), theirs, newId);
      store.run(mergeWindows(song));
      return both;
    },
  };
}
