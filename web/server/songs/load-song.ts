import type { PlaceStyle } from "@intonazione/core/neck";
import { isUnreachable } from "../database";
import { idSchema } from "../requests/http";
import { documentsOf } from "../documents/document-repository";
import type { StoredDocument } from "../documents/stored-documents";
import { withStudioOfPage } from "../requests/with-studio";
import { contentsOf, type StudioContents } from "../studio-api";
import { SONGS } from "./song-kind";

/** A song as the page gets it: the stored texts, which the page reads itself. */
export type LoadedSong = Pick<StoredDocument, "whole" | "changes" | "version" | "savedAt">;

/** What a song's page needs to know of the studio around it. */
export interface SongSurroundings extends Pick<StudioContents, "rack" | "profiles"> {
  readonly style: PlaceStyle;
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
      const stored = await documentsOf(SONGS, access).find(id);
      if (!stored) return { kind: "missing" };
      const { whole, changes, version, savedAt } = stored;
      const { studio, rack, profiles } = await contentsOf(access);
      const around = { style: studio.style, rack, profiles };
      return { kind: "found", stored: { whole, changes, version, savedAt }, around };
    });
  } catch (error) {
    if (isUnreachable(error)) return { kind: "away" };
    throw error;
  }
}
