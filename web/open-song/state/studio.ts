import type { PlaceStyle } from "@intonazione/core/neck";
import type { OwnProfile } from "@intonazione/core/placement";

/** Under which id and version the server has the studio's profiles. */
export interface StoredProfiles {
  readonly id: string;
  readonly version: number;
}

/** What holds for every song of the studio. */
export interface StudioState {
  /** How it calls strings and counts frets where the song does not say. */
  readonly studio: PlaceStyle;
  /** Its own ways of judging places. */
  readonly profiles: readonly OwnProfile[];
  /** Where the server has them; absent while it is away. */
  readonly profilesAt: StoredProfiles | undefined;
}

export function openStudio(
  studio: PlaceStyle,
  profiles?: StoredProfiles & { readonly value: readonly OwnProfile[] },
): StudioState {
  return {
    studio,
    profiles: profiles?.value ?? [],
    profilesAt: profiles && { id: profiles.id, version: profiles.version },
  };
}
