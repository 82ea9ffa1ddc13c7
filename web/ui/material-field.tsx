"use client";

import { STRING_MATERIALS, type StringMaterial } from "@intonazione/core/strings";
import { MATERIAL_IN_WORDS } from "./instrument-values";
import { SelectField } from "./form";

/** What the plain strings are made of, and what the wound ones are wound with. */
export function MaterialField({
  material,
  onChange,
}: {
  readonly material: StringMaterial;
  readonly onChange: (material: StringMaterial) => void;
}) {
  return (
    <SelectField
      label="Material"
      value={material}
      options={STRING_MATERIALS.map((one) => ({ value: one, label: MATERIAL_IN_WORDS[one] }))}
      onChange={onChange}
    />
  );
}
