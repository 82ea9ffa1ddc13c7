import type { PlaceStyle } from "@intonazione/core/neck";
import type { Song } from "@intonazione/core/score";
import { database, isUnreachable } from "./database";
import { idSchema } from "./http";
import type { RackInstrument } from "./instrument-repository";
import { SongRepository } from "./song-repository";
import { ourStudio } from "./studio-api";
import type { StudioProfiles } from "./studio-repository";

/** A song as the page gets it. */
export interface LoadedSong {
  readonly song: Song;
  readonly version: number;
  readonly at: Date;
}

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
    const { studio, rack } = await ourStudio();
    const stored = await new SongRepository(database(), studio.id).find(id);
    if (!stored) return { kind: "missing" };
    const { song, version, updatedAt: at } = stored;
    const { style, profiles } = studio;
    return { kind: "found", stored: { song, version, at }, around: { style, rack, profiles } };
  } catch (error) {
    if (isUnreachable(error)) return { kind: "away" };
    throw error;
  }
}
