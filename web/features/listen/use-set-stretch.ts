import { useOpenSong } from "@/open-song/context";
import { takeAtHand } from "@/open-takes/store";
import { snapMoments, snapped } from "./moments";
import type { TakesStore } from "@/open-takes/store";

/** The shortest loop, in seconds. */
const LEAST_LOOP_SECONDS = 0.05;

/** Puts the ends of the loop at hand, snapped as wished; an empty one is the whole take. */
export function setStretch(store: TakesStore, from: number, to: number, isSnapped: boolean): void {
  const state = store.getState();
  const take = takeAtHand(state);
  if (!take) return;
  const { seconds } = take.recording;
  const moments = isSnapped ? snapMoments(state.snapsTo, take, state.heard?.attacks) : [];
  const at = (moment: number) => Math.min(seconds, Math.max(0, snapped(moment, moments)));
  const [start, end] = [at(from), at(to)];
  if (end - start < LEAST_LOOP_SECONDS) return;
  store.setLoop("move the loop", { from: start, to: end }, "ends");
}

/** The same, for drags: the ends are snapped when it is over. */
export function useSetStretch(): (from: number, to: number, isOver: boolean) => void {
  const { takes } = useOpenSong();
  return (from, to, isOver) => setStretch(takes.store, from, to, isOver);
}
