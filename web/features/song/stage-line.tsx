"use client";

import { selectPart, selectSong, useOpenSong, useSong, useTakes } from "@/open-song/context";
import { STAGES, stageById } from "@/stages/register";

/** The stages of the work in their order, each with its state. */
export function StageLine() {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const review = useSong((state) => state.review);
  const takes = useTakes(({ opening, history }) =>
    opening === "open" ? history.takes.length : undefined,
  );
  const here = useSong((state) => stageById(state.stage));
  return (
    <nav aria-label="Stages" className="flex h-full shrink-0 gap-1.5 xl:gap-3">
      {STAGES.map((stage) => {
        const state = stage.stateOf({ song, part, review, takes });
        const isHere = stage === here;
        return (
          <button
            key={stage.id}
            type="button"
            aria-current={isHere ? "step" : undefined}
            onClick={() => store.goTo({ stage: stage.id })}
            className="flex flex-col justify-center border-b-2 border-transparent px-1 text-left leading-tight hover:border-hairline aria-[current]:border-madder"
          >
            <span className={`text-[13px] ${isHere ? "font-semibold" : "text-soft"}`}>
              {stage.name}
            </span>
            <span
              title={state}
              className="block max-w-14 truncate text-[11px] text-soft xl:max-w-20"
            >
              {state}
            </span>
          </button>
        );
      })}
    </nav>
  );
}
