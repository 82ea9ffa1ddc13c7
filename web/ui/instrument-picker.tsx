"use client";

import {
  formatTuning,
  formatTuningShort,
  MAX_CAPO,
  nameOfTuning,
  parseTuning,
  tuningById,
  TUNING_LIBRARY,
  USUAL_BUILD,
  type Instrument,
  type InstrumentKind,
} from "@intonazione/core/instrument";
import { useState } from "react";
import { Field, inputLook } from "./field";

/** An instrument in the making: what was typed stays, even while it is no tuning. */
export interface InstrumentChoice {
  readonly strings: string;
  readonly capo: string;
}

export interface ChosenInstrument {
  readonly instrument: Instrument;
  readonly capo: number;
}

export type ChoiceReading =
  | { readonly ok: true; readonly value: ChosenInstrument }
  | { readonly ok: false; readonly stringsError?: string; readonly capoError?: string };

const KIND_NAME: Readonly<Record<InstrumentKind, string>> = {
  guitar: "Guitar",
  baritone: "Baritone guitar",
  bass: "Bass",
};
const COUNT_NAME = ["", "", "", "", "four", "five", "six", "seven", "eight", "nine"];

function instrumentInWords({ kind, tuning }: Pick<Instrument, "kind" | "tuning">): string {
  const name = nameOfTuning(tuning);
  return `${KIND_NAME[kind]}, ${COUNT_NAME[tuning.length] ?? tuning.length} strings${name ? `, ${name}` : ""}`;
}

/** How a part is set up, in a few words: its tuning by name or pitches, and the capo. */
export function setUpInWords({ instrument, capo }: ChosenInstrument): string {
  const { tuning } = instrument;
  const name = nameOfTuning(tuning) ?? formatTuningShort(tuning);
  return capo > 0 ? `${name}, capo ${capo}` : name;
}

export function choiceOf({ instrument, capo }: ChosenInstrument): InstrumentChoice {
  return { strings: formatTuning(instrument.tuning), capo: String(capo) };
}

export const STANDARD_CHOICE: InstrumentChoice = {
  strings: formatTuning(tuningById("standard").tuning),
  capo: "0",
};

/** Reads a choice; `base` gives name, frets and scale length where the kind stays the same. */
export function readChoice(choice: InstrumentChoice, base?: Instrument): ChoiceReading {
  const reading = parseTuning(choice.strings);
  const capo = choice.capo.trim() === "" ? 0 : Number(choice.capo);
  const isCapo = Number.isInteger(capo) && capo >= 0 && capo <= MAX_CAPO;
  if (!reading.ok || !isCapo) {
    return {
      ok: false,
      ...(!reading.ok && { stringsError: reading.error }),
      ...(!isCapo && { capoError: `a fret from 0 (none) to ${MAX_CAPO}, got “${choice.capo}”` }),
    };
  }
  const { tuning, kind } = reading.value;
  const instrument: Instrument =
    base?.kind === kind
      ? { ...base, tuning }
      : { name: KIND_NAME[kind], kind, tuning, ...USUAL_BUILD[kind] };
  return { ok: true, value: { instrument, capo } };
}

/** A tuning picked from the library or typed, and a capo. */
export function InstrumentPicker({
  choice,
  onChange,
}: {
  readonly choice: InstrumentChoice;
  readonly onChange: (choice: InstrumentChoice) => void;
}) {
  const reading = readChoice(choice);
  const [isTouched, setTouched] = useState(false);
  const listed = reading.ok
    ? TUNING_LIBRARY.find(
        ({ tuning }) => formatTuning(tuning) === formatTuning(reading.value.instrument.tuning),
      )
    : undefined;
  const stringsError = !reading.ok && isTouched ? reading.stringsError : undefined;
  return (
    <div className="grid grid-cols-[1fr_1.3fr_5.5rem] gap-3">
      <Field label="Instrument and tuning" hint="from the list">
        {(ties) => (
          <select
            {...ties}
            value={listed?.id ?? ""}
            onChange={({ target }) =>
              onChange({ ...choice, strings: formatTuning(tuningById(target.value).tuning) })
            }
            className={inputLook}
          >
            {!listed && <option value="">as typed</option>}
            {(Object.keys(KIND_NAME) as InstrumentKind[]).map((kind) => (
              <optgroup key={kind} label={KIND_NAME[kind]}>
                {TUNING_LIBRARY.filter((named) => named.kind === kind).map(
                  ({ id, name, tuning }) => (
                    <option key={id} value={id}>
                      {name} · {formatTuningShort(tuning)}
                    </option>
                  ),
                )}
              </optgroup>
            ))}
          </select>
        )}
      </Field>
      <Field
        label="Strings, from the thickest"
        error={stringsError}
        hint={
          reading.ok
            ? `${formatTuning(reading.value.instrument.tuning)} · ${instrumentInWords(reading.value.instrument)}`
            : "like D A D G B E or E1 A1 D2 G2"
        }
      >
        {(ties) => (
          <input
            {...ties}
            value={choice.strings}
            spellCheck={false}
            autoComplete="off"
            onBlur={() => setTouched(true)}
            onChange={({ target }) => onChange({ ...choice, strings: target.value })}
            className={`${inputLook} font-mono`}
          />
        )}
      </Field>
      <Field
        label="Capo"
        hint="fret, 0 for none"
        error={reading.ok ? undefined : reading.capoError}
      >
        {(ties) => (
          <input
            {...ties}
            type="number"
            min={0}
            max={MAX_CAPO}
            value={choice.capo}
            onChange={({ target }) => onChange({ ...choice, capo: target.value })}
            className={`${inputLook} font-mono`}
          />
        )}
      </Field>
    </div>
  );
}
