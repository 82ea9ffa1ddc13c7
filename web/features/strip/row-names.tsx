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
  const isCompact = lanes.figure < 10;
  return (
    <g aria-hidden textAnchor="end">
      {laneNames.map(
        ([name, y]) =>
          y !== undefined &&
          !isCompact && (
            <text key={name} x={gutter - 10} y={y + 4} fontSize={11} fill="var(--soft)">
              {name}
            </text>
          ),
      )}
      {facts.names.strings.map((name, index) => (
        <text
          key={name}
          x={gutter - (isCompact ? 8 : 10)}
          y={stringY(lanes, index + 1) + 3.5}
          fontSize={isCompact ? 9 : 11}
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
