"use client";

import { Rows3 } from "lucide-react";
import { Popover } from "radix-ui";
import { selectSong, useOpenSong, useSong } from "@/open-song/context";
import { LANES } from "@/open-song/store";
import { toggleLane } from "./commands";

/** Which lanes the strips show. */
export function LaneChoice() {
  const { store } = useOpenSong();
  const lanes = useSong((state) => state.lanes);
  const showsAllParts = useSong((state) => state.showsAllParts);
  const partCount = useSong(selectSong).parts.length;
  const look = "flex min-h-6 items-center gap-2";
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label="Lanes"
        title="Lanes"
        className="rounded-sm border border-hairline bg-sheet p-1.5 hover:border-ink"
      >
        <Rows3 size={14} aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          role="group"
          aria-label="Lanes"
          className="z-40 flex w-44 flex-col gap-1 rounded-md border border-ink bg-paper p-3 text-[13px] shadow-lg"
        >
          {LANES.map((lane) => (
            <label key={lane} className={look}>
              <input
                type="checkbox"
                checked={lanes.has(lane)}
                onChange={() => toggleLane(store, lane)}
                className="accent-[var(--madder)]"
              />
              {lane}
            </label>
          ))}
          {partCount > 1 && (
            <label className={`${look} border-t border-hairline pt-2`}>
              <input
                type="checkbox"
                checked={showsAllParts}
                onChange={() => store.setState({ showsAllParts: !showsAllParts })}
                className="accent-[var(--madder)]"
              />
              all parts
            </label>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
