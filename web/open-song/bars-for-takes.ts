import { barsInBeats, beatsInBar } from "@intonazione/core/playing";
import type { Song } from "@intonazione/core/score";
import { playedBars } from "@intonazione/core/sounding";
import { useDeferredValue, useEffect } from "react";
import type { TakeBars } from "@/open-takes/bars-of-take";
import { selectSong, useOpenSong, useSong, useTakes } from "./context";

/** The bar lines of a song through its form, in beats. */
function barsForTakes(song: Song): TakeBars {
  const bars = barsInBeats(playedBars(song));
  return {
    starts: bars.map(({ from }) => from),
    end: bars.at(-1)?.to ?? 0,
    beatsABar: beatsInBar(song.metre),
  };
}

/** Lets takes know where the song's bars begin, as soon as there are any. */
export function useBarsForTakes(): void {
  const { takes } = useOpenSong();
  const hasTakes = useTakes(({ history }) => history.takes.length > 0);
  const song = useDeferredValue(useSong(selectSong));
  useEffect(() => {
    if (hasTakes) takes.store.setState({ bars: barsForTakes(song) });
  }, [hasTakes, song, takes]);
}
