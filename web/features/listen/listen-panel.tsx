"use client";

import { useTakes } from "@/open-song/context";
import { takeAtHand } from "@/open-takes/store";
import { keepKeys } from "@/ui/keep-keys";
import { BeatCard } from "./beat-card";
import { FilmCard } from "./film/film-card";
import { LoopList } from "./loop-list";
import { MarkList } from "./mark-list";
import { ReferenceCard } from "./reference-card";
import { TakeCard } from "./take-card";

/** What is known, said and kept of the take at hand. */
export function ListenPanel() {
  const take = useTakes(takeAtHand);
  if (!take) {
    return (
      <p className="text-[13px] text-soft">
        Its beat and reference, loops and marks are said here once a take is on the bench.
      </p>
    );
  }
  return (
    <div key={take.id} className="flex flex-col gap-2.5" onMouseDown={keepKeys}>
      {take.recording.hasPicture && <FilmCard take={take} />}
      <BeatCard take={take} />
      <ReferenceCard take={take} />
      <LoopList take={take} />
      <MarkList take={take} />
      <TakeCard take={take} />
    </div>
  );
}
