"use client";

import { Rows3 } from "lucide-react";
import { selectSong, useOpenSong, useSong } from "@/open-song/context";
import { LANES, shownLanes, toggleLane, toggleOwnLanes } from "@/open-song/state/shown-lanes";
import { Check } from "@/ui/check";
import { IconPopover } from "@/ui/icon-popover";

/** Which lanes the strips show: all of them, or the phrase at the cursor by itself. */
export function LaneChoice() {
  const { store } = useOpenSong();
  const { phrases, parts } = useSong(selectSong);
  const phraseId = useSong((state) => state.cursor.phraseId);
  const lanes = useSong((state) => shownLanes(state, phraseId));
  const hasOwn = useSong(({ ownLanes }) => phraseId !== undefined && phraseId in ownLanes);
  const showsAllParts = useSong((state) => state.showsAllParts);
  const phrase = phrases.find(({ id }) => id === phraseId);
  return (
    <IconPopover icon={Rows3} label="Lanes" className="flex w-48 flex-col gap-1 p-3">
      {LANES.map((lane) => (
        <Check
          key={lane}
          isOn={lanes.has(lane)}
          onChange={() => store.setState((state) => toggleLane(state, phraseId, lane))}
        >
          {lane}
        </Check>
      ))}
      {(phrases.length > 1 || parts.length > 1) && (
        <div className="mt-1 flex flex-col gap-1 border-t border-hairline pt-2">
          {phrase && phrases.length > 1 && (
            <Check
              isOn={hasOwn}
              onChange={() => store.setState((state) => toggleOwnLanes(state, phrase.id))}
            >
              <span className="min-w-0 truncate">only in {phrase.name}</span>
            </Check>
          )}
          {parts.length > 1 && (
            <Check
              isOn={showsAllParts}
              onChange={(isOn) => store.setState({ showsAllParts: isOn })}
            >
              all parts
            </Check>
          )}
        </div>
      )}
    </IconPopover>
  );
}
