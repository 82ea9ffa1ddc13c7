"use client";

import { checkBars } from "@intonazione/core/checks";
import {
  eventsOf,
  linesOfPart,
  notesOf,
  type Bar,
  type BarFrame,
  type Line,
  type Song,
} from "@intonazione/core/score";
import { useMemo } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { framesFor } from "@/open-song/derived";
import { openFindings, type Review } from "@/open-song/review";
import { STAGES, type Stage } from "@/open-song/store";
import { setUpInWords } from "@/ui/instrument-picker";

const STAGE_NAME: Readonly<Record<Stage, string>> = {
  "set-up": "Set up",
  write: "Write",
  place: "Place",
  check: "Check",
};

/** What is written in a line. */
interface Tally {
  readonly bars: number;
  /** Bars that do not add up. */
  readonly open: number;
  readonly homeless: number;
  readonly pinned: number;
}

const tallies = new WeakMap<readonly Bar[], { frames: readonly BarFrame[]; tally: Tally }>();

/** Counted once for each line and what holds in its bars; an edit counts its own line only. */
function tallyOf(song: Song, { phraseId, bars }: Line): Tally {
  const phrase = song.phrases.find(({ id }) => id === phraseId)!;
  const frames = framesFor(song, phrase, bars.length);
  const known = tallies.get(bars);
  if (known?.frames === frames) return known.tally;
  const pitched = eventsOf(bars)
    .flatMap(notesOf)
    .filter((note) => note.kind === "pitched");
  const tally = {
    bars: bars.length,
    open: checkBars(bars, frames).filter(({ severity }) => severity !== "info").length,
    homeless: pitched.filter(({ place }) => !place).length,
    pinned: pitched.filter(({ pinned }) => pinned).length,
  };
  tallies.set(bars, { frames, tally });
  return tally;
}

/** The stages of the work in their order, each with its state. */
export function StageLine() {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const stage = useSong((state) => state.stage);
  const review = useSong((state) => state.review);
  const states = useMemo((): Readonly<Record<Stage, string>> => {
    const tallies = linesOfPart(song, part.id).map((line) => tallyOf(song, line));
    const total = (of: keyof Tally) => tallies.reduce((sum, tally) => sum + tally[of], 0);
    const [bars, open, homeless] = [total("bars"), total("open"), total("homeless")];
    return {
      "set-up": setUpInWords(part),
      write: `${bars} ${bars === 1 ? "bar" : "bars"}${open > 0 ? `, ${open} off` : ""}`,
      place: homeless > 0 ? `${homeless} without a place` : `${total("pinned")} pinned`,
      check: reviewInWords(review, song),
    };
  }, [song, part, review]);
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

/** How many findings are open; remarks are not counted. */
function reviewInWords(review: Review, song: Song): string {
  if (review.kind !== "done") return review.kind === "failed" ? "not looked over" : "looking …";
  const open = openFindings(review, song).filter(({ severity }) => severity !== "info").length;
  return open === 0 ? "nothing open" : `${open} open`;
}

/** Same song, same cursor, another stage; the address follows, so that a reload stays here. */
export function goToStage(store: ReturnType<typeof useOpenSong>["store"], stage: Stage): void {
  store.setState({ stage });
  const address = new URL(window.location.href);
  address.searchParams.set("stage", stage);
  window.history.replaceState(window.history.state, "", address);
}
