import type { OpenTakes } from "@/open-takes/open-takes";

/** Where the record is: what is heard just now, else where it stands. In seconds of the take. */
export function momentNow({ player, store }: OpenTakes): number {
  return player.positionNow()?.seconds ?? store.getState().at;
}
