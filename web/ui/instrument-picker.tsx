"use client";

import {
  capoInWords,
  capoProblem,
  familyOf,
  formatCapo,
  formatTuning,
  formatTuningShort,
  nameOfTuning,
  parseCapo,
  parseTuning,
  tuningById,
  TUNING_LIBRARY,
  USUAL_BUILD,
  type Capo,
  type Instrument,
  type InstrumentFamily,
} from "@intonazione/core/instrument";
import { useState } from "react";
import { Field, inputLook } from "./field";
import { SelectField } from "./form";

/** An instrument in the making: what was typed stays, even while it is no tuning. */
export interface InstrumentChoice {
  readonly strings: string;
  readonly capo: string;
}

export interface ChosenInstrument {
  readonly instrument: Instrument;
  readonly capo: Capo;
}

export type ChoiceReading =
  | { readonly ok: true; readonly value: ChosenInstrument }
  | { readonly ok: false; readonly stringsError?: string; readonly capoError?: string };

const FAMILY_NAME: Readonly<Record<InstrumentFamily, string>> = {
  guitar: "Guitar",
  baritone: "Baritone guitar",
  bass: "Bass",
};
const COUNT_NAME = ["", "", "", "", "four", "five", "six", "seven", "eight", "nine"];

function instrumentInWords(instrument: Pick<Instrument, "kind" | "tuning">): string {
  const family = familyOf(instrument);
  const { tuning } = instrument;
  const name = nameOfTuning(tuning, family);
  return `${FAMILY_NAME[family]}, ${COUNT_NAME[tuning.length] ?? tuning.length} strings${name ? `, ${name}` : ""}`;
}

/** How a part is set up, in a few words: its tuning by name or pitches, and the capo. */
export function setUpInWords({
  instrument,
  capo,
}: {
  readonly instrument: Pick<Instrument, "kind" | "tuning">;
  readonly capo: Capo;
}): string {
  const { tuning } = instrument;
  const name = nameOfTuning(tuning, familyOf(instrument)) ?? formatTuningShort(tuning);
  return capo.fret > 0 ? `${name}, ${capoInWords(capo)}` : name;
}

export function choiceOf({ instrument, capo }: ChosenInstrument): InstrumentChoice {
  return { strings: formatTuning(instrument.tuning), capo: formatCapo(capo) };
}

export const STANDARD_CHOICE: InstrumentChoice = {
  strings: formatTuning(tuningById("standard").tuning),
  capo: "0",
};

/** Reads a choice; `base` gives name and build where the family of instruments stays the same. */
export function readChoice(choice: InstrumentChoice, base?: Instrument): ChoiceReading {
  const reading = parseTuning(choice.strings);
  const capo = parseCapo(choice.capo, reading.ok ? reading.value.tuning.length : 9);
  if (!reading.ok || !capo.ok) {
    return {
      ok: false,
      ...(!reading.ok && { stringsError: reading.error }),
      ...(!capo.ok && { capoError: capo.error }),
    };
  }
  const { tuning, family } = reading.value;
  const instrument = instrumentTuned(tuning, family, base);
  const problem = capoProblem(capo.value, instrument);
  if (problem !== undefined) return { ok: false, capoError: problem };
  return { ok: true, value: { instrument, capo: capo.value } };
}

/** The base in another tuning; without what was made for another number of strings. */
export function instrumentTuned(
  tuning: Instrument["tuning"],
  family: InstrumentFamily,
  base: Instrument | undefined,
): Instrument {
  if (!base || familyOf(base) !== family) {
    return { name: FAMILY_NAME[family], tuning, ...USUAL_BUILD[family] };
  }
  if (base.tuning.length === tuning.length) return { ...base, tuning };
  const { strings: _, ...bare } = base;
  const isFanned = typeof base.scaleLengthMm !== "number";
  return { ...bare, tuning, ...(isFanned && { scaleLengthMm: USUAL_BUILD[family].scaleLengthMm }) };
}

/** A tuning picked from the library or typed, and a capo. */
const LISTED_TUNINGS = (Object.keys(FAMILY_NAME) as InstrumentFamily[]).flatMap((family) =>
  TUNING_LIBRARY.filter((named) => named.family === family).map(({ id, name, tuning }) => ({
    value: id,
    label: `${name} · ${formatTuningShort(tuning)}`,
    group: FAMILY_NAME[family],
  })),
);

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
        ({ tuning, family }) =>
          family === familyOf(reading.value.instrument) &&
          formatTuning(tuning) === formatTuning(reading.value.instrument.tuning),
      )
    : undefined;
  const stringsError = !reading.ok && isTouched ? reading.stringsError : undefined;
  return (
    <div className="grid grid-cols-[1fr_1.3fr_7rem] gap-3">
      <SelectField
        label="Instrument and tuning"
        hint="from the list"
        value={listed?.id ?? ""}
        options={[...(listed ? [] : [{ value: "", label: "as typed" }]), ...LISTED_TUNINGS]}
        onChange={(id) => {
          if (id !== "") onChange({ ...choice, strings: formatTuning(tuningById(id).tuning) });
        }}
      />
      <Field
        label="Strings, from the thickest"
        error={stringsError}
        hint={
          reading.ok
            ? `${formatTuning(reading.value.instrument.tuning)} · ${instrumentInWords(reading.value.instrument)}`
            : "like D A D G B E, drop C or half step down"
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
            value={choice.capo}
            autoComplete="off"
            onChange={({ target }) => onChange({ ...choice, capo: target.value })}
            className={`${inputLook} font-mono`}
          />
        )}
      </Field>
    </div>
  );
}
