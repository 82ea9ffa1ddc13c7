"use client";

import type { StringSet } from "@intonazione/core/instrument";
import { placeNamesOf } from "@intonazione/core/neck";
import {
  formatGauges,
  modelErrorOf,
  parseGauges,
  stringsOn,
  materialOf,
  usualMaterial,
  type StringMaterial,
} from "@intonazione/core/strings";
import { styleOf, type Part, type Song } from "@intonazione/core/score";
import { useState } from "react";
import { useOpenSong, useSong } from "@/open-song/context";
import { equip } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { Field, inputLook } from "@/ui/field";
import { MaterialField } from "@/ui/material-field";
import { StringSetField } from "@/ui/string-set-field";
import { setOf } from "@/ui/instrument-values";
import { BendTable } from "./bend-table";
import { SuggestSet } from "./suggest-set";
import { TensionChart } from "./tension-chart";
import { tuningsNow } from "../tunings-now";

/** The strings that are on: how hard they pull now and in the wanted tuning, and which would suit it. */
export function StringsView({ song, part }: { readonly song: Song; readonly part: Part }) {
  const { store, rack } = useOpenSong();
  const studio = useSong((state) => state.studio);
  const { instrument } = part;
  const onIt = stringsOn(instrument);
  const [typed, setTyped] = useState<string>();
  const [wished, setWished] = useState<StringMaterial>();
  const material = wished ?? materialOf(onIt.gauges, instrument.kind);
  const text = typed ?? formatGauges(onIt.gauges);
  const reading =
    typed === undefined && wished === undefined ? undefined : parseGauges(text, material);
  const strings = instrument.tuning.length;
  const count = reading?.ok ? reading.value.length : strings;
  const error =
    reading && !reading.ok
      ? reading.error
      : count !== strings
        ? `${strings} strings need ${strings} gauges, got ${count}`
        : undefined;
  const shown: StringSet =
    reading?.ok && error === undefined ? setOf(reading.value, instrument.kind) : onIt;
  const isChanged = JSON.stringify(shown.gauges) !== JSON.stringify(onIt.gauges);
  const leave = () => {
    setTyped(undefined);
    setWished(undefined);
  };
  const equipped = { ...instrument, strings: shown };
  const names = placeNamesOf(part, styleOf(song, studio));
  const putOn = (set: StringSet) => {
    store.run(equip(part, { ...instrument, strings: set }));
    leave();
  };
  const error100 = Math.round(100 * Math.max(...shown.gauges.map(modelErrorOf)));
  return (
    <div className="flex flex-col gap-3">
      <div className="grid grid-cols-2 xl:grid-cols-[12rem_1fr_12rem_auto] items-start gap-3">
        <StringSetField
          kind={instrument.kind}
          strings={strings}
          gauges={shown.gauges}
          otherwise={shown.name}
          hint={instrument.strings ? "on it" : "not known: assumed"}
          onChoose={(set) => {
            if (!set) return;
            setTyped(formatGauges(set.gauges));
            setWished(usualMaterial(instrument.kind));
          }}
        />
        <Field
          label="Gauges, thickest first"
          hint="inches, thousandths or mm; w for wound"
          error={error}
        >
          {(ties) => (
            <input
              {...ties}
              value={text}
              spellCheck={false}
              autoComplete="off"
              onChange={({ target }) => setTyped(target.value)}
              className={`${inputLook} font-mono`}
            />
          )}
        </Field>
        <MaterialField material={material} onChange={setWished} />
        <div className="mt-5.5 flex gap-1.5">
          {reading !== undefined && (
            <Button look="quiet" onClick={leave}>
              Leave it
            </Button>
          )}
          <Button
            look="main"
            disabled={error !== undefined || (!isChanged && instrument.strings !== undefined)}
            onClick={() => putOn(shown)}
          >
            {instrument.strings || isChanged ? "Put them on" : "They are on"}
          </Button>
        </div>
      </div>
      <div className="grid grid-cols-1 gap-x-6 gap-y-3 xl:grid-cols-[1.25fr_1fr]">
        <TensionChart
          instrument={equipped}
          now={tuningsNow(instrument, rack)[0]}
          referenceHz={song.referenceHz}
          names={names}
          errorPercent={error100}
        />
        <div className="flex min-w-0 flex-col gap-4">
          <SuggestSet
            song={song}
            part={part}
            onTake={(set) => setTyped(formatGauges(set.gauges))}
          />
          <BendTable
            instrument={equipped}
            capo={part.capo}
            referenceHz={song.referenceHz}
            names={names}
          />
        </div>
      </div>
    </div>
  );
}
