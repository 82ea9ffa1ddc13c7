import { displayStringName } from "@intonazione/core/instrument";
import type { PartFacts } from "./facts";
import { stringY, type Lanes } from "./lanes";

/** What the lanes and the strings are called, at the left of a row. */
export function RowNames({
  lanes,
  facts,
  gutter,
}: {
  readonly lanes: Lanes;
  readonly facts: PartFacts;
  readonly gutter: number;
}) {
  const laneNames = [
    ["chord", lanes.chord],
    ["count", lanes.count],
    ["stroke", lanes.stroke],
    ["value", lanes.value],
    ["no place", lanes.unplaced],
    ["voice 2", lanes.voiceTwo],
    ["sung", lanes.lyric],
    ["finger", lanes.finger],
    ["sounds", lanes.sounds],
    ["fingered", lanes.fingered],
    ["degree", lanes.degree],
    ["of chord", lanes["of chord"]],
  ] as const;
  return (
    <g aria-hidden textAnchor="end">
      {laneNames.map(
        ([name, y]) =>
          y !== undefined && (
            <text key={name} x={gutter - 10} y={y + 4} fontSize={11} fill="var(--soft)">
              {name}
            </text>
          ),
      )}
      {facts.names.strings.map((name, index) => (
        <text
          key={name}
          x={gutter - (lanes.figure > 10 ? 10 : 8)}
          y={stringY(lanes, index + 1) + 3.5}
          fontSize={lanes.figure > 10 ? 11 : 9}
          fontWeight={650}
          fill="var(--ink)"
          className="font-mono"
        >
          {displayStringName(name)}
        </text>
      ))}
    </g>
  );
}
