"use client";

import {
  formatGauge,
  stringLengthMm,
  type Capo,
  type Instrument,
  type StringGauge,
} from "@intonazione/core/instrument";
import type { PlaceNames } from "@intonazione/core/neck";
import { frequencyHzOf } from "@intonazione/core/pitch";
import {
  bendEffort,
  capoSharpCents,
  frettingSharpCents,
  gaugesThatExist,
  kilogramsForce,
  stringsOn,
  tensionN,
  USUAL_ACTION_MM,
} from "@intonazione/core/strings";
import { useState } from "react";

const AMOUNTS = [
  [50, "¼"],
  [100, "½"],
  [200, "1"],
  [300, "1½"],
  [400, "2"],
] as const;

/** What a bend asks of the finger here, and how much a fret and the capo press the string sharp. */
export function BendTable({
  instrument,
  capo,
  referenceHz,
  names,
}: {
  readonly instrument: Instrument;
  readonly capo: Capo;
  readonly referenceHz: number;
  readonly names: PlaceNames;
}) {
  const [string, setString] = useState(Math.min(3, instrument.tuning.length));
  const [fret, setFret] = useState(7);
  const at = Math.min(string, instrument.tuning.length);
  const gauge = stringsOn(instrument).gauges[at - 1]!;
  const lighter = nextLighter(gauge, instrument);
  const lengthMm = stringLengthMm(instrument.scaleLengthMm, at);
  const hz = frequencyHzOf(instrument.tuning[at - 1]!, referenceHz);
  const effort = (one: StringGauge, cents: number) =>
    bendEffort(one, lengthMm, tensionN(one, lengthMm, hz), fret, cents);
  const pressed = {
    gauge,
    lengthMm,
    tensionN: tensionN(gauge, lengthMm, hz),
    actionMm: instrument.actionMm ?? USUAL_ACTION_MM,
  };
  const select = "rounded-sm border border-hairline bg-sheet px-1 py-0.5";
  const columns = lighter ? [gauge, lighter] : [gauge];
  return (
    <section aria-labelledby="bends">
      <h3 id="bends" className="pb-1 font-semibold">
        How hard a bend is
      </h3>
      <div className="flex items-baseline gap-2 text-[13px]">
        <label className="flex items-baseline gap-1.5">
          string
          <select
            value={at}
            onChange={({ target }) => setString(Number(target.value))}
            className={select}
          >
            {names.strings.map((name, index) => (
              <option key={name} value={index + 1}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-baseline gap-1.5">
          at fret, from the nut
          <select
            value={fret}
            onChange={({ target }) => setFret(Number(target.value))}
            className={select}
          >
            {Array.from({ length: instrument.frets }, (_, index) => (
              <option key={index}>{index + 1}</option>
            ))}
          </select>
        </label>
      </div>
      <table className="mt-1 w-full text-left text-[13px]">
        <thead className="text-xs text-soft">
          <tr className="border-b border-hairline">
            <th className="py-0.5 font-normal">tones</th>
            {columns.map((one, index) => (
              <th key={index} className="font-normal">
                {index === 0 ? "with " : "lighter, "}
                <span className="font-mono">{formatGauge(one)}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {AMOUNTS.map(([cents, words]) => (
            <tr key={cents} className="border-b border-hairline last:border-0">
              <th scope="row" className="py-0.5 font-semibold">
                {words}
              </th>
              {columns.map((one, index) => {
                const bend = effort(one, cents);
                return (
                  <td key={index} className="font-mono">
                    {bend ? (
                      <>
                        {kilogramsForce(bend.forceN).toFixed(1)} kg
                        <span className="font-sans text-xs text-soft">
                          {" "}
                          {bend.forceN.toFixed(0)} N, {bend.travelMm.toFixed(0)} mm
                        </span>
                      </>
                    ) : (
                      <span className="font-sans text-soft">too far to push</span>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="pt-1 text-xs text-soft">
        Estimate: pressing this string at fret {fret} makes it{" "}
        {frettingSharpCents(pressed, fret).toFixed(1)} cents sharp
        {capo.fret > 0 &&
          `, the capo at ${capo.fret} ${capoSharpCents(pressed, capo.fret).toFixed(1)}`}
        ; action {pressed.actionMm} mm{instrument.actionMm === undefined && ", assumed"}. Long bends
        strain the hand: warm up, rest, stop when it hurts.
      </p>
    </section>
  );
}

function nextLighter(gauge: StringGauge, { kind }: Instrument): StringGauge | undefined {
  return gaugesThatExist(gauge.make, kind)
    .filter(({ gaugeInch }) => gaugeInch < gauge.gaugeInch - 1e-6)
    .at(-1);
}
