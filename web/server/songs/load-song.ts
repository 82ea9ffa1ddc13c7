import type { PlaceStyle } from "@intonazione/core/neck";
import { isUnreachable } from "../database";
import { idSchema } from "../requests/http";
import type { RackInstrument } from "../instrument-repository";
import type { StoredSong } from "./stored-songs";
import { withStudioOfPage } from "../requests/with-studio";
import { contentsOf } from "../studio-api";
import { songsOf } from "./song-api";
import type { StudioProfiles } from "../studio-repository";

/** A song as the page gets it: the stored texts, which the page reads itself. */
export type LoadedSong = Pick<StoredSong, "whole" | "changes" | "version" | "savedAt">;

/** What a song's page needs to know of the studio around it. */
export interface SongSurroundings {
  readonly style: PlaceStyle;
  readonly rack: readonly RackInstrument[];
  readonly profiles: StudioProfiles;
}

/** A song for its page; "away" leaves it to the browser's own copy. */
export async function loadSong(id: string): Promise<
  | {
      readonly kind: "found";
      readonly stored: LoadedSong;
      readonly around: SongSurroundings;
    }
  | { readonly kind: "missing" }
  | { readonly kind: "away" }
> {
  if (!idSchema.safeParse(id).success) return { kind: "missing" };
  try {
    return await withStudioOfPage(async (access) => {
      const stored = await songsOf(access).find(id);
      if (!stored) return { kind: "missing" };
      const { whole, changes, version, savedAt } = stored;
      const { studio, rack } = await contentsOf(access);
      const { style, profiles } = studio;
      const around = { style, rack, profiles };
      return { kind: "found", stored: { whole, changes, version, savedAt }, around };
    });
  } catch (error) {
    if (isUnreachable(error)) return { kind: "away" };
    throw error;
  }
}
