"use client";

import type { InstrumentKind, StringSet } from "@intonazione/core/instrument";
import { formatGauges, stringSetsFor } from "@intonazione/core/strings";
import { SelectField } from "./form";

/** The common sets for a kind of instrument; what is none of them goes by `otherwise`. */
export function StringSetField({
  kind,
  strings,
  gauges,
  otherwise,
  hint,
  onChoose,
}: {
  readonly kind: InstrumentKind;
  readonly strings: number;
  readonly gauges: StringSet["gauges"];
  readonly otherwise: string;
  readonly hint: string;
  readonly onChoose: (set: StringSet | undefined) => void;
}) {
  const sets = stringSetsFor(kind, strings);
  const written = formatGauges(gauges);
  const chosen = sets.find((set) => formatGauges(set.gauges) === written);
  return (
    <SelectField
      label="String set"
      hint={hint}
      value={chosen?.id ?? ""}
      options={[
        { value: "", label: otherwise },
        ...sets.map(({ id, name }) => ({ value: id, label: name })),
      ]}
      onChange={(chosenId) => onChoose(sets.find(({ id }) => id === chosenId))}
    />
  );
}
