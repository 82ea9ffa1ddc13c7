"use client";

import { checkBars } from "@intonazione/core/checks";
import { barsOfPart, eventsOf, lineOf, notesOf } from "@intonazione/core/score";
import { useMemo } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { framesFor } from "@/open-song/derived";
import { STAGES, type Stage } from "@/open-song/store";
import { setUpInWords } from "@/ui/instrument-picker";

const STAGE_NAME: Readonly<Record<Stage, string>> = {
  "set-up": "Set up",
  write: "Write",
  place: "Place",
};

/** The stages of the work in their order, each with its state. */
export function StageLine() {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const stage = useSong((state) => state.stage);
  const states = useMemo((): Readonly<Record<Stage, string>> => {
    const bars = barsOfPart(song, part.id);
    const notes = eventsOf(bars).flatMap(notesOf);
    const homeless = notes.filter((note) => note.kind === "pitched" && !note.place).length;
    const pinned = notes.filter((note) => note.kind === "pitched" && note.pinned).length;
    const open = song.phrases
      .flatMap((phrase) => {
        const own = lineOf(song, phrase.id, part.id)?.bars ?? [];
        return checkBars(own, framesFor(song, phrase, own.length));
      })
      .filter(({ severity }) => severity !== "info").length;
    return {
      "set-up": setUpInWords(part),
      write: `${bars.length} ${bars.length === 1 ? "bar" : "bars"}${open > 0 ? `, ${open} don’t add up` : ""}`,
      place: homeless > 0 ? `${homeless} without a place` : `${pinned} pinned`,
    };
  }, [song, part]);
  return (
    <nav aria-label="Stages" className="flex gap-6 border-b border-hairline">
      {STAGES.map((name) => (
        <button
          key={name}
          type="button"
          aria-current={stage === name ? "step" : undefined}
          onClick={() => goToStage(store, name)}
          className="-mb-px border-b-2 border-transparent px-1 pb-1.5 text-left hover:border-hairline aria-[current]:border-madder"
        >
          <span className={stage === name ? "block font-semibold" : "block text-soft"}>
            {STAGE_NAME[name]}
          </span>
          <span title={states[name]} className="block max-w-32 truncate text-xs text-soft">
            {states[name]}
          </span>
        </button>
      ))}
    </nav>
  );
}

/** Same song, same cursor, another stage; the address follows, so that a reload stays here. */
export function goToStage(store: ReturnType<typeof useOpenSong>["store"], stage: Stage): void {
  store.setState({ stage });
  const address = new URL(window.location.href);
  address.searchParams.set("stage", stage);
  window.history.replaceState(window.history.state, "", address);
}
