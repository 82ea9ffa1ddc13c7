"use client";

import { tuningById, usualInstrument, type Instrument } from "@intonazione/core/instrument";
import type { PlaceStyle } from "@intonazione/core/neck";
import { useState } from "react";
import { problemOf, type Answer } from "@/calls/answer";
import { instrumentClient } from "@/calls/documents";
import type { InRack } from "@/calls/rack";
import { Button } from "@/ui/button";
import { InstrumentForm } from "@/ui/instrument-form";
import {
  readValues,
  valuesOf,
  type InstrumentErrors,
  type InstrumentValues,
  type ValuesReading,
} from "@/ui/instrument-values";
import { useHydrated } from "@/ui/use-hydrated";
import { RackList } from "./rack-list";
import { StudioStyle } from "./studio-style";
import { NEW, useRackDrafts } from "./use-rack-drafts";

const FRESH = valuesOf({ ...usualInstrument(tuningById("standard"), ""), bodyFret: 17 });

type Message =
  | { readonly kind: "problem"; readonly text: string }
  | { readonly kind: "removed"; readonly entry: InRack };

/** The studio's instruments: looked through, changed, added and taken away. */
export function Rack({
  stored,
  style,
}: {
  readonly stored: readonly InRack[];
  readonly style: PlaceStyle;
}) {
  const [rack, setRack] = useState(stored);
  const [selected, setSelected] = useState(stored[0]?.id ?? NEW);
  const { drafts, keepDraft, dropDraft } = useRackDrafts();
  const [message, setMessage] = useState<Message>();
  const [isBusy, setBusy] = useState(false);
  const [showsErrors, setShowsErrors] = useState(false);
  const isHydrated = useHydrated();

  const entry = rack.find(({ id }) => id === selected);
  const key = entry?.id ?? NEW;
  const before = entry ? valuesOf(entry.value) : FRESH;
  const values = drafts[key] ?? before;
  const reading = readValues(values);
  const isChanged = JSON.stringify(values) !== JSON.stringify(before);

  const choose = (id: string) => {
    setSelected(id);
    setShowsErrors(false);
    setMessage(undefined);
  };
  const type = (next: InstrumentValues) => keepDraft(key, next);

  /** Waits for an answer; what went wrong is said, and nothing that was typed is touched. */
  const settled = async <Value,>(asked: Promise<Answer<Value>>): Promise<Value | undefined> => {
    setBusy(true);
    const answer = await asked;
    setBusy(false);
    if (answer.kind === "done") return answer.value;
    const name = entry?.value.name ?? "It";
    const stale = `${name} was changed in another window; the rack shows that now. What you typed stays: save it again to put it on top.`;
    setMessage({ kind: "problem", text: problemOf(answer, stale) });
    return undefined;
  };
  const saveOver = async (
    { id, value: before, version }: InRack,
    value: Instrument,
  ): Promise<InRack | undefined> => {
    const ask = async () => {
      const answer = await instrumentClient.save(id, value, before, version);
      // Theirs comes here; what was typed is a draft, and can be saved over it.
      const theirs = answer.kind === "stale" ? await instrumentClient.fetch(id) : undefined;
      if (theirs) setRack((now) => now.map((one) => (one.id === id ? { id, ...theirs } : one)));
      return answer;
    };
    const saved = await settled(ask());
    return saved && { id, version: saved.version, value };
  };
  const add = async (value: Instrument): Promise<InRack | undefined> => {
    const made = await settled(instrumentClient.create(value));
    return made && { id: made.id, version: made.version, value };
  };
  const save = async () => {
    setShowsErrors(true);
    if (!reading.ok) return;
    const { instrument } = reading;
    const saved = entry ? await saveOver(entry, instrument) : await add(instrument);
    if (!saved) return;
    setRack((now) =>
      entry ? now.map((one) => (one.id === saved.id ? saved : one)) : [...now, saved],
    );
    dropDraft(key);
    choose(saved.id);
  };
  const remove = async (gone: InRack) => {
    if (!(await settled(instrumentClient.remove(gone.id)))) return;
    const rest = rack.filter(({ id }) => id !== gone.id);
    setRack(rest);
    choose(rest[0]?.id ?? NEW);
    setMessage({ kind: "removed", entry: gone });
  };
  const bringBack = async (gone: InRack) => {
    const back = await add(gone.value);
    if (!back) return;
    setRack((now) => [...now, back]);
    choose(back.id);
  };

  return (
    <div className="grid grid-cols-[19rem_1fr] gap-8 py-6">
      <RackList rack={rack} drafts={drafts} selected={key} onChoose={choose} />
      <div className="flex flex-col gap-6">
        <section
          aria-labelledby="rack-form"
          className="rounded-md border border-hairline bg-sheet px-6 pt-5 pb-4"
        >
          <h2 id="rack-form" className="pb-3 font-serif text-2xl">
            {entry ? entry.value.name : "A new instrument"}
          </h2>
          <fieldset disabled={!isHydrated}>
            <InstrumentForm
              values={values}
              errors={errorsToShow(reading, values, showsErrors)}
              onChange={type}
            />
          </fieldset>
          {message && (
            <p
              role={message.kind === "problem" ? "alert" : "status"}
              className={`mt-1 flex items-center gap-3 rounded-md border px-3 py-1.5 ${message.kind === "problem" ? "border-madder text-madder" : "border-hairline"}`}
            >
              {message.kind === "problem" ? (
                message.text
              ) : (
                <>
                  {message.entry.value.name} is out of the rack; songs keep their copy.
                  <Button onClick={() => void bringBack(message.entry)}>Bring it back</Button>
                </>
              )}
            </p>
          )}
          <div className="mt-3 flex items-center gap-2 border-t border-hairline pt-3">
            {entry && (
              <Button disabled={isBusy} onClick={() => void remove(entry)}>
                Take it out of the rack
              </Button>
            )}
            <span className="flex-1" />
            {isChanged && (
              <Button look="quiet" onClick={() => dropDraft(key)}>
                Leave it as it was
              </Button>
            )}
            <Button
              look="main"
              disabled={isBusy || !isHydrated || (entry && !isChanged)}
              onClick={() => void save()}
            >
              {entry ? "Save" : "Put it in the rack"}
            </Button>
          </div>
        </section>
        <StudioStyle stored={style} />
      </div>
    </div>
  );
}

/** While it is being typed, an empty field is not yet a mistake; when it shall be saved, it is. */
function errorsToShow(
  reading: ValuesReading,
  values: InstrumentValues,
  isAsked: boolean,
): InstrumentErrors {
  if (reading.ok) return {};
  if (isAsked) return reading.errors;
  const isTyped = (field: string) => values[field as keyof InstrumentValues] !== "";
  return Object.fromEntries(Object.entries(reading.errors).filter(([field]) => isTyped(field)));
}
