import { barNumber, barsOn } from "@intonazione/core/foundation";
import type { BarBox, Row } from "@intonazione/core/strip";
import { memo, useRef } from "react";
import type { Lane } from "@/open-song/state/shown-lanes";
import { useNearSight } from "@/ui/use-near-sight";
import { BarFigure } from "./bar-figure";
import type { PartFacts } from "./facts";
import { laneWishes } from "./lane-wishes";
import { lanesFor, stringY } from "./lanes";
import { RowNames } from "./row-names";
import { STAFF_HEIGHT, StaffRow } from "./staff-row";

/** Room at the left for lane and string names. */
export const GUTTER = 54;
/** Only for the names of the strings. */
export const COMPACT_GUTTER = 22;

function idsIn({ events }: BarBox, wanted: ReadonlySet<string> | undefined): string {
  if (!wanted) return "";
  const ids = events.map(({ event }) => event.id);
  return ids.filter((id) => wanted.has(id)).join(" ");
}

interface RowProps {
  readonly facts: PartFacts;
  readonly eventId?: string | undefined;
  readonly noteId?: string | undefined;
  readonly string?: number | undefined;
  readonly chosen?: ReadonlySet<string> | undefined;
  readonly found?: ReadonlySet<string> | undefined;
  readonly onSelect: (eventId: string, noteId?: string) => void;
  readonly row: Row;
  readonly width: number;
  /** The words of its bars, with | between; absent where the lane is hidden. */
  readonly strokes: string | undefined;
  readonly fingers: string | undefined;
  /** What its bars were said as. */
  readonly saidAs?: string | undefined;
  readonly wished: ReadonlySet<Lane>;
  readonly barsBefore: number;
  /** Close together, beside others that it is compared with. */
  readonly isCompact?: boolean;
  /** Left out where the same bars stand right above. */
  readonly isNumbered?: boolean;
  /** True while it is being said in the call-out line. */
  readonly isBeingSaid?: boolean;
}

/** One row of a strip with all its lanes. */
export const RowFigure = memo(function RowFigure({
  row,
  width,
  facts,
  strokes,
  fingers,
  saidAs,
  wished,
  eventId,
  noteId,
  string,
  chosen,
  found,
  barsBefore,
  isCompact = false,
  isNumbered = true,
  isBeingSaid = false,
  onSelect,
}: RowProps) {
  const frame = useRef<HTMLDivElement>(null);
  const isNear = useNearSight(frame);
  const isSaidAs = saidAs !== undefined && saidAs.replaceAll("|", "") !== "";
  const drawn = { isCompact, isBeingSaid, isNumbered, isSaidAs };
  const lanes = lanesFor(laneWishes(row, wished, facts, drawn));
  const height = lanes.height + (wished.has("staff") ? STAFF_HEIGHT : 0);
  // What is far from the sight waits; the row at the cursor is wanted wherever it is.
  if (!isNear && eventId === undefined) return <div ref={frame} style={{ height }} />;
  const gutter = isCompact ? COMPACT_GUTTER : GUTTER;
  const strokesOfBars = strokes?.split("|");
  const fingersOfBars = fingers?.split("|");
  const saidOfBars = saidAs?.split("|");
  return (
    // Rows out of sight are laid out only when they are scrolled to.
    <div
      ref={frame}
      style={{ contentVisibility: "auto", containIntrinsicSize: `auto ${height}px` }}
    >
      {wished.has("staff") && <StaffRow row={row} width={width} gutter={gutter} facts={facts} />}
      <svg width={width} height={lanes.height} role="presentation" className="block">
        <RowNames lanes={lanes} facts={facts} gutter={gutter} />
        <g transform={`translate(${gutter} 0)`}>
          <path
            d={`M0 ${lanes.tab}V${stringY(lanes, lanes.strings)}`}
            stroke="var(--ink)"
            strokeWidth={1}
          />
          {row.bars.map(({ box, x, isLast }, index) => {
            const isHere = box.events.some(({ event }) => event.id === eventId);
            return (
              <g key={index} transform={`translate(${x} 0)`}>
                <BarFigure
                  box={box}
                  number={barNumber(barsOn(row.firstBar, barsBefore + index))}
                  lanes={lanes}
                  hasLengths={wished.has("length")}
                  facts={facts}
                  isLast={isLast}
                  isNumbered={isNumbered}
                  before={row.bars[index - 1]?.box}
                  strokes={strokesOfBars?.[index] ?? ""}
                  fingers={fingersOfBars?.[index] ?? ""}
                  saidAs={saidOfBars?.[index] ?? ""}
                  eventId={isHere ? eventId : undefined}
                  noteId={isHere ? noteId : undefined}
                  string={isHere ? string : undefined}
                  chosen={idsIn(box, chosen)}
                  found={idsIn(box, found)}
                  onSelect={onSelect}
                />
              </g>
            );
          })}
        </g>
      </svg>
    </div>
  );
});
