"use client";

import {
  difficultyInWords,
  isOpenQuestion,
  nearWays,
  profileById,
  reasonInWords,
  type Advice,
  type PlanOption,
} from "@intonazione/core/placement";
import { barsBefore, eventsOf, notesOf, type Bar, type Line } from "@intonazione/core/score";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { PathFigure } from "@/ui/path-figure";
import { useOpenSong } from "@/open-song/context";
import { neckOfPart } from "@/open-song/derived";
import { settleRegion } from "@/open-song/settle-region";
import { Button } from "@/ui/button";
import { digitOf } from "@/ui/use-digit-keys";
import { useWidth } from "@/ui/use-width";
import { useDesk, type DeskRequest } from "@/workers/use-desk";
import { REGION_QUESTION_ID } from "@/open-song/open-question";
import { useLineAtHand, useProfile } from "./use-line-at-hand";

/** Where the phrase at the cursor lies, asked once where its notes came without places and several ways are near. */
export function RegionQuestion() {
  const { part, phrase, line } = useLineAtHand();
  if (!phrase || !line || !isOpenQuestion(line)) return null;
  return <Question key={`${phrase.id} ${part.id}`} line={line} />;
}

function Question({ line }: { readonly line: Line }) {
  const { store } = useOpenSong();
  const { song, part, phrase } = useLineAtHand();
  const profile = useProfile(part);
  const [isLater, setLater] = useState(false);
  const request = useMemo((): DeskRequest<Advice> => {
    const at = { phraseId: line.phraseId, partId: line.partId };
    return (desk) => desk.advise(song, at, { wishes: line.wishes ?? {}, profile });
  }, [song, line, profile]);
  const { state } = useDesk(request);
  const advice = state.kind === "done" ? state.value : undefined;
  const moments = eventsOf(line.bars).filter((event) => notesOf(event).length > 0).length;
  const ways = advice ? nearWays(advice.options, moments) : [];
  const choose = (option: PlanOption) => {
    const { profiles } = store.getState();
    void settleRegion(store, line, option.bars, profileById(part.profile, profiles));
  };
  const isAsked = ways.length > 0 && !isLater;
  // Keys of a page that nobody has touched yet belong to the question.
  useEffect(() => {
    const isNowhere = document.activeElement === document.body || !document.activeElement;
    if (isAsked && isNowhere) document.getElementById(REGION_QUESTION_ID)?.focus();
  }, [isAsked]);
  const onKeyDown = (press: KeyboardEvent) => {
    const option = ways[(digitOf(press) ?? 0) - 1];
    if (!option) return;
    press.preventDefault();
    choose(option);
  };
  if (!isAsked) return null;
  const before = barsBefore(song, line);
  return (
    <section
      aria-label={`Where ${phrase!.name} lies`}
      className="rounded-md border border-ochre bg-sheet px-2.5 pt-1 pb-2"
      onKeyDown={onKeyDown}
    >
      <div className="flex items-baseline gap-x-3 text-[13px]">
        <h2 className="font-serif text-lg">Where on the neck is {phrase!.name} played?</h2>
        <p className="text-soft">
          These ways are near; what you choose carries on to what comes behind. Shift A, then 1 to{" "}
          {ways.length}, or a tap.
        </p>
        <span className="ml-auto shrink-0">
          <Button size="small" onClick={() => setLater(true)}>
            Not now
          </Button>
        </span>
      </div>
      <div className="grid grid-cols-3 gap-2">
        {ways.map((option, index) => (
          <Way
            key={index}
            number={index + 1}
            option={option}
            barsBefore={before}
            onChoose={() => choose(option)}
          />
        ))}
      </div>
    </section>
  );
}

function Way({
  number,
  option,
  barsBefore,
  onChoose,
}: {
  readonly number: number;
  readonly option: PlanOption;
  readonly barsBefore: number;
  readonly onChoose: () => void;
}) {
  const { part } = useLineAtHand();
  const frame = useRef<HTMLButtonElement>(null);
  const width = useWidth(frame);
  const { aroundFret, bars, forIt, difficulty } = option;
  const [reason] = forIt;
  const title = aroundFret === 0 ? "on open strings" : `around fret ${aroundFret}`;
  return (
    <button
      ref={frame}
      id={number === 1 ? REGION_QUESTION_ID : undefined}
      type="button"
      onClick={onChoose}
      className="min-w-0 rounded border border-hairline px-1.5 pt-0.5 pb-1 text-left text-xs hover:border-ink"
    >
      <span className="flex items-baseline gap-1.5">
        <kbd className="font-mono font-semibold">{number}</kbd>
        <span className="shrink-0 text-[13px] font-semibold">{title}</span>
        <span className="truncate text-soft">· {difficultyInWords(difficulty)}</span>
      </span>
      {width > 0 && (
        <PathFigure
          neck={neckOfPart(part)}
          handed={part.instrument.handed}
          places={placesOf(bars)}
          width={Math.max(120, width - 14)}
        />
      )}
      <span className="line-clamp-1 text-soft">
        {reason ? reasonInWords(reason, barsBefore) : " "}
      </span>
    </button>
  );
}

function placesOf(bars: readonly Bar[]) {
  return eventsOf(bars)
    .flatMap(notesOf)
    .flatMap((note) => (note.kind === "pitched" && note.place ? [note.place] : []));
}
