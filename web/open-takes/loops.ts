import type { Mark, MarkKind } from "@intonazione/core/takes";
import { nanoid } from "nanoid";
import { withLoop, withMark } from "./edits";
import { isLooped, loopAtHand, takeAtHand, type TakesStore } from "./store";

/** Keeps the stretch at hand as a loop of its own, with how it is heard. */
export function keepLoop(store: TakesStore): void {
  const state = store.getState();
  const [take, loop] = [takeAtHand(state), loopAtHand(state)];
  if (!take || !loop || loop.id !== "" || !isLooped(take, loop)) return;
  const kept = { ...loop, id: nanoid(8), name: freeName(loop.name || "Loop", take.loops) };
  store.change(`keep the loop ${kept.name}`, (now) => withLoop(now, kept));
  store.chooseLoop(kept.id);
}

/** Takes the next kept loop in hand; behind the last one stands the whole take. */
export function nextLoop(store: TakesStore, step: 1 | -1): void {
  const state = store.getState();
  const take = takeAtHand(state);
  if (!take) return;
  const ids = [undefined, ...take.loops.map(({ id }) => id)];
  const here = ids.indexOf(loopAtHand(state)?.id || undefined);
  store.chooseLoop(ids[(here + step + ids.length) % ids.length]);
}

/** Marks a moment of the take at hand. @returns the mark */
export function mark(store: TakesStore, kind: MarkKind, seconds: number): Mark {
  const made = { id: nanoid(8), seconds: Math.max(0, seconds), kind, words: "" };
  store.change("mark a moment", (take) => withMark(take, made));
  return made;
}

function freeName(name: string, taken: readonly { readonly name: string }[]): string {
  const isTaken = (candidate: string) => taken.some((one) => one.name === candidate);
  if (name !== "Loop" && !isTaken(name)) return name;
  for (let n = 1; ; n++) if (!isTaken(`${name} ${n}`)) return `${name} ${n}`;
}
