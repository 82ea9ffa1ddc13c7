"use client";

import type { BarIndex } from "@intonazione/core/foundation";
import { layStrip, printSvg, USUAL_HANDOUT, type Face } from "@intonazione/core/handout";
import type { Song } from "@intonazione/core/score";
import { useMemo } from "react";

/** Enough to see whether it is the right music; the rest is seen when it is kept. */
const MOST_PHRASES = 6;
const MOST_BARS = 24;

/** How wide letters are on average: good enough to look at. */
const SHARE: Readonly<Record<Face, number>> = {
  title: 0.55,
  serif: 0.5,
  sans: 0.5,
  bold: 0.53,
  italic: 0.5,
  figure: 0.6,
  music: 0.6,
};
const typesetter = {
  widthOf: (text: string, face: Face, size: number) => text.length * size * SHARE[face],
};

/** The beginning of what was read, drawn as strips. */
export function SongPreview({
  song,
  width,
  doubtful,
}: {
  readonly song: Song;
  /** Of the sheet in points: a narrower one is seen larger. */
  readonly width: number;
  /** Bars to look at, through the first part. */
  readonly doubtful?: ReadonlySet<BarIndex>;
}) {
  const picture = useMemo(() => {
    const lanes = new Set(["chords", "count", "values"] as const);
    const options = { ...USUAL_HANDOUT, lanes, ...(doubtful && { flagged: doubtful }) };
    return printSvg(layStrip(beginning(song), undefined, options, typesetter, width));
  }, [song, width, doubtful]);
  return (
    <figure className="flex flex-col gap-1">
      <figcaption className="text-[13px] font-medium">How it begins</figcaption>
      {/* Drawn in the page, so that it has the page's fonts; its printer escapes every text. */}
      <div
        role="img"
        tabIndex={0}
        aria-label={`The first phrases of ${song.title} as strips`}
        className="max-h-[32rem] overflow-y-auto rounded-md border border-hairline bg-white [&>svg]:h-auto [&>svg]:w-full"
        dangerouslySetInnerHTML={{ __html: picture }}
      />
    </figure>
  );
}

function beginning(song: Song): Song {
  return {
    ...song,
    phrases: song.phrases.slice(0, MOST_PHRASES),
    lines: song.lines.map((line) => ({ ...line, bars: line.bars.slice(0, MOST_BARS) })),
  };
}
