"use client";

import { displayPitch } from "@intonazione/core/pitch";
import type { PlaceNames } from "@intonazione/core/neck";
import { gettingThere, type GettingThere, type TuningStep } from "@intonazione/core/strings";
import { stringsInWords, type Instrument } from "@intonazione/core/instrument";
import { useState } from "react";
import { stringInWords } from "@/ui/words";
import type { TuningNow } from "../tunings-now";
import { Select } from "@/ui/select";

/** From the tuning that is on to the wanted one, string by string in a sensible order. */
export function WayThere({
  instrument,
  now,
  referenceHz,
  names,
}: {
  /** In the wanted tuning. */
  readonly instrument: Instrument;
  readonly now: readonly TuningNow[];
  readonly referenceHz: number;
  readonly names: PlaceNames;
}) {
  const [chosen, setChosen] = useState<string>();
  const from = now.find(({ label }) => label === chosen) ?? now[0];
  const way =
    from && gettingThere({ ...instrument, tuning: from.tuning }, instrument.tuning, referenceHz);
  return (
    <section aria-labelledby="way-there">
      <div className="flex items-baseline gap-2 pb-1">
        <h3 id="way-there" className="font-semibold">
          Getting there
        </h3>
        {from && (
          <label className="flex min-w-0 flex-1 items-baseline justify-end gap-1.5 text-xs text-soft">
            from
            <Select
              value={from.label}
              options={now.map(({ label }) => ({ value: label, label }))}
              onChange={setChosen}
              look="small"
            />
          </label>
        )}
      </div>
      {!way ? (
        <p className="text-[13px] text-soft">
          The wanted tuning has more strings than are on: another instrument is needed.
        </p>
      ) : (
        <Steps way={way} names={names} />
      )}
    </section>
  );
}

function Steps({ way, names }: { readonly way: GettingThere; readonly names: PlaceNames }) {
  const risky = way.steps.filter(({ isRisky }) => isRisky).map(({ string }) => string);
  if (way.steps.length === 0 && way.off.length === 0) {
    return <p className="text-[13px] text-verdigris-ink">✓ it is there already</p>;
  }
  return (
    <>
      {way.off.length > 0 && (
        <p className="text-[13px]">
          First take {stringsInWords([...way.off].sort((a, b) => a - b))} off: loosen, then unwind.
        </p>
      )}
      <ol className="text-[13px]">
        {way.steps.map((step, index) => (
          <li
            key={step.string}
            className="flex items-baseline gap-2 border-b border-hairline py-0.5 last:border-0"
          >
            <span className="w-4 text-right font-mono text-soft">{index + 1}</span>
            <span className="w-20 font-semibold">{stringInWords(step.string, names)}</span>
            <span className="flex-1">
              {displayPitch(step.from)} → {displayPitch(step.to)}
            </span>
            <span className="font-mono">{stepInWords(step)}</span>
            <span
              className={`w-24 text-right ${step.verdict === "unsafe" || step.verdict === "slack" ? "font-semibold text-ochre-ink" : "text-soft"}`}
            >
              {step.verdict ?? ""}
            </span>
          </li>
        ))}
      </ol>
      {way.mayComeOff.length > 0 && (
        <p className="pt-1 text-xs text-soft">
          Some players take {stringsInWords(way.mayComeOff)} off in this tuning.
        </p>
      )}
      {risky.length > 0 && (
        <p className="mt-1 text-xs font-medium text-ochre-ink">
          ⚠ {stringsInWords(risky)} {risky.length === 1 ? "goes" : "go"} up beyond a safe tension
          and can break: turn your face away, go up in small steps, or put on lighter strings.
          Loosen a string before you change it.
        </p>
      )}
    </>
  );
}

function stepInWords({ semitones }: TuningStep): string {
  const amount = Math.abs(Math.round(semitones * 100) / 100);
  return `${semitones < 0 ? "↓" : "↑"} ${amount}`;
}
