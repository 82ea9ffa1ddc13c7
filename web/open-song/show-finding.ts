import { findingKey, type ReviewFinding } from "@intonazione/core/review";
import { openFindings } from "./review";
import type { SongStore } from "./state/store";
import { LANDMARKS } from "./state/view";

/** Shows the first open finding that is wanted, in Check, with the cursor at its place. */
export function showFinding(store: SongStore, isWanted: (finding: ReviewFinding) => boolean): void {
  const { review, history } = store.getState();
  const found = openFindings(review, history.song).find(isWanted);
  if (found) show(store, found);
}

/** The open finding behind the one that is looked at, or the first. */
export function nextFinding(store: SongStore): void {
  const { review, history, findingKey: chosen } = store.getState();
  const open = openFindings(review, history.song);
  const here = open.findIndex((one) => findingKey(one) === chosen);
  const next = open[(here + 1) % open.length];
  if (next) show(store, next);
}

function show(store: SongStore, finding: ReviewFinding): void {
  const { phraseId, partId, eventId, noteId } = finding.where;
  store.setState({ findingKey: findingKey(finding) });
  if (phraseId !== undefined && partId !== undefined) {
    store.moveCursor({ phraseId, partId, eventId, noteId });
  }
  store.goTo(LANDMARKS.findings);
}
