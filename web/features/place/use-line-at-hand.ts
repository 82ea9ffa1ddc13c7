"use client";

import { profileById } from "@intonazione/core/placement";
import { lineOf, type Line, type Part, type Phrase, type Song } from "@intonazione/core/score";
import { useMemo } from "react";
import { selectPart, selectSong, useSong } from "@/open-song/context";

/** The line at the cursor with what stands around it. */
export interface LineAtHand {
  readonly song: Song;
  readonly part: Part;
  readonly phrase: Phrase | undefined;
  /** Absent where the part has nothing in the phrase. */
  readonly line: Line | undefined;
}

export function useLineAtHand(): LineAtHand {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const phraseId = useSong((state) => state.cursor.phraseId) ?? song.phrases[0]?.id;
  const phrase = song.phrases.find(({ id }) => id === phraseId);
  return { song, part, phrase, line: phrase && lineOf(song, phrase.id, part.id) };
}

/** The profile that a part is judged by. */
export function useProfile(part: Part) {
  const profiles = useSong((state) => state.profiles);
  return useMemo(() => profileById(part.profile, profiles), [part.profile, profiles]);
}
