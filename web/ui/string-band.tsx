import { isWound, type Instrument } from "@intonazione/core/instrument";
import { stringsOn } from "@intonazione/core/strings";

/** The strings across a fret, as thick as they are beside each other; wound ones show their wire. */
export function StringBand({ instrument }: { readonly instrument: Instrument }) {
  const { gauges } = stringsOn(instrument);
  const gap = 48 / gauges.length;
  return (
    <svg
      viewBox="0 0 64 56"
      className={`h-14 w-16 shrink-0 ${instrument.handed === "left" ? "-scale-x-100" : ""}`}
      aria-hidden
    >
      <rect x="0" y="2" width="64" height="52" fill="var(--wood)" />
      <path d="M4 2V54" stroke="var(--ink)" strokeWidth="4" />
      <path d="M36 2V54M62 2V54" stroke="var(--soft)" strokeOpacity="0.6" />
      {gauges.map(({ gaugeInch, make }, index) => {
        const y = 4 + gap * (index + 0.5);
        const width = Math.min(gap * 0.7, 0.7 + gaugeInch * 42);
        return (
          <g key={index} stroke="var(--ink)" strokeWidth={width}>
            <path d={`M0 ${y}H64`} strokeOpacity={isWound(make) ? 0.62 : 0.9} />
            {isWound(make) && <path d={`M0 ${y}H64`} strokeDasharray="1 1.2" strokeOpacity={0.5} />}
          </g>
        );
      })}
    </svg>
  );
}
