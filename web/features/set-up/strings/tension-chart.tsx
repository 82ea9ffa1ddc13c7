"use client";

import { formatGauge, MM_PER_INCH, type Instrument } from "@intonazione/core/instrument";
import type { PlaceNames } from "@intonazione/core/neck";
import {
  breakingLoadN,
  comfortableRangeN,
  kilogramsForce,
  poundsForce,
  SAFE_SHARE,
  tensionsOf,
  totalN,
  type StringTension,
} from "@intonazione/core/strings";
import { scaleLinear } from "d3-scale";
import { useState } from "react";
import type { TuningNow } from "../tunings-now";
import { stringName } from "@/ui/words";

const UNITS = {
  N: { of: (newtons: number) => newtons, digits: 0 },
  kg: { of: kilogramsForce, digits: 1 },
  lb: { of: poundsForce, digits: 1 },
} as const;
type Unit = keyof typeof UNITS;

const WIDTH = 290;
const ROW = 26;
const TOP = 22;
/** A chart of this width has room for so many figures on its scale. */
const TICKS = 6;

/**
 * How hard each string pulls, in the wanted tuning and as it is tuned now. Even strings stand in a
 * column; the band is what feels comfortable on this kind of instrument.
 */
export function TensionChart({
  instrument,
  now,
  referenceHz,
  names,
  errorPercent,
}: {
  /** In the wanted tuning, with the strings that are looked at. */
  readonly instrument: Instrument;
  readonly now: TuningNow | undefined;
  readonly referenceHz: number;
  readonly names: PlaceNames;
  readonly errorPercent: number;
}) {
  const [unit, setUnit] = useState<Unit>("N");
  const wanted = tensionsOf(instrument, instrument.tuning, referenceHz);
  const before =
    now?.tuning.length === instrument.tuning.length
      ? tensionsOf(instrument, now.tuning, referenceHz)
      : [];
  const [slack, tight] = comfortableRangeN(instrument.kind);
  const all = [...wanted, ...before].map(({ newtons }) => newtons);
  const x = scaleLinear(
    [Math.min(slack * 0.6, ...all), Math.max(tight * 1.1, ...all)],
    [16, WIDTH - 16],
  ).nice(TICKS);
  const height = TOP + ROW * wanted.length + 4;
  const figure = (newtons: number) => UNITS[unit].of(newtons).toFixed(UNITS[unit].digits);
  const total = (tensions: readonly StringTension[]) => figure(totalN(tensions));
  return (
    <section aria-labelledby="tension" className="min-w-0">
      <div className="flex items-baseline gap-3 pb-1">
        <h3 id="tension" className="flex-1 font-semibold">
          Tension
        </h3>
        <span role="group" aria-label="Unit" className="flex gap-1">
          {(Object.keys(UNITS) as Unit[]).map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={one === unit}
              onClick={() => setUnit(one)}
              className="rounded-sm border border-hairline bg-sheet px-1.5 text-xs aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
            >
              {one}
            </button>
          ))}
        </span>
      </div>
      <div className="flex items-start">
        <table className="text-left text-[13px] leading-none">
          <caption className="sr-only">Tension of each string, from the thinnest</caption>
          <thead className="text-xs text-soft">
            <tr style={{ height: TOP }}>
              <th className="pr-3 font-normal">string</th>
              <th className="pr-3 font-normal">gauge</th>
              {before.length > 0 && <th className="pr-3 text-right font-normal">now</th>}
              <th className="pr-2 text-right font-normal">wanted</th>
            </tr>
          </thead>
          <tbody>
            {wanted.map(({ string, gauge, newtons }, index) => (
              <tr key={string} style={{ height: ROW }}>
                <th scope="row" className="pr-3 font-mono font-semibold">
                  {stringName(string, names)}
                </th>
                <td
                  className="pr-3 font-mono"
                  title={`${(gauge.gaugeInch * MM_PER_INCH).toFixed(2)} mm, ${gauge.make.replace("-", " ")}`}
                >
                  {formatGauge(gauge)}
                </td>
                {before.length > 0 && (
                  <td className="pr-3 text-right font-mono text-soft">
                    {figure(before[index]!.newtons)}
                  </td>
                )}
                <td className="pr-2 text-right font-mono">{figure(newtons)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <svg
          viewBox={`0 0 ${WIDTH} ${height}`}
          width={WIDTH}
          height={height}
          className="shrink-0"
          aria-hidden
        >
          <rect
            x={x(slack)}
            y={TOP - 2}
            width={x(tight) - x(slack)}
            height={height - TOP}
            fill="var(--verdigris)"
            fillOpacity={0.13}
          />
          {x.ticks(TICKS).map((tick) => (
            <g key={tick}>
              <path
                d={`M${x(tick)} ${TOP - 2}V${height}`}
                stroke="var(--hairline)"
                strokeWidth={0.7}
              />
              <text x={x(tick)} y={TOP - 8} textAnchor="middle" fontSize={10} fill="var(--soft)">
                {figure(tick)}
              </text>
            </g>
          ))}
          {wanted.map((tension, index) => (
            <Row
              key={tension.string}
              y={TOP + ROW * (index + 0.5)}
              wanted={tension}
              before={before[index]}
              x={x}
              isOutOfBand={tension.newtons < slack || tension.newtons > tight}
            />
          ))}
        </svg>
      </div>
      <p className="pt-1 text-[13px]">
        All together {total(wanted)} {unit}
        {before.length > 0 && now && (
          <span className="text-soft">
            , in {now.label} {total(before)} {unit}
          </span>
        )}
      </p>
      <p className="text-xs text-soft">
        Filled: the wanted tuning; ring: now; red bar: beyond it a string may break. By T = μ (2Lf)²
        with usual densities: real strings lie within ±{errorPercent} %.
      </p>
      <Verdicts tensions={wanted} names={names} />
    </section>
  );
}

function Row({
  y,
  wanted,
  before,
  x,
  isOutOfBand,
}: {
  readonly y: number;
  readonly wanted: StringTension;
  readonly before: StringTension | undefined;
  readonly x: (newtons: number) => number;
  readonly isOutOfBand: boolean;
}) {
  const color = wanted.verdict === "comfortable" ? "var(--verdigris)" : "var(--ochre)";
  const at = x(wanted.newtons);
  const breaks = x(SAFE_SHARE * breakingLoadN(wanted.gauge));
  return (
    <g>
      <path d={`M0 ${y}H${WIDTH}`} stroke="var(--hairline)" strokeWidth={0.6} />
      {breaks < WIDTH - 8 && (
        <path d={`M${breaks} ${y - 8}V${y + 8}`} stroke="var(--madder)" strokeWidth={2} />
      )}
      {before && (
        <>
          <path d={`M${x(before.newtons)} ${y}H${at}`} stroke="var(--soft)" strokeWidth={1.4} />
          <circle
            cx={x(before.newtons)}
            cy={y}
            r={4.5}
            fill="var(--sheet)"
            stroke="var(--soft)"
            strokeWidth={1.4}
          />
        </>
      )}
      {isOutOfBand ? (
        <path d={`M${at} ${y - 6.5}l6.5 6.5l-6.5 6.5l-6.5 -6.5Z`} fill={color} />
      ) : (
        <circle cx={at} cy={y} r={5.5} fill={color} />
      )}
    </g>
  );
}

const MEANING = {
  slack: "will rattle, and go sharp when fretted",
  tight: "hard work for the hand",
  unsafe: "may break at any turn of the peg: turn your face away, use lighter strings",
} as const;

/** What is not comfortable, in words. */
function Verdicts({
  tensions,
  names,
}: {
  readonly tensions: readonly StringTension[];
  readonly names: PlaceNames;
}) {
  const odd = tensions.filter(({ verdict }) => verdict !== "comfortable");
  if (odd.length === 0) {
    return <p className="pt-1 text-[13px] text-verdigris-ink">✓ every string is comfortable</p>;
  }
  return (
    <ul className="pt-1 text-[13px]">
      {(["unsafe", "tight", "slack"] as const).map((verdict) => {
        const strings = odd.filter((one) => one.verdict === verdict);
        return (
          strings.length > 0 && (
            <li key={verdict}>
              <b className="font-semibold text-ochre-ink">
                {verdict === "unsafe" && "⚠ "}
                {strings.map(({ string }) => stringName(string, names)).join(", ")}: {verdict}
              </b>
              , {MEANING[verdict]}
            </li>
          )
        );
      })}
    </ul>
  );
}
