"use client";

import {
  displayScale,
  familyOf,
  formatTuning,
  MM_PER_INCH,
  nameOfTuning,
  parseScale,
  parseTuning,
} from "@intonazione/core/instrument";
import { formatGauges, parseGauges, usualMaterial } from "@intonazione/core/strings";
import { MaterialField } from "./material-field";
import { StringSetField } from "./string-set-field";
import type { ReactNode } from "react";
import {
  KIND_IN_WORDS,
  KINDS,
  withKind,
  type InstrumentErrors,
  type InstrumentValues,
} from "./instrument-values";
import { SelectField, TextField } from "./form";

const HANDS = [
  { value: "right", label: "right" },
  { value: "left", label: "left" },
] as const;

/** Everything that is known of an instrument. What is typed stays, even while it cannot be read. */
export function InstrumentForm({
  values,
  errors,
  onChange,
}: {
  readonly values: InstrumentValues;
  readonly errors: InstrumentErrors;
  readonly onChange: (values: InstrumentValues) => void;
}) {
  const text = (
    field: "name" | "tuning" | "frets" | "bodyFret" | "scale" | "gauges" | "actionMm",
    label: string,
    hint: ReactNode,
    look = "font-mono",
  ) => (
    <TextField
      label={label}
      hint={hint}
      error={errors[field]}
      value={values[field]}
      onChange={(typed) => onChange({ ...values, [field]: typed })}
      look={look}
    />
  );
  const strings = stringCountOf(values);
  const gauges = parseGauges(values.gauges, values.material);
  return (
    <div className="grid grid-cols-6 gap-x-3 gap-y-1">
      <div className="col-span-3">{text("name", "Name", "as it is called in the studio", "")}</div>
      <div className="col-span-2">
        <SelectField
          label="Kind"
          value={values.kind}
          options={KINDS.map((kind) => ({ value: kind, label: KIND_IN_WORDS[kind] }))}
          onChange={(kind) => onChange(withKind(values, kind))}
        />
      </div>
      <SelectField
        label="Handed"
        value={values.handed}
        options={HANDS}
        onChange={(handed) => onChange({ ...values, handed })}
      />
      <div className="col-span-4">
        {text("tuning", "As it is tuned, thickest string first", <TuningHint values={values} />)}
      </div>
      {text("frets", "Frets", "")}
      {text("bodyFret", "Body joins at", "fret; the end of comfort")}
      <div className="col-span-3">
        {text("scale", "Scale length", <ScaleHint values={values} strings={strings} />)}
      </div>
      <div className="col-span-2">
        <StringSetField
          kind={values.kind}
          strings={strings}
          gauges={gauges.ok ? gauges.value : []}
          otherwise={values.gauges.trim() === "" ? "not known" : "as typed below"}
          hint={`common ones for ${strings} strings`}
          onChoose={(set) =>
            onChange({
              ...values,
              gauges: set ? formatGauges(set.gauges) : "",
              material: usualMaterial(values.kind),
            })
          }
        />
      </div>
      {text("actionMm", "Action", "mm over fret 12")}
      <div className="col-span-4">
        {text(
          "gauges",
          "Gauges, thickest first, w for wound",
          <GaugeHint values={values} strings={strings} />,
        )}
      </div>
      <div className="col-span-2">
        <MaterialField
          material={values.material}
          onChange={(material) => onChange({ ...values, material })}
        />
      </div>
    </div>
  );
}

function stringCountOf(values: InstrumentValues): number {
  const tuning = parseTuning(values.tuning, familyOf(values));
  return tuning.ok ? tuning.value.tuning.length : 6;
}

function TuningHint({ values }: { readonly values: InstrumentValues }) {
  const reading = parseTuning(values.tuning, familyOf(values));
  if (!reading.ok) return null;
  const { tuning } = reading.value;
  const name = nameOfTuning(tuning, familyOf(values));
  return `${tuning.length} strings · ${formatTuning(tuning)}${name ? ` · ${name}` : ""}`;
}

function ScaleHint({
  values,
  strings,
}: {
  readonly values: InstrumentValues;
  readonly strings: number;
}) {
  const scale = parseScale(values.scale, strings);
  return scale.ok
    ? displayScale(scale.value)
    : "mm or inches; fanned frets: the two outer ones, like 686 … 648";
}

function GaugeHint({
  values,
  strings,
}: {
  readonly values: InstrumentValues;
  readonly strings: number;
}) {
  const gauges = parseGauges(values.gauges, values.material);
  if (!gauges.ok || gauges.value.length === 0) return "left empty: not known";
  const mm = [...gauges.value]
    .reverse()
    .map(({ gaugeInch }) => (gaugeInch * MM_PER_INCH).toFixed(2));
  return `${gauges.value.length} of ${strings} · ${mm.join("  ")} mm`;
}
