"use client";

import {
  meanScaleLengthMm,
  nameOfTuning,
  familyOf,
  tuningById,
  usualInstrument,
  type Instrument,
  type StringSet,
} from "@intonazione/core/instrument";
import {
  feelOf,
  formatGauges,
  stringSetsFor,
  suggestSet,
  tensionsOf,
  totalN,
} from "@intonazione/core/strings";
import type { Part, Song } from "@intonazione/core/score";
import { useState } from "react";
import { useOpenSong } from "@/open-song/context";
import { Button } from "@/ui/button";
import { Select } from "@/ui/select";

/** A feel that a hand knows: an instrument with its strings on, in its tuning. */
interface Feel {
  readonly label: string;
  readonly instrument: Instrument;
}

const TARGET = "target";

/** Gauges that exist, for a feel that is known or a tension that is wished. */
export function SuggestSet({
  song,
  part,
  onTake,
}: {
  readonly song: Song;
  readonly part: Part;
  readonly onTake: (set: StringSet) => void;
}) {
  const { rack } = useOpenSong();
  const { instrument } = part;
  const feels = knownFeels(
    instrument,
    rack.map((one) => one.value),
  );
  const [chosen, setChosen] = useState(feels[0]?.label ?? TARGET);
  const [target, setTarget] = useState("75");
  const strings = instrument.tuning.length;
  const targetN = Number(target.replace(",", "."));
  const isTarget = chosen === TARGET;
  const isSound = !isTarget || (targetN >= 20 && targetN <= 400);
  const feel = feels.find(({ label }) => label === chosen);
  const tensions = isTarget
    ? Array.from({ length: strings }, () => targetN)
    : feel && feelOf(feel.instrument, strings);
  const set =
    isSound && tensions
      ? suggestSet(instrument, instrument.tuning, tensions, song.referenceHz)
      : undefined;
  const total = set
    ? totalN(tensionsOf({ ...instrument, strings: set }, instrument.tuning, song.referenceHz))
    : 0;
  const scale = Math.round(meanScaleLengthMm(instrument.scaleLengthMm));
  return (
    <section aria-labelledby="suggest">
      <h3 id="suggest" className="pb-1 font-semibold">
        Which strings would suit
      </h3>
      <div className="flex flex-wrap items-baseline gap-2 text-[13px]">
        <label className="flex min-w-0 items-baseline gap-1.5">
          <span className="whitespace-nowrap">the feel of</span>
          <Select
            value={chosen}
            options={[
              ...feels.map(({ label }) => ({ value: label, label })),
              { value: TARGET, label: "a tension, the same on every string" },
            ]}
            onChange={setChosen}
            look="small"
          />
        </label>
        {isTarget && (
          <label className="flex items-baseline gap-1">
            <input
              value={target}
              aria-label="Tension in newtons"
              aria-invalid={!isSound || undefined}
              onChange={({ target: field }) => setTarget(field.value)}
              className="w-14 rounded-sm border border-hairline bg-sheet px-1.5 py-0.5 font-mono aria-invalid:border-madder"
            />
            N
          </label>
        )}
      </div>
      {!isSound && (
        <p role="alert" className="text-xs font-medium text-madder">
          20 to 400 N a string
        </p>
      )}
      {set && (
        <div className="mt-1.5 flex items-center gap-3 rounded-md border border-hairline px-3 py-1.5">
          <p className="min-w-0 flex-1 text-[13px]">
            <span className="block font-mono text-xs font-semibold">
              {formatGauges(set.gauges)}
            </span>
            <span className="text-xs text-soft">
              on {scale} mm in this tuning, {Math.round(total)} N together
            </span>
          </p>
          <Button
            disabled={
              instrument.strings &&
              formatGauges(instrument.strings.gauges) === formatGauges(set.gauges)
            }
            onClick={() => onTake(set)}
          >
            Look at them
          </Button>
        </div>
      )}
    </section>
  );
}

/** What most hands know, by kind; offered first. */
const KNOWN_BEST = ["electric-10", "acoustic-12", "classical-normal", "bass-45"];

/** The rack's instruments with known strings, and for a guitar or bass what most hands know. */
function knownFeels(instrument: Instrument, rack: readonly Instrument[]): readonly Feel[] {
  const isBass = familyOf(instrument) === "bass";
  const plain = usualInstrument(tuningById(isBass ? "bass-standard" : "standard"), "");
  const hasOwnSets = instrument.kind === "acoustic" || instrument.kind === "classical";
  const common = { ...plain, kind: hasOwnSets ? instrument.kind : plain.kind };
  const known = (id: string) => Number(KNOWN_BEST.includes(id));
  const usual = [...stringSetsFor(common.kind, common.tuning.length)]
    .sort((a, b) => known(b.id) - known(a.id))
    .map((strings): Feel => ({
      label: `${strings.name} in standard on ${common.scaleLengthMm as number} mm`,
      instrument: { ...common, strings },
    }));
  const own = rack
    .filter((one) => one.strings && (familyOf(one) === "bass") === isBass)
    .map((one): Feel => {
      const tuning = nameOfTuning(one.tuning, familyOf(one));
      return { label: `${one.name}${tuning ? ` in ${tuning}` : ""}`, instrument: one };
    });
  return [...usual, ...own];
}
