"use client";

import { PICKING_SCHOOLS, type Part, type PickingSchool } from "@intonazione/core/score";
import { useOpenSong } from "@/open-song/context";
import { changePart } from "@/open-song/transactions";
import { Field, inputLook } from "@/ui/field";
import { SelectField } from "@/ui/form";

const SCHOOL_NAME: Readonly<Record<PickingSchool, string>> = {
  "by-grid": "by the beat’s grid",
  "strict-alternate": "strictly in turn",
  "all-down": "all down",
  "open-up-fretted-down": "open up, fretted down",
  economy: "economy",
  fingers: "fingers (p i m a)",
  slap: "slap and pop",
};

/** What holds for a part through the whole song: who plays it how, and with what sound. */
export function PartFields({ part }: { readonly part: Part }) {
  const { store } = useOpenSong();
  return (
    <div className="flex flex-col gap-2 border-t border-hairline pt-3 text-ink">
      <SelectField
        label={`Strokes of ${part.name}`}
        value={part.picking}
        options={PICKING_SCHOOLS.map((school) => ({ value: school, label: SCHOOL_NAME[school] }))}
        onChange={(picking) =>
          store.run(changePart({ ...part, picking }, "choose a picking school"))
        }
      />
      <Field label={`Tone of ${part.name}`} hint="gain, pick-up, effects">
        {(ties) => (
          <textarea
            {...ties}
            key={part.tone}
            defaultValue={part.tone}
            rows={2}
            maxLength={2000}
            onBlur={({ target }) => {
              const tone = target.value.trim();
              if (tone === (part.tone ?? "")) return;
              const { tone: _, ...rest } = part;
              store.run(changePart(tone === "" ? rest : { ...rest, tone }, "note the tone"));
            }}
            className={inputLook}
          />
        )}
      </Field>
    </div>
  );
}
