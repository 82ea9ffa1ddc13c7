"use client";

import { phraseLetter } from "@intonazione/core/callout";
import { NO_CAPO } from "@intonazione/core/instrument";
import { displayKey } from "@intonazione/core/pitch";
import type { Beyond, Intent, RemappedPart } from "@intonazione/core/remap";
import { lineOf, newPart, type Phrase } from "@intonazione/core/score";
import { useMemo, useState } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import type { DrawCompared, Version } from "@/open-song/draw-bars";
import { newId } from "@/open-song/draft";
import { LANDMARKS } from "@/open-song/state/view";
import { addPart } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { FindingList } from "@/ui/finding-list";
import {
  choiceOf,
  InstrumentPicker,
  readChoice,
  setUpInWords,
  type ChosenInstrument,
} from "@/ui/instrument-picker";
import { buildInWords } from "@/ui/instrument-values";
import { useDesk, type DeskRequest } from "@/workers/use-desk";
import { ChangeList } from "./change-list";
import { BeyondField, IntentField } from "./how-fields";
import { useProfile } from "./use-line-at-hand";
import { Select } from "@/ui/select";

type Moved = RemappedPart & { readonly to: ChosenInstrument };

/**
 * The current part on another instrument, tuning or capo: what sounds stays. Both versions stand
 * one above the other, and nothing is changed until the new one is kept as a part of its own.
 */
export function MoveTo({ drawCompared }: { readonly drawCompared: DrawCompared }) {
  const { store, rack } = useOpenSong();
  const [rackId, setRackId] = useState<string>();
  const [intent, setIntent] = useState<Intent>("sound");
  const [beyond, setBeyond] = useState<Beyond>("mark");
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const profile = useProfile(part);
  const [choice, setChoice] = useState(() => choiceOf(part));
  const base = rack.find(({ id }) => id === rackId)?.value ?? part.instrument;
  const reading = useMemo(() => readChoice(choice, base), [choice, base]);
  const take = (id: string) => {
    const taken = rack.find((one) => one.id === id);
    setRackId(taken?.id);
    setChoice(taken ? choiceOf({ instrument: taken.value, capo: NO_CAPO }) : choiceOf(part));
  };
  const request = useMemo((): DeskRequest<Moved> | undefined => {
    if (!reading.ok) return undefined;
    const to = reading.value;
    const how = { intent, beyond, profile };
    return async (desk) => ({ ...(await desk.remapPart(song, part, to, how)), to });
  }, [song, part, reading, intent, beyond, profile]);
  const { state, cancel } = useDesk(request);
  const moved = state.kind === "done" ? state.value : undefined;

  const keep = ({ to, lines }: Moved) => {
    const name = `${part.name}, ${setUpInWords(to)}`.slice(0, 200);
    const fresh = newPart(newId(), name, to);
    store.run(addPart(song, fresh, lines), {
      partId: fresh.id,
      eventId: undefined,
      noteId: undefined,
    });
    store.setState({ showsAllParts: true });
    store.goTo(LANDMARKS.places);
  };

  return (
    <section aria-label="Move to…" className="flex flex-col gap-3">
      <div className="rounded-md border border-ink bg-sheet px-4 pt-3 pb-2">
        <div className="flex items-baseline gap-3 pb-2">
          <h2 className="font-serif text-xl">Move {part.name} to…</h2>
          <p role="status" className="flex-1 text-[13px] text-soft">
            {moved?.changes.length === 0 ? (
              <span className="font-medium text-verdigris-ink">✓ every note has a place there</span>
            ) : (
              "what sounds stays; every place is found anew"
            )}
          </p>
          <Button look="quiet" onClick={() => store.goTo(LANDMARKS.places)}>
            Leave it
          </Button>
          <Button look="main" disabled={!moved} onClick={() => moved && keep(moved)}>
            Keep as a new part
          </Button>
        </div>
        <div className="flex flex-wrap items-center gap-x-5 gap-y-2 pb-2 text-[13px]">
          <IntentField value={intent} onChange={setIntent} />
          {intent !== "shapes" && <BeyondField value={beyond} onChange={setBeyond} />}
        </div>
        {rack.length > 0 && (
          <label className="flex items-baseline gap-2 pb-2 text-[13px]">
            on
            <Select
              value={rackId ?? ""}
              options={[
                { value: "", label: `${part.instrument.name}, or any other like it` },
                ...rack.map(({ id, value: instrument }) => ({ value: id, label: instrument.name })),
              ]}
              onChange={take}
              look="small"
            />
            <span className="text-soft">{buildInWords(base)}</span>
          </label>
        )}
        <InstrumentPicker choice={choice} onChange={setChoice} />
      </div>
      <div aria-live="polite">
        {state.kind === "working" && (
          <p className="flex items-center gap-3 text-soft">
            Finding places for every note … <Button onClick={cancel}>Cancel</Button>
          </p>
        )}
        {state.kind === "cancelled" && (
          <p className="text-soft">Cancelled: change the target to try again.</p>
        )}
        {state.kind === "failed" && (
          <p className="text-madder">
            This could not be worked out. The part is as it was; try another target.
          </p>
        )}
        {moved && <Outcome moved={moved} isMarked={beyond === "mark" || intent === "shapes"} />}
      </div>
      {moved && (
        <div className="grid grid-cols-2 gap-1.5">
          {song.phrases.map((phrase, index) => (
            <MovedPhrase
              key={phrase.id}
              phrase={phrase}
              letter={phraseLetter(index)}
              moved={moved}
              drawCompared={drawCompared}
            />
          ))}
        </div>
      )}
    </section>
  );
}

