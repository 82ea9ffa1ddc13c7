"use client";

import { STRING_MATERIALS, type StringMaterial } from "@intonazione/core/strings";
import { Field, inputLook } from "./field";
import { MATERIAL_IN_WORDS } from "./instrument-values";

/** What the plain strings are made of, and what the wound ones are wound with. */
export function MaterialField({
  material,
  onChange,
}: {
  readonly material: StringMaterial;
  readonly onChange: (material: StringMaterial) => void;
}) {
  return (
    <Field label="Material">
      {(ties) => (
        <select
          {...ties}
          value={material}
          onChange={({ target }) => onChange(target.value as StringMaterial)}
          className={inputLook}
        >
          {STRING_MATERIALS.map((one) => (
            <option key={one} value={one}>
              {MATERIAL_IN_WORDS[one]}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}
