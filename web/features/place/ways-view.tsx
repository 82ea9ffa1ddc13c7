"use client";

import { barEntries, barsOn, formatBar } from "@intonazione/core/foundation";
import {
  conflictInWords,
  type Advice,
  type PlanOption,
  type Wishes,
} from "@intonazione/core/placement";
import { barsBefore, differences, eventsOf, type Line } from "@intonazione/core/score";
import { useCallback, useMemo, useState } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import type { DrawCompared, Version } from "@/open-song/draw-bars";
import { followWish } from "@/open-song/follow-wish";
import { placeLine } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { PressButton } from "@/ui/press-button";
import { useDigitKeys } from "@/ui/use-digit-keys";
import { useDesk, type DeskRequest } from "@/workers/use-desk";
import { HintBar } from "./hint-bar";
import { useLineAtHand, useProfile } from "./use-line-at-hand";
import { WayCard } from "./way-card";

/** The best ways to place the phrase at the cursor, with their reasons, and what may be asked of them. */
export function WaysView({ drawCompared }: { readonly drawCompared: DrawCompared }) {
  const { part, phrase, line } = useLineAtHand();
  if (!phrase || !line) {
    return (
      <p className="m-auto text-soft">
        {part.name} has nothing in this phrase yet: write it first, then see where it lies best.
      </p>
    );
  }
  // Another line starts anew: what is under way belongs to the one before.
  return <Ways key={`${phrase.id} ${part.id}`} line={line} drawCompared={drawCompared} />;
}

function Ways({
  line,
  drawCompared,
}: {
  readonly line: Line;
  readonly drawCompared: DrawCompared;
}) {
  const { store } = useOpenSong();
  const { song, part, phrase } = useLineAtHand();
  const profile = useProfile(part);
  const eventId = useSong((state) => state.cursor.eventId);
  const bar = barEntries(line.bars).find(([, one]) =>
    eventsOf([one]).some(({ id }) => id === eventId),
  )?.[0];
  const [isOneBar, setOneBar] = useState(false);
  const onlyBar = isOneBar ? bar : undefined;
  const request = useMemo((): DeskRequest<Advice> => {
    const at = { phraseId: line.phraseId, partId: line.partId };
    const wishes = line.wishes ?? {};
    const asked = { wishes, profile, ...(onlyBar !== undefined && { onlyBar }) };
    return (desk) => desk.advise(song, at, asked);
  }, [song, line, profile, onlyBar]);
  const { state, cancel } = useDesk(request);
  const follow = useFollow(line);
  const advice = state.kind === "done" ? state.value : undefined;
  const use = (option: PlanOption) =>
    store.run(placeLine(line, `place ${phrase!.name}`, option.bars, line.wishes));
  useDigitKeys((digit) => {
    const option = advice?.options[digit - 1];
    if (option) use(option);
  });
  return (
    <section aria-label="Best ways" className="flex flex-col gap-1.5">
      <div className="flex items-baseline gap-3">
        <h2 className="font-serif text-lg">
          Ways to play {phrase!.name}, {part.name}
        </h2>
        {bar !== undefined && (
          <PressButton look="small" isOn={isOneBar} onChange={setOneBar}>
            only {formatBar(barsOn(bar, barsBefore(song, line)))}
          </PressButton>
        )}
        <p role="status" className="text-[13px] text-soft">
          {follow.isUnderWay || state.kind === "working" ? "working it out …" : ""}
          {follow.problem}
        </p>
      </div>
      <HintBar line={line} part={part} onWish={follow.ask} />
      {state.kind === "working" && !advice && (
        <p className="text-soft">
          Trying places … <Button onClick={cancel}>Cancel</Button>
        </p>
      )}
      {state.kind === "cancelled" && (
        <p className="text-soft">Cancelled: ask for something else to try again.</p>
      )}
      {state.kind === "failed" && (
        <p className="text-madder">This could not be worked out; the line is as it was.</p>
      )}
      {advice && advice.conflicts.length > 0 && (
        <ul
          aria-label="Pins that cannot be kept"
          className="rounded-md border border-ochre bg-ochre-wash px-4 py-2 text-[13px]"
        >
          {advice.conflicts.map((conflict, index) => (
            <li key={index}>{conflictInWords(conflict, barsBefore(song, line))}</li>
          ))}
        </ul>
      )}
      <div className="grid grid-cols-2 gap-1.5">
        {advice?.options.map((option, index) => (
          <Way
            key={index}
            option={option}
            rank={index}
            best={advice.options[0]!}
            line={line}
            drawCompared={drawCompared}
            onUse={() => use(option)}
          />
        ))}
      </div>
      {advice?.options.length === 1 && (
        <p className="text-[13px] text-soft">
          No other way differs in at least a quarter of its notes.
        </p>
      )}
    </section>
  );
}

function Way({
  option,
  rank,
  best,
  line,
  drawCompared,
  onUse,
}: {
  readonly option: PlanOption;
  readonly rank: number;
  readonly best: PlanOption;
  readonly line: Line;
  readonly drawCompared: DrawCompared;
  readonly onUse: () => void;
}) {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const elsewhere = useMemo(() => differences(option.bars, line.bars), [option, line]);
  const versions = useMemo((): readonly Version[] => {
    const asItIs = { label: "as it stands", part, bars: line.bars };
    if (elsewhere.size === 0) return [asItIs];
    return [asItIs, { label: "this way", part, bars: option.bars, marked: elsewhere }];
  }, [option, line, part, elsewhere]);
  return (
    <WayCard
      option={option}
      rank={rank}
      more={option.points - best.points}
      elsewhere={elsewhere.size}
      barsBefore={barsBefore(song, line)}
      onUse={onUse}
    >
      {drawCompared(line.phraseId, versions)}
    </WayCard>
  );
}

/** Asks something of a line, and tells how that goes. */
function useFollow({ phraseId, partId }: Line) {
  const { store } = useOpenSong();
  const [isUnderWay, setUnderWay] = useState(false);
  const [problem, setProblem] = useState<string>();
  const ask = useCallback(
    async (wishes: Wishes) => {
      setUnderWay(true);
      setProblem(undefined);
      const outcome = await followWish(store, { phraseId, partId }, wishes);
      setUnderWay(false);
      if (outcome === "failed") {
        setProblem("This could not be worked out; the line is as it was.");
      }
    },
    [store, phraseId, partId],
  );
  return { ask: (wishes: Wishes) => void ask(wishes), isUnderWay, problem };
}
