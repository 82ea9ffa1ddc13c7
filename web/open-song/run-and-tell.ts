import type { Transaction } from "@intonazione/core/score";
import type { SongStore } from "./state/store";

/** Does something that one may want to take back at once, and says so. */
export function runAndTell(store: SongStore, transaction: Transaction, words: string): void {
  const { past } = store.getState().history;
  store.run(transaction);
  const done = store.getState().history.past.at(-1);
  if (done && done !== past.at(-1)) store.tell({ words, undoes: done });
}
