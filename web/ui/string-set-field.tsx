"use client";

import type { InstrumentKind, StringSet } from "@intonazione/core/instrument";
import { formatGauges, stringSetsFor } from "@intonazione/core/strings";
import { Field, inputLook } from "./field";

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
    <Field label="String set" hint={hint}>
      {(ties) => (
        <select
          {...ties}
          value={chosen?.id ?? ""}
          onChange={({ target }) => onChoose(sets.find(({ id }) => id === target.value))}
          className={inputLook}
        >
          <option value="">{otherwise}</option>
          {sets.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}
