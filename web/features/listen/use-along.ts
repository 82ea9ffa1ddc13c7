import type { Take } from "@intonazione/core/takes";
import { useCallback, useMemo } from "react";
import { selectSong, useSong } from "@/open-song/context";
import { useDesk, type DeskRequest } from "@/workers/use-desk";
import type { Performance } from "@intonazione/core/playing";
import { songAlong, type SongAlong } from "./along";

/** The song as the take at hand plays it; undefined while that is not known. */
export function useAlong(take: Take | undefined): SongAlong | undefined {
  const song = useSong(selectSong);
  const map = take?.map;
  const isWanted = map !== undefined && song.phrases.length > 0;
  const request = useCallback<DeskRequest<Performance>>((desk) => desk.perform(song, {}), [song]);
  const { state } = useDesk(isWanted ? request : undefined, 150);
  const performance = state.kind === "done" ? state.value : undefined;
  return useMemo(
    () => (performance && map ? songAlong(performance, map) : undefined),
    [performance, map],
  );
}
