"use client";

import { neckOf } from "@intonazione/core/neck";
import { keepShapes } from "@intonazione/core/remap";
import type { Part, Song } from "@intonazione/core/score";
import { detailsOf } from "@intonazione/core/score";
import { soundingKey, soundingShift } from "@intonazione/core/theory";
import { useState } from "react";
import { useOpenSong } from "@/open-song/context";
import { reinstrument } from "@/open-song/transactions";
import type { ChosenInstrument } from "@/ui/instrument-picker";
import { atTheDesk } from "@/workers/at-the-desk";

/** What stays when the strings under a written line change. */
export type Keep = "sound" | "shapes";

/** Puts another instrument, tuning or capo under a part, in one step that can be undone. */
export function useReinstrument(song: Song, part: Part) {
  const { store } = useOpenSong();
  const [isWorking, setWorking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const setUp = async (to: ChosenInstrument, keep: Keep): Promise<boolean> => {
    setWorking(true);
    setProblem(undefined);
    try {
      if (keep === "shapes") store.run(withShapes(song, part, to));
      else {
        const { lines } = await atTheDesk(
          (desk) => desk.remapPart(song, part, to),
          new AbortController().signal,
        );
        store.run(reinstrument(part, to, lines));
      }
      return true;
    } catch {
      setProblem("This could not be worked out; the part is as it was.");
      return false;
    } finally {
      setWorking(false);
    }
  };
  return { setUp, isWorking, problem };
}

/** The hand stays. Where the part plays alone, the song's key goes along with what sounds. */
function withShapes(song: Song, part: Part, to: ChosenInstrument) {
  const shift = soundingShift(to.instrument, to.capo) - soundingShift(part.instrument, part.capo);
  const isAlone = song.parts.length === 1;
  const key = isAlone && shift !== 0 ? soundingKey(song.key, shift) : song.key;
  const neck = neckOf(to.instrument, to.capo);
  const lines = song.lines
    .filter((line) => line.partId === part.id)
    .map((line) => ({ ...line, bars: keepShapes(line.bars, neck, key).bars }));
  return reinstrument(part, to, lines, key === song.key ? undefined : { ...detailsOf(song), key });
}
