"use client";

import { isSameCapo, isSameTuning, type Instrument } from "@intonazione/core/instrument";
import type { Part, Song } from "@intonazione/core/score";
import { useState } from "react";
import { problemOf } from "@/calls/answer";
import { instrumentClient } from "@/calls/documents";
import { useOpenSong } from "@/open-song/context";
import { equip, removePart, renamePart } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field, inputLook } from "@/ui/field";
import { InstrumentForm } from "@/ui/instrument-form";
import type { ChosenInstrument } from "@/ui/instrument-picker";
import { buildInWords, readValues, stringsInShort, valuesOf } from "@/ui/instrument-values";
import { SelectField } from "@/ui/form";
import { runAndTell } from "@/open-song/run-and-tell";

const OWN = "own";

/** Who plays, and on what: an instrument of the rack, or this part's own. */
export function PartLine({
  song,
  part,
  onWant,
}: {
  readonly song: Song;
  readonly part: Part;
  /** Another neck is wanted: what stays has to be asked. */
  readonly onWant: (to: ChosenInstrument) => void;
}) {
  const { store, rack } = useOpenSong();
  const [isOpen, setOpen] = useState(false);
  const { instrument } = part;
  const inRack = rack.find((one) => one.value.name === instrument.name);
  const isOther =
    inRack !== undefined &&
    JSON.stringify(valuesOf({ ...inRack.value, tuning: instrument.tuning })) !==
      JSON.stringify(valuesOf(instrument));
  const take = (next: Instrument) => {
    const isSameNeck =
      isSameTuning(next.tuning, instrument.tuning) && next.frets === instrument.frets;
    if (isSameNeck) store.run(equip(part, next));
    else onWant({ instrument: next, capo: part.capo });
  };
  const takeFromRack = (id: string) => {
    const chosen = rack.find((one) => one.id === id)?.value;
    if (!chosen) return;
    // The song's tuning stays where the instrument has the strings for it.
    const fits = chosen.tuning.length === instrument.tuning.length;
    take(fits ? { ...chosen, tuning: instrument.tuning } : chosen);
  };
  return (
    <>
      <div className="grid grid-cols-[10rem_1fr_auto] items-start gap-3">
        <Field label="Part">
          {(ties) => (
            <input
              {...ties}
              key={part.name}
              defaultValue={part.name}
              maxLength={200}
              onBlur={({ target }) => {
                const name = target.value.trim();
                if (name !== "" && name !== part.name) store.run(renamePart(part, name));
              }}
              onKeyDown={(press) => press.key === "Enter" && press.currentTarget.blur()}
              className={inputLook}
            />
          )}
        </Field>
        <SelectField
          label="Instrument"
          hint={`${buildInWords(instrument)} · ${stringsInShort(instrument)}`}
          value={inRack?.id ?? OWN}
          options={[
            ...(inRack ? [] : [{ value: OWN, label: `${instrument.name}, not in the rack` }]),
            ...rack.map((one) => ({ value: one.id, label: one.value.name })),
          ]}
          onChange={takeFromRack}
        />
        <div className="mt-5.5 flex gap-1.5">
          {isOther && (
            <Button
              title="This song's own copy differs from it"
              onClick={() => takeFromRack(inRack.id)}
            >
              Take the rack’s
            </Button>
          )}
          <Button onClick={() => setOpen(true)}>Details…</Button>
          {song.parts.length > 1 && (
            <Button
              title="Undo brings it back"
              onClick={() => runAndTell(store, removePart(part), `${part.name} is removed.`)}
            >
              Remove the part
            </Button>
          )}
        </div>
      </div>
      <Dialog
        open={isOpen}
        onClose={() => setOpen(false)}
        title={`${part.name}: the instrument`}
        description="This song's own copy. The rack stays as it is."
      >
        {isOpen && (
          <OwnInstrument
            instrument={instrument}
            isInRack={inRack !== undefined}
            onTake={(next) => {
              setOpen(false);
              take(next);
            }}
          />
        )}
      </Dialog>
    </>
  );
}

function OwnInstrument({
  instrument,
  isInRack,
  onTake,
}: {
  readonly instrument: Instrument;
  readonly isInRack: boolean;
  readonly onTake: (next: Instrument) => void;
}) {
  const [values, setValues] = useState(() => valuesOf(instrument));
  const [message, setMessage] = useState<string>();
  const reading = readValues(values);
  const putInRack = async () => {
    if (!reading.ok) return;
    const answer = await instrumentClient.create(reading.instrument);
    setMessage(
      answer.kind === "done"
        ? `${reading.instrument.name} stands in the rack now; songs opened from here on can take it.`
        : problemOf(answer),
    );
  };
  return (
    <div className="flex flex-col gap-3">
      <InstrumentForm
        values={values}
        errors={reading.ok ? {} : reading.errors}
        onChange={setValues}
      />
      <div className="flex items-center gap-2">
        <p role="status" className="flex-1 text-[13px] text-soft">
          {message}
        </p>
        {!isInRack && (
          <Button disabled={!reading.ok} onClick={() => void putInRack()}>
            Put it in the rack too
          </Button>
        )}
        <Button
          look="main"
          disabled={!reading.ok}
          onClick={() => reading.ok && onTake(reading.instrument)}
        >
          Take it like this
        </Button>
      </div>
    </div>
  );
}

/** True where nothing that sounds or is played would change. */
export function isSameSetUp(a: ChosenInstrument, b: ChosenInstrument): boolean {
  return (
    isSameTuning(a.instrument.tuning, b.instrument.tuning) &&
    a.instrument.tuning.every(
      ({ cents = 0 }, index) => cents === (b.instrument.tuning[index]?.cents ?? 0),
    ) &&
    isSameCapo(a.capo, b.capo) &&
    a.instrument.frets === b.instrument.frets &&
    a.instrument.name === b.instrument.name
  );
}
