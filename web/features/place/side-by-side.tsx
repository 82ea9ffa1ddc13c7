"use client";

import { NO_CAPO, tuningById, usualInstrument } from "@intonazione/core/instrument";
import { displayKey } from "@intonazione/core/pitch";
import { difficultyInWords } from "@intonazione/core/placement";
import { onePhrase, type Beyond, type Intent, type RemappedPart } from "@intonazione/core/remap";
import { X } from "lucide-react";
import { useMemo, useState } from "react";
import { useOpenSong } from "@/open-song/context";
import { setUpInWords, type ChosenInstrument } from "@/ui/instrument-picker";
import { useDigitKeys } from "@/ui/use-digit-keys";
import { useDesk, type DeskRequest } from "@/workers/use-desk";
import { ChangeList } from "./change-list";
import { BeyondField, IntentField } from "./how-fields";
import type { DrawCompared, Version } from "@/open-song/draw-bars";
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

/** The phrase at the cursor on several set-ups at once, each under the phrase as it is. */
export function SideBySide({ drawCompared }: { readonly drawCompared: DrawCompared }) {
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
  const toggle = (id: string) =>
    setChosen(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id]);
  useDigitKeys((digit) => {
    const offer = offers[digit - 1];
    if (offer && (!isFull || chosen.includes(offer.id))) toggle(offer.id);
  });
  if (!phrase || !line) {
    return <p className="m-auto text-soft">{part.name} has nothing in this phrase yet.</p>;
  }
  return (
    <section aria-label="Side by side" className="flex flex-col gap-1">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[13px]">
        <h2 className="font-serif text-lg">
          {phrase.name}, {setUpInWords(part)}, beside {chosen.length} of {MOST_SET_UPS} set-ups
        </h2>
        <div className="ml-auto flex gap-4">
          <IntentField value={intent} onChange={setIntent} />
          <BeyondField value={beyond} onChange={setBeyond} />
        </div>
      </div>
      <div role="group" aria-label="Set-ups" className="flex flex-wrap gap-1 text-xs">
        {offers.map((offer, index) => (
          <button
            key={offer.id}
            type="button"
            aria-pressed={chosen.includes(offer.id)}
            disabled={isFull && !chosen.includes(offer.id)}
            aria-label={nameOf(offer)}
            title={nameOf(offer)}
            onClick={() => toggle(offer.id)}
            className="min-h-6 rounded-sm border border-hairline px-1.5 text-soft hover:text-ink disabled:opacity-55 aria-pressed:border-ink aria-pressed:bg-sheet aria-pressed:text-ink"
          >
            {index < 9 && (
              <span aria-hidden className="mr-1 font-mono text-[10px]">
                {index + 1}
              </span>
            )}
            {offer.instrument.name}
          </button>
        ))}
      </div>
      <div className="grid grid-cols-2 gap-1">
        {chosen.map((id) => {
          const offer = offers.find((one) => one.id === id);
          return (
            offer && (
              <OnSetUp
                key={id}
                offer={offer}
                intent={intent}
                beyond={beyond}
                drawCompared={drawCompared}
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
  drawCompared,
  onRemove,
}: {
  readonly offer: Offer;
  readonly intent: Intent;
  readonly beyond: Beyond;
  readonly drawCompared: DrawCompared;
  readonly onRemove: () => void;
}) {
  const { song, part, phrase, line } = useLineAtHand();
  const profile = useProfile(part);
  const request = useMemo((): DeskRequest<RemappedPart> => {
    const { instrument, capo } = offer;
    const only = onePhrase(song, phrase!.id);
    return (desk) => desk.remapPart(only, part, { instrument, capo }, { intent, beyond, profile });
  }, [song, part, phrase, offer, intent, beyond, profile]);
  const { state } = useDesk(request);
  const moved = state.kind === "done" ? state.value : undefined;
  const difficulty = moved?.difficulty[0];
  const versions = useMemo((): readonly Version[] => {
    const bars = moved?.lines.find(({ phraseId }) => phraseId === line?.phraseId)?.bars;
    if (!line) return [];
    const asItIs = { label: "as it is", part, bars: line.bars };
    if (!moved || bars?.length !== line.bars.length) return [asItIs];
    const target = { ...part, instrument: offer.instrument, capo: offer.capo };
    const marked = new Set(moved.changes.map(({ eventId }) => eventId));
    return [asItIs, { label: nameOf(offer), part: target, bars, marked }];
  }, [moved, line, part, offer]);
  const [isListed, setListed] = useState(false);
  const facts = moved &&
    difficulty && [
      difficultyInWords(difficulty),
      ...(moved.semitones !== 0 ? [`sounds in ${displayKey(moved.key)}`] : []),
    ];
  return (
    <article
      aria-label={nameOf(offer)}
      className="min-w-0 rounded-md border border-hairline bg-sheet px-1.5 pb-0.5"
    >
      <header className="flex items-baseline gap-x-2 pl-1 text-xs">
        <h3 className="shrink-0 font-semibold">{nameOf(offer)}</h3>
        {facts && (
          <p className="truncate text-soft" title={facts.join(" · ")}>
            {facts.join(" · ")}
          </p>
        )}
        {moved && moved.changes.length === 0 && (
          <p className="shrink-0 text-verdigris-ink">nothing changed</p>
        )}
        {moved && moved.changes.length > 0 && (
          <button
            type="button"
            aria-expanded={isListed}
            onClick={() => setListed(!isListed)}
            className="min-h-6 shrink-0 text-ochre-ink underline decoration-hairline underline-offset-2 hover:decoration-current"
          >
            {moved.changes.length === 1
              ? "1 note is otherwise"
              : `${moved.changes.length} notes are otherwise`}
          </button>
        )}
        {state.kind === "working" && <p className="text-soft">Finding places …</p>}
        {state.kind === "failed" && <p className="text-madder">This could not be worked out.</p>}
        <button
          type="button"
          aria-label={`Take away ${nameOf(offer)}`}
          title="Take it away"
          onClick={onRemove}
          className="ml-auto self-center rounded-sm p-1.5 text-soft hover:text-ink"
        >
          <X size={13} aria-hidden />
        </button>
      </header>
      {phrase && drawCompared(phrase.id, versions)}
      {moved && isListed && (
        <ChangeList changes={moved.changes} label={`What is otherwise on ${nameOf(offer)}`} />
      )}
    </article>
  );
}
