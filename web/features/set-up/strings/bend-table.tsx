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
import { Table } from "@/ui/table";
import { Select } from "@/ui/select";
import { stringName } from "@/ui/words";

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
  const columns = lighter ? [gauge, lighter] : [gauge];
  return (
    <section aria-labelledby="bends">
      <h3 id="bends" className="pb-1 font-semibold">
        How hard a bend is
      </h3>
      <div className="flex items-baseline gap-2 text-[13px]">
        <label className="flex items-baseline gap-1.5">
          string
          <Select
            value={String(at)}
            options={names.strings.map((_, index) => ({
              value: String(index + 1),
              label: stringName(index + 1, names),
            }))}
            onChange={(string) => setString(Number(string))}
            look="small"
          />
        </label>
        <label className="flex items-baseline gap-1.5">
          at fret, from the nut
          <Select
            value={String(fret)}
            options={Array.from({ length: instrument.frets }, (_, index) => ({
              value: String(index + 1),
              label: index + 1,
            }))}
            onChange={(at) => setFret(Number(at))}
            look="small"
          />
        </label>
      </div>
      <Table
        caption="What it takes to bend the string"
        columns={[
          { name: "tones" },
          ...columns.map((one, index) => ({
            name: (
              <>
                {index === 0 ? "with " : "lighter, "}
                <span className="font-mono">{formatGauge(one)}</span>
              </>
            ),
          })),
        ]}
      >
        {AMOUNTS.map(([cents, words]) => (
          <tr key={cents}>
            <th scope="row" className="font-semibold">
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
      </Table>
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
