"use client";

import { selectSong, useOpenSong, useSong } from "@/open-song/context";
import { LANES } from "@/open-song/store";
import { toggleLane } from "./commands";

/** Which lanes the strips show. */
export function LaneChoice() {
  const { store } = useOpenSong();
  const lanes = useSong((state) => state.lanes);
  const showsAllParts = useSong((state) => state.showsAllParts);
  const partCount = useSong(selectSong).parts.length;
  const look =
    "rounded-sm border border-transparent px-2 py-0.5 text-soft aria-pressed:border-hairline aria-pressed:bg-sheet aria-pressed:text-ink hover:text-ink";
  return (
    <div
      role="group"
      aria-label="Lanes"
      className="ml-auto flex items-end gap-1 self-end pb-1.5 text-xs"
    >
      <span className="px-1 py-0.5 text-soft">lanes</span>
      {LANES.map((lane) => (
        <button
          key={lane}
          type="button"
          aria-pressed={lanes.has(lane)}
          onClick={() => toggleLane(store, lane)}
          className={look}
        >
          {lane}
        </button>
      ))}
      {partCount > 1 && (
        <button
          type="button"
          aria-pressed={showsAllParts}
          onClick={() => store.setState({ showsAllParts: !showsAllParts })}
          className={look}
        >
          all parts
        </button>
      )}
    </div>
  );
}
