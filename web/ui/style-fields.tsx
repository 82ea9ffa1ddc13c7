"use client";

import type { PlaceStyle } from "@intonazione/core/neck";
import { SelectField } from "./form";

const SCHOOLS: readonly (readonly [PlaceStyle["stringSchool"], string])[] = [
  ["nominal", "by their usual name"],
  ["actual", "by what they are tuned to"],
  ["number", "by number, 1 is the thinnest"],
];
const COUNTS: readonly (readonly [PlaceStyle["fretsFrom"], string])[] = [
  ["capo", "from the capo"],
  ["nut", "from the nut"],
];

/** How strings are called and frets counted; with `studio`, each may be left to the studio. */
export function StyleFields({
  style,
  studio,
  isDisabled = false,
  onChange,
}: {
  readonly style: Partial<PlaceStyle>;
  readonly studio?: PlaceStyle;
  readonly isDisabled?: boolean;
  readonly onChange: (style: Partial<PlaceStyle>) => void;
}) {
  return (
    <>
      <StyleField
        label="Strings are called"
        hint={
          studio ? "in call-outs, strips and files" : "a dropped E string is still E, or D, or 6"
        }
        value={style.stringSchool}
        studioValue={studio?.stringSchool}
        choices={SCHOOLS}
        isDisabled={isDisabled}
        onChange={({ stringSchool: _, ...rest }, value) =>
          onChange(value === undefined ? rest : { ...rest, stringSchool: value })
        }
        style={style}
      />
      <StyleField
        label="Frets are counted"
        hint="where a capo is on"
        value={style.fretsFrom}
        studioValue={studio?.fretsFrom}
        choices={COUNTS}
        isDisabled={isDisabled}
        onChange={({ fretsFrom: _, ...rest }, value) =>
          onChange(value === undefined ? rest : { ...rest, fretsFrom: value })
        }
        style={style}
      />
    </>
  );
}

function StyleField<Value extends string>({
  label,
  hint,
  value,
  studioValue,
  choices,
  isDisabled,
  style,
  onChange,
}: {
  readonly label: string;
  readonly hint: string;
  readonly value: Value | undefined;
  readonly studioValue: Value | undefined;
  readonly choices: readonly (readonly [Value, string])[];
  readonly isDisabled: boolean;
  readonly style: Partial<PlaceStyle>;
  readonly onChange: (style: Partial<PlaceStyle>, value: Value | undefined) => void;
}) {
  const wordsOf = (wanted: Value) => choices.find(([one]) => one === wanted)?.[1];
  return (
    <SelectField<Value | "">
      label={label}
      hint={hint}
      isDisabled={isDisabled}
      value={value ?? ""}
      options={[
        ...(studioValue !== undefined
          ? [{ value: "" as const, label: `as in the studio: ${wordsOf(studioValue)}` }]
          : []),
        ...choices.map(([one, words]) => ({ value: one, label: words })),
      ]}
      onChange={(chosen) => onChange(style, chosen === "" ? undefined : chosen)}
    />
  );
}