/** One phrase, as it is and moved. */
function MovedPhrase({
  phrase: { id, name },
  letter,
  moved,
  drawCompared,
}: {
  readonly phrase: Phrase;
  readonly letter: string;
  readonly moved: Moved;
  readonly drawCompared: DrawCompared;
}) {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const versions = useMemo((): readonly Version[] => {
    const before = lineOf(song, id, part.id)?.bars;
    const after = moved.lines.find(({ phraseId }) => phraseId === id)?.bars;
    if (!before || after?.length !== before.length) return [];
    const marked = new Set(moved.changes.map(({ eventId }) => eventId));
    return [
      { label: setUpInWords(part), part, bars: before },
      { label: setUpInWords(moved.to), part: { ...part, ...moved.to }, bars: after, marked },
    ];
  }, [song, part, id, moved]);
  if (versions.length === 0) return null;
  return (
    <article
      aria-label={`Phrase ${name}, both versions`}
      className="min-w-0 rounded-md border border-hairline bg-sheet px-1.5 pb-0.5"
    >
      <h3 className="flex items-baseline gap-1.5 pl-1 text-xs">
        <span aria-hidden className="font-serif text-lg leading-none">
          {letter}
        </span>
        <span className="font-semibold">{name}</span>
        <span className="truncate text-soft">
          {setUpInWords(part)}, below it {setUpInWords(moved.to)}
        </span>
      </h3>
      {drawCompared(id, versions)}
    </article>
  );
}

/** What cannot be played there, note by note; and what reads differently. */
function Outcome({
  moved: { changes, findings, semitones, key },
  isMarked,
}: {
  readonly moved: RemappedPart;
  readonly isMarked: boolean;
}) {
  const far = Math.abs(semitones) === 1 ? "1 semitone" : `${Math.abs(semitones)} semitones`;
  return (
    <div className="flex flex-col gap-2">
      {semitones !== 0 && (
        <p className="text-[13px]">
          Sounds {far} {semitones > 0 ? "higher" : "lower"} there
          {semitones % 12 !== 0 && `, in ${displayKey(key)}`}.
        </p>
      )}
      {changes.length > 0 && (
        <div className="rounded-md border border-ochre bg-ochre-wash px-4 py-2">
          <h3 className="font-semibold">
            {isMarked
              ? `${changes.length === 1 ? "One note has" : `${changes.length} notes have`} no place there: kept, and marked above the strings`
              : `${changes.length === 1 ? "One note is" : `${changes.length} notes are`} otherwise there`}
          </h3>
          <ChangeList
            changes={changes}
            label={isMarked ? "Notes without a place" : "Notes that are otherwise"}
          />
        </div>
      )}
      {findings.length > 0 && <FindingList findings={findings} />}
    </div>
  );
}
