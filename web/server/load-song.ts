import type { Song } from "@intonazione/core/score";
import { isUnreachable } from "./database";
import { ourSongs, songIdSchema } from "./song-api";

/** A song as the page gets it. */
export interface LoadedSong {
  readonly song: Song;
  readonly version: number;
  readonly at: Date;
}

/** A song for its page; "away" leaves it to the browser's own copy. */
export async function loadSong(
  id: string,
): Promise<
  | { readonly kind: "found"; readonly stored: LoadedSong }
  | { readonly kind: "missing" }
  | { readonly kind: "away" }
> {
  if (!songIdSchema.safeParse(id).success) return { kind: "missing" };
  try {
    const stored = await (await ourSongs()).find(id);
    if (!stored) return { kind: "missing" };
    const { song, version, updatedAt: at } = stored;
    return { kind: "found", stored: { song, version, at } };
  } catch (error) {
    if (isUnreachable(error)) return { kind: "away" };
    throw error;
  }
}
