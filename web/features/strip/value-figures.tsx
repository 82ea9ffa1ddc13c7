import { tupletRuns } from "@intonazione/core/checks";
import type { LineEvent } from "@intonazione/core/score";
import type { Lanes } from "./lanes";
import { valueSignOf, type EventBox } from "@intonazione/core/strip";

/** Note values: rests on the strings, signs and tuplet brackets in their lane. */

export function Rest({ box, lanes }: { readonly box: EventBox; readonly lanes: Lanes }) {
  const sign = valueSignOf(box.event.duration);
  const y = lanes.tab + ((lanes.strings - 1) * lanes.stringGap) / 2;
  return (
    <>
      <rect x={box.x - 7} y={y - 11} width={14} height={22} fill="var(--sheet)" />
      <text
        x={box.x}
        y={y + 7}
        textAnchor="middle"
        fontSize={22}
        fill="var(--ink)"
        className="font-music"
      >
        {sign.rest}
      </text>
      {sign.after !== "" && (
        <text x={box.x + 8} y={y + 3} fontSize={10} fill="var(--ink)">
          {sign.after}
        </text>
      )}
    </>
  );
}

export function Value({
  x,
  y,
  event,
}: {
  readonly x: number;
  readonly y: number;
  readonly event: LineEvent;
}) {
  if (event.lengthUnknown) {
    return (
      <text x={x} y={y + 7} textAnchor="middle" fontSize={13} fill="var(--ochre-ink)">
        ?
      </text>
    );
  }
  const sign = valueSignOf(event.duration);
  return (
    <>
      <text
        x={x}
        y={y + 8}
        textAnchor="middle"
        fontSize={17}
        fill="var(--ink)"
        className="font-music"
      >
        {event.kind === "rest" ? sign.rest : sign.note}
      </text>
      {sign.after !== "" && (
        <text x={x + 8} y={y + 7} fontSize={10} fill="var(--ink)">
          {sign.after}
        </text>
      )}
    </>
  );
}

/** A bracket with its number over the events that share a tuplet. */
export function Tuplets({
  events,
  y,
}: {
  readonly events: readonly EventBox[];
  readonly y: number;
}) {
  const boxOf = new Map(events.map((box) => [box.event, box]));
  return tupletRuns(events.map(({ event }) => event)).map(({ actual, events: run }) => {
    const from = boxOf.get(run[0]!.event)!.x;
    const to = boxOf.get(run.at(-1)!.event)!.x;
    const top = y - 13;
    const middle = (from + to) / 2;
    return (
      <g key={run[0]!.event.id} fill="none" stroke="var(--ink)" strokeWidth={0.9}>
        <path d={`M${from - 5} ${top + 3}v-3H${middle - 6}M${middle + 6} ${top}H${to + 5}v3`} />
        <text
          x={middle}
          y={top + 3.5}
          textAnchor="middle"
          fontSize={9.5}
          fill="var(--ink)"
          stroke="none"
        >
          {actual}
        </text>
      </g>
    );
  });
}
