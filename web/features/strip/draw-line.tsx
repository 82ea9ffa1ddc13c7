"use client";

import { barsBefore, framesOf } from "@intonazione/core/score";
import { useCallback } from "react";
import { useShallow } from "zustand/react/shallow";
import { ComparedStrips } from "./compared-strips";
import { factsOfPart } from "./facts";
import { Strip } from "./strip";
import { selectPart, selectSong, useSong } from "@/open-song/context";
import { framesFor } from "@/open-song/derived";
import type { DrawBars, DrawCompared, DrawLines, Version } from "@/open-song/draw-bars";
import { shownLanes, type LaneSet } from "@/open-song/state/shown-lanes";

/** Where sounds are compared, the names of them are enough. */
export const SOUNDS: LaneSet = new Set(["sounds"]);

/** Versions stand close together, so that the eye can go from one to the other. */
const COMPARED_LANES: LaneSet = new Set(["count", "stroke"]);

/**
 * Draws one line of one part with the strip's own means, for views of other features.
 * @param lanes The lanes that every line has; where they are left out, those of its phrase.
 */
export function useDrawLine(lanes?: LaneSet): DrawLines {
  const song = useSong(selectSong);
  const studio = useSong((state) => state.studio);
  const shown = useSong(useShallow(({ lanes, ownLanes }) => ({ lanes, ownLanes })));
  const select = useCallback(() => undefined, []);
  return useCallback(
    (part, phraseId, lines, marked, stretch) => {
      const all =
        lines.find((one) => one.phraseId === phraseId && one.partId === part.id)?.bars ?? [];
      const { from = 0, to = all.length } = stretch ?? {};
      const bars = all.slice(from, to);
      const phrase = song.phrases.find(({ id }) => id === phraseId);
      return (
        <Strip
          bars={bars}
          frames={
            phrase
              ? framesFor(song, phrase, all.length).slice(from, to)
              : framesOf([], song, bars.length)
          }
          barsBefore={barsBefore(song, { phraseId, partId: part.id }) + from}
          picking={part.picking}
          facts={factsOfPart(part, song, studio)}
          lanes={lanes ?? (marked ? COMPARED_LANES : shownLanes(shown, phraseId))}
          label={part.name}
          chosen={marked}
          onSelect={select}
        />
      );
    },
    [song, studio, shown, select, lanes],
  );
}

/** The same for bars of the current part. */
export function useDrawBars(lanes?: LaneSet): DrawBars {
  const part = useSong(selectPart);
  const drawLine = useDrawLine(lanes);
  return useCallback<DrawBars>(
    (phraseId, bars, marked) =>
      drawLine(part, phraseId, [{ phraseId, partId: part.id, bars, others: [] }], marked),
    [drawLine, part],
  );
}

/** Draws versions of a phrase close together, for views that compare. */
export function useDrawCompared(): DrawCompared {
  const song = useSong(selectSong);
  const studio = useSong((state) => state.studio);
  const factsOf = useCallback(
    ({ part }: Version) => factsOfPart(part, song, studio),
    [song, studio],
  );
  return useCallback(
    (phraseId, versions) => {
      const phrase = song.phrases.find(({ id }) => id === phraseId);
      const [first] = versions;
      if (!phrase || !first) return null;
      return (
        <ComparedStrips
          versions={versions}
          factsOf={factsOf}
          frames={framesFor(song, phrase, first.bars.length)}
          barsBefore={barsBefore(song, { phraseId, partId: first.part.id })}
          label={`${phrase.name}: ${versions.map(({ label }) => label).join(", then ")}`}
        />
      );
    },
    [song, factsOf],
  );
}
