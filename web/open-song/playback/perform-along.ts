import { inTimeOf, type Performance } from "@intonazione/core/playing";
import type { Song } from "@intonazione/core/score";
import type { TakeMap } from "@intonazione/core/takes";
import { atTheDesk } from "@/workers/at-the-desk";

const wholes = new WeakMap<Song, Promise<Performance>>();
const moved = new WeakMap<TakeMap, { readonly whole: Performance; readonly along: Performance }>();

/**
 * A song through its form in the time of a take: worked out once, however many ask for it.
 * @throws RangeError where nothing is written; whatever else goes wrong at the desk.
 */
export async function performAlong(song: Song, map: TakeMap): Promise<Performance> {
  const whole = await performWhole(song);
  const known = moved.get(map);
  if (known?.whole === whole) return known.along;
  const along = inTimeOf(whole, map);
  moved.set(map, { whole, along });
  return along;
}

function performWhole(song: Song): Promise<Performance> {
  const known = wholes.get(song);
  if (known) return known;
  const whole = atTheDesk((desk) => desk.perform(song, {}), new AbortController().signal);
  wholes.set(song, whole);
  // What failed is tried again.
  whole.catch(() => wholes.delete(song));
  return whole;
}
