import { isBarLine } from "./bars-of-take";
import { takeAtHand, type TakesState } from "./store";

/** The beats of the take at hand by its map, and which of them begin a bar. */
export function clicksOf(state: TakesState): {
  readonly beats: Float64Array;
  readonly isAccented: Uint8Array;
} {
  const map = takeAtHand(state)?.map;
  const beats = map?.beats ?? [];
  return {
    beats: Float64Array.from(beats),
    isAccented: Uint8Array.from(beats, (_, index) =>
      map && isBarLine(index - map.one, state.bars) ? 1 : 0,
    ),
  };
}
