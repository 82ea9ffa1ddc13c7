"use client";

import { stopsOf } from "@/open-song/cursor";
import { displayTuningShort, familyOf } from "@intonazione/core/instrument";
import { displayPitch } from "@intonazione/core/pitch";
import { linesOfPart, momentsOf, notesOf, type Bar } from "@intonazione/core/score";
import {
  isInHand,
  nameOf,
  questionInWords,
  reasonsFor,
  type FoundTuning,
  type TuningSearchResult,
} from "@intonazione/core/tuning-finder";
import { useMemo } from "react";
import { useOpenSong, useSong } from "@/open-song/context";
import { cursorAt } from "@/open-song/cursor";
import {
  hear,
  markOf,
  NOTHING_HEARD,
  stopOfMoment,
  markedStops,
  type Listening,
} from "@/open-song/listener-marks";
import { Button } from "@/ui/button";
import { useDesk, type DeskRequest } from "@/workers/use-desk";
import { useLineAtHand } from "./use-line-at-hand";
import { WhatWasHeard } from "./what-was-heard";

const SHOWN = 6;

/** Which tuning the song was probably played in, by all that the part plays and what a listener marks. */
export function WhichTuning() {
  const { store } = useOpenSong();
  const { song, part } = useLineAtHand();
  const listening = useSong(({ heard }) => heard[part.id]) ?? NOTHING_HEARD;
  const lines = linesOfPart(song, part.id);
  const stops = useMemo(() => stopsOf(song, part.id), [song, part.id]);
  const request = useMemo((): DeskRequest<TuningSearchResult> => {
    const phrases = linesOfPart(song, part.id).map(({ bars }) => bars);
    const family = familyOf(part.instrument);
    const marks = markedStops(stops, listening).map(markOf);
    const { lowest } = listening;
    const asked = { phrases, family, key: song.key, marks, top: SHOWN, ...(lowest && { lowest }) };
    return (desk) => desk.findTuning(asked);
  }, [song, part, stops, listening]);
  const { state, cancel } = useDesk(request);
  const result = state.kind === "done" ? state.value : undefined;
  const question = result?.question;
  const asked = question && stopOfMoment(stops, question);
  const onHear = (own: Listening) =>
    store.setState(({ heard }) => ({ heard: { ...heard, [part.id]: own } }));
  const answer = (open: boolean) => {
    if (!asked) return;
    const { id } = asked.event;
    onHear(hear(listening, id, { ...listening.events[id], open }));
  };
  return (
    <section
      aria-label="Which tuning"
      className="flex flex-col gap-3 rounded-md border border-hairline bg-sheet px-4 pt-3 pb-4"
    >
      <div className="flex items-baseline gap-3">
        <h2 className="font-serif text-xl">Which tuning was it?</h2>
        <p role="status" className="text-[13px] text-soft">
          {state.kind === "working"
            ? "trying every tuning …"
            : `from ${lines.length === 1 ? "1 phrase" : `${lines.length} phrases`} of ${part.name}`}
        </p>
        {state.kind === "working" && <Button onClick={cancel}>Cancel</Button>}
      </div>
      {state.kind === "failed" && (
        <p className="text-madder">This could not be worked out; nothing was changed.</p>
      )}
      {result?.found.length === 0 && (
        <p className="text-soft">Nothing sounds in this part yet: write a phrase first.</p>
      )}
      <WhatWasHeard key={part.id} part={part} stops={stops} listening={listening} onHear={onHear} />
      {question && asked && (
        <div className="flex flex-wrap items-center gap-3 rounded-md border border-ochre bg-ochre-wash px-4 py-2">
          <p className="min-w-0 flex-1">
            <span className="font-semibold">{questionInWords(question)}</span>{" "}
            <span className="text-[13px] text-soft">
              The {displayPitch(question.pitch)} would tell {question.ifOpen[0]} from{" "}
              {question.ifFretted[0]}.
            </span>
          </p>
          <Button look="quiet" onClick={() => store.moveCursor(cursorAt(part.id, asked))}>
            Go there
          </Button>
          <Button onClick={() => answer(true)}>Open</Button>
          <Button onClick={() => answer(false)}>Fretted</Button>
        </div>
      )}
      <ol className="flex flex-col gap-2">
        {result?.found.map((found, index) => (
          <Found
            key={nameOf(found)}
            found={found}
            rank={index + 1}
            isOurs={isInHand(found, part.instrument.tuning, part.capo.fret)}
          />
        ))}
      </ol>
    </section>
  );
}

function Found({
  found,
  rank,
  isOurs,
}: {
  readonly found: FoundTuning;
  readonly rank: number;
  readonly isOurs: boolean;
}) {
  const name = nameOf(found);
  const percent = Math.round(100 * found.share);
  return (
    <li
      aria-label={name}
      className={`rounded-md border px-4 py-2 ${isOurs ? "border-verdigris" : "border-hairline"}`}
    >
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h3 className="font-semibold">
          {rank}. {name}
        </h3>
        <span className="font-mono text-[13px]">{displayTuningShort(found.tuning)}</span>
        {isOurs && <span className="text-[13px] text-verdigris-ink">✓ as it is set up</span>}
        <span className="ml-auto flex items-center gap-2 text-[13px] text-soft">
          <span aria-hidden className="h-1.5 w-24 rounded-full bg-hairline">
            <span
              className="block h-full rounded-full bg-verdigris"
              style={{ width: `${Math.max(2, percent)}%` }}
            />
          </span>
          {percent < 1 ? "under 1" : percent} %
        </span>
      </div>
      <p className="text-[13px] text-soft">{reasonsFor(found).join(" · ")}</p>
      {found.tiedWith.length > 0 && (
        <p className="text-[13px]">tied with {found.tiedWith.join(", ")}</p>
      )}
      <p className="text-xs text-soft">
        string/fret <span className="font-mono">{shapesOf(found.bars[0] ?? [])}</span>
      </p>
    </li>
  );
}

const MOMENTS_SHOWN = 10;

/** The first places, string and fret: the hand gives the tuning away. */
function shapesOf(bars: readonly Bar[]): string {
  const moments = bars
    .flatMap(momentsOf)
    .map(({ events }) => events.flatMap(notesOf))
    .filter((notes) => notes.length > 0);
  const said = moments
    .slice(0, MOMENTS_SHOWN)
    .map((notes) =>
      notes
        .map((note) =>
          note.kind === "dead"
            ? `${note.string}/×`
            : note.place
              ? `${note.place.string}/${note.place.fret}`
              : displayPitch(note.pitch),
        )
        .join("+"),
    );
  return said.join("  ") + (moments.length > MOMENTS_SHOWN ? " …" : "");
}
