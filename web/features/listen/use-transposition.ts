import type { Transposition } from "@intonazione/core/listening";
import { midiOf } from "@intonazione/core/pitch";
import type { Take } from "@intonazione/core/takes";
import { useEffect, useState } from "react";
import { useOpenSong, useTakes } from "@/open-song/context";
import { notesAlong, type SongAlong } from "./along";
import { useAlong } from "./use-along";

/** Below this nothing is told: over takes of known notes all wrong guesses were less sure. */
const LEAST_SURE = 0.1;

/** How many semitones the take sounds from the strips; undefined while that cannot be told. */
export function useTransposition(take: Take): Transposition | undefined {
  const { takes } = useOpenSong();
  const along = useAlong(take);
  const isHeard = useTakes(({ heard }) => heard?.takeId === take.id && heard.done === 1);
  const [found, setFound] = useState<{ along: SongAlong; apart: Transposition | undefined }>();
  useEffect(() => {
    if (!along || !isHeard) return;
    let isGone = false;
    const notes = along.song.parts.flatMap(({ id }) =>
      notesAlong(id, along).map(({ note, from, to }) => ({
        from,
        to,
        midi: midiOf(note.pitch),
      })),
    );
    void takes.hearing.transposition(notes).then((apart) => {
      if (!isGone) setFound({ along, apart });
    });
    return () => {
      isGone = true;
    };
  }, [takes, along, isHeard]);
  const apart = found?.along === along ? found?.apart : undefined;
  return apart && apart.sure >= LEAST_SURE ? apart : undefined;
}
