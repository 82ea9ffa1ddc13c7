"use client";

import { NO_CAPO, tuningById, usualInstrument } from "@intonazione/core/instrument";
import { displayKey } from "@intonazione/core/pitch";
import { difficultyInWords } from "@intonazione/core/placement";
import { onePhrase, type Beyond, type Intent, type RemappedPart } from "@intonazione/core/remap";
import type { Part } from "@intonazione/core/score";
import { useMemo, useState } from "react";
import { useOpenSong } from "@/open-song/context";
import { Button } from "@/ui/button";
import { setUpInWords, type ChosenInstrument } from "@/ui/instrument-picker";
import { useDesk, type DeskRequest } from "@/workers/use-desk";
import { ChangeList } from "./change-list";
import { BeyondField, IntentField } from "./how-fields";
import type { DrawLines } from "@/open-song/draw-bars";
import { useLineAtHand, useProfile } from "./use-line-at-hand";

const MOST_SET_UPS = 6;

/** Set-ups that students come with, besides what stands in the rack. */
const OTHERS = [
  "standard",
  "drop-d",
  "open-g",
  "modal-d",
  "seven-standard",
  "baritone-b",
  "bass-standard",
  "bass-five",
];

interface Offer extends ChosenInstrument {
  readonly id: string;
}

/** The phrase at the cursor on several set-ups at once. */
export function SideBySide({ drawLine }: { readonly drawLine: DrawLines }) {
  const { rack } = useOpenSong();
  const { part, phrase, line } = useLineAtHand();
  const [intent, setIntent] = useState<Intent>("sound");
  const [beyond, setBeyond] = useState<Beyond>("fold");
  const offers = useMemo(
    (): readonly Offer[] => [
      ...rack.map(({ id, value: instrument }) => ({ id, instrument, capo: NO_CAPO })),
      ...OTHERS.map((id) => {
        const named = tuningById(id);
        return { id, instrument: usualInstrument(named, named.name), capo: NO_CAPO };
      }),
    ],
    [rack],
  );
  const [chosen, setChosen] = useState<readonly string[]>(() =>
    offers.slice(0, 2).map(({ id }) => id),
  );
  const isFull = chosen.length >= MOST_SET_UPS;
  if (!phrase || !line) {
    return <p className="m-auto text-soft">{part.name} has nothing in this phrase yet.</p>;
  }
  const toggle = (id: string) =>
    setChosen(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id]);
  return (
    <section
      aria-label="Side by side"
      className="flex flex-col gap-3 rounded-md border border-hairline bg-sheet px-4 pt-3 pb-4"
    >
      <h2 className="font-serif text-xl">{phrase.name} on other instruments, side by side</h2>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2 border-y border-hairline py-2 text-[13px]">
        <IntentField value={intent} onChange={setIntent} />
        <BeyondField value={beyond} onChange={setBeyond} />
        <span className="text-soft">
          {chosen.length} of {MOST_SET_UPS} set-ups
        </span>
      </div>
      <div role="group" aria-label="Set-ups" className="flex flex-wrap gap-1 text-[13px]">
        {offers.map((offer) => (
          <button
            key={offer.id}
            type="button"
            aria-pressed={chosen.includes(offer.id)}
            disabled={isFull && !chosen.includes(offer.id)}
            onClick={() => toggle(offer.id)}
            className="rounded-sm border border-hairline px-2 py-1 text-soft hover:text-ink disabled:opacity-55 aria-pressed:border-ink aria-pressed:text-ink"
          >
            {nameOf(offer)}
          </button>
        ))}
      </div>
      <div className="divide-y divide-hairline rounded-md border border-hairline">
        <div className="px-2 py-1.5">
          <h3 className="pl-2 text-[13px] font-semibold">
            {part.name}, as it is · {setUpInWords(part)}
          </h3>
          {drawLine(part, phrase.id, [line])}
        </div>
        {chosen.map((id) => {
          const offer = offers.find((one) => one.id === id);
          return (
            offer && (
              <OnSetUp
                key={id}
                offer={offer}
                intent={intent}
                beyond={beyond}
                drawLine={drawLine}
                onRemove={() => toggle(id)}
              />
            )
          );
        })}
      </div>
    </section>
  );
}

function nameOf(offer: Offer): string {
  const set = setUpInWords(offer);
  return offer.instrument.name === set ? set : `${offer.instrument.name}, ${set}`;
}

function OnSetUp({
  offer,
  intent,
  beyond,
  drawLine,
  onRemove,
}: {
  readonly offer: Offer;
  readonly intent: Intent;
  readonly beyond: Beyond;
  readonly drawLine: DrawLines;
  readonly onRemove: () => void;
}) {
  const { song, part, phrase } = useLineAtHand();
  const profile = useProfile(part);
  const request = useMemo((): DeskRequest<RemappedPart> => {
    const { instrument, capo } = offer;
    const only = onePhrase(song, phrase!.id);
    return (desk) => desk.remapPart(only, part, { instrument, capo }, { intent, beyond, profile });
  }, [song, part, phrase, offer, intent, beyond, profile]);
  const { state } = useDesk(request);
  const moved = state.kind === "done" ? state.value : undefined;
  const difficulty = moved?.difficulty[0];
  const target: Part = { ...part, instrument: offer.instrument, capo: offer.capo };
  return (
    <article aria-label={nameOf(offer)} className="px-2 py-1.5">
      <header className="flex flex-wrap items-baseline gap-x-4 pl-2 text-[13px]">
        <h3 className="font-semibold">{nameOf(offer)}</h3>
        {moved && difficulty && (
          <p className="text-soft">
            {difficultyInWords(difficulty)}
            {moved.semitones !== 0 && ` · sounds in ${displayKey(moved.key)}`} ·{" "}
            {changeCount(moved)}
          </p>
        )}
        <Button look="quiet" className="ml-auto py-0.5" onClick={onRemove}>
          Take away<span className="sr-only"> {nameOf(offer)}</span>
        </Button>
      </header>
      {state.kind === "working" && <p className="pl-2 text-soft">Finding places …</p>}
      {state.kind === "failed" && <p className="pl-2 text-madder">This could not be worked out.</p>}
      {moved && drawLine(target, phrase!.id, moved.lines)}
      {moved && moved.changes.length > 0 && (
        <details className="pl-2 text-[13px]">
          <summary className="cursor-pointer text-soft">what is otherwise</summary>
          <ChangeList changes={moved.changes} label={`What is otherwise on ${nameOf(offer)}`} />
        </details>
      )}
    </article>
  );
}

function changeCount({ changes }: RemappedPart): string {
  if (changes.length === 0) return "nothing changed";
  return changes.length === 1 ? "1 note is otherwise" : `${changes.length} notes are otherwise`;
}
