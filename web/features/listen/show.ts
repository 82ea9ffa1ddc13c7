import { takeAtHand, type TakesStore } from "@/open-takes/store";

const LEAST_VIEW_SECONDS = 0.5;
/** What is left around a stretch that is shown, as a share of it. */
const MARGIN = 0.04;

function put(store: TakesStore, from: number, span: number): void {
  const seconds = takeAtHand(store.getState())?.recording.seconds ?? span;
  const length = Math.min(
    Math.max(LEAST_VIEW_SECONDS, span),
    Math.max(LEAST_VIEW_SECONDS, seconds),
  );
  const start = Math.min(Math.max(0, from), Math.max(0, seconds - length));
  store.setState({ view: { from: start, to: start + length } });
}

/** Shows a stretch of the take; a moment alone is put into the middle of what is shown. */
export function showStretch(store: TakesStore, from: number, to: number): void {
  const { view } = store.getState();
  if (to - from < LEAST_VIEW_SECONDS) {
    const span = view.to - view.from;
    if (from >= view.from && to <= view.to) return;
    return put(store, (from + to - span) / 2, span);
  }
  const margin = MARGIN * (to - from);
  put(store, from - margin, to - from + 2 * margin);
}

export function showAll(store: TakesStore): void {
  put(store, 0, Number.POSITIVE_INFINITY);
}

/** Moves what is shown by a share of it. */
export function pan(store: TakesStore, share: number): void {
  const { from, to } = store.getState().view;
  put(store, from + share * (to - from), to - from);
}

/** @param by Above 1 shows more. @param around The moment that stays where it is. */
export function zoom(store: TakesStore, by: number, around?: number): void {
  const { from, to } = store.getState().view;
  const still = around ?? (from + to) / 2;
  const span = Math.max(LEAST_VIEW_SECONDS, (to - from) * by);
  put(store, still - ((still - from) / (to - from)) * span, span);
}
