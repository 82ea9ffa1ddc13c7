"use client";

import { barEntries, formatBar, remembering, type BarIndex } from "@intonazione/core/foundation";
import { barsOfPart, eventsOf, type Bar, type Part, type Song } from "@intonazione/core/score";
import { useMemo } from "react";
import { selectSong, useSong } from "@/open-song/context";
import { techniquesInWords } from "@/ui/words";

/** Every technique of a part with the bar where it comes first. */
function firstBars(song: Song, part: Part): ReadonlyMap<string, BarIndex> {
  const first = new Map<string, BarIndex>();
  for (const [index, bar] of barEntries(barsOfPart(song, part.id))) {
    for (const word of wordsOfBar(bar)) if (!first.has(word)) first.set(word, index);
  }
  return first;
}

const wordsOfBar = remembering(
  (bar: Bar): ReadonlySet<string> =>
    new Set(eventsOf([bar]).flatMap((event) => techniquesInWords(event))),
);

/** What a student must be able to do before this part. */
export function Needs({ part }: { readonly part: Part }) {
  const song = useSong(selectSong);
  const first = useMemo(() => firstBars(song, part), [song, part]);
  if (first.size === 0) return null;
  return (
    <section aria-label="What it asks for">
      <h3 className="pb-1 text-[13px] font-semibold text-ink">What {part.name} asks for</h3>
      <ul className="grid grid-cols-[1fr_auto] gap-x-3 text-[13px]">
        {[...first].map(([word, bar]) => (
          <li key={word} className="contents">
            <span>{word}</span>
            <span className="text-right">{formatBar(bar)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
