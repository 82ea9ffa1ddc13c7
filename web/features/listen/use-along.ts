import type { Performance } from "@intonazione/core/playing";
import type { Song } from "@intonazione/core/score";
import type { Take } from "@intonazione/core/takes";
import { useEffect, useMemo, useState } from "react";
import { selectSong, useSong } from "@/open-song/context";
import { performAlong } from "@/open-song/playback/perform-along";
import { songAlong, type SongAlong } from "./along";

/** What is written is laid along the take once it has rested for so long. */
const PAUSE_MS = 150;

/**
 * The song as the take at hand plays it; undefined while that is not known.
 * @param which As it is written, or as it will be.
 */
export function useAlong(
  take: Take | undefined,
  which: Parameters<typeof useSong<Song>>[0] = selectSong,
): SongAlong | undefined {
  const song = useSong(which);
  const map = take?.map;
  const [settled, setSettled] = useState<{
    readonly song: typeof song;
    readonly map: typeof map;
    readonly performance: Performance;
  }>();
  useEffect(() => {
    if (!map || song.phrases.length === 0) return;
    let isGone = false;
    const timer = setTimeout(() => {
      performAlong(song, map).then(
        (performance) => isGone || setSettled({ song, map, performance }),
        () => undefined,
      );
    }, PAUSE_MS);
    return () => {
      isGone = true;
      clearTimeout(timer);
    };
  }, [song, map]);
  const isNow = settled?.song === song && settled.map === map;
  const performance = isNow ? settled.performance : undefined;
  return useMemo(() => performance && songAlong(song, performance), [song, performance]);
}
