"use client";

import { barNumber, barsOn } from "@intonazione/core/foundation";
import type { Neck } from "@intonazione/core/neck";
import { suggestFingers } from "@intonazione/core/placement";
import { suggestStrokes, type Handwork } from "@intonazione/core/playing";
import {
  eventsOf,
  notesOf,
  type Bar,
  type BarFrame,
  type PickingSchool,
} from "@intonazione/core/score";
import { memo, useMemo, useRef } from "react";
import type { Lane } from "@/open-song/state/shown-lanes";
import { useWidth } from "@/ui/use-width";
import { BarFigure } from "./bar-figure";
import type { PartFacts } from "./facts";
import { StaffRow } from "./staff-row";
import { laneWishes } from "./lane-wishes";
import { lanesFor, stringY } from "./lanes";
import { RowNames } from "./row-names";
import { COMPACT, layRows, USUAL, type BarBox, type Row } from "@intonazione/core/strip";

export interface StripProps {
  readonly bars: readonly Bar[];
  /** What holds in each bar. */
  readonly frames: readonly BarFrame[];
  /** The school that suggests strokes. */
  readonly picking: PickingSchool;
  readonly facts: PartFacts;
  readonly lanes: ReadonlySet<Lane>;
  readonly label: string;
  readonly eventId?: string | undefined;
  readonly noteId?: string | undefined;
  /** The string that keys write on, where they do. */
  readonly string?: number | undefined;
  /** The selected events. */
  readonly chosen?: ReadonlySet<string> | undefined;
  /** Events that Check has something to say of. */
  readonly found?: ReadonlySet<string> | undefined;
  /** Bars before this strip, for their numbers. */
  readonly barsBefore?: number;
  /** Close together, beside others that it is compared with. */
  readonly isCompact?: boolean;
  /** True while it is being said in the call-out line. */
  readonly isBeingSaid?: boolean;
  readonly onSelect: (eventId: string, noteId?: string) => void;
}

/** Room at the left for lane and string names. */
const GUTTER = 54;
/** Only for the names of the strings. */
const COMPACT_GUTTER = 22;

/** A phrase as one part plays it: as many rows as the width asks for. */
export const Strip = memo(function Strip({
  bars,
  frames,
  picking,
  facts,
  lanes,
  label,
  eventId,
  noteId,
  string,
  chosen,
  found,
  barsBefore = 0,
  isCompact = false,
  isBeingSaid = false,
  onSelect,
}: StripProps) {
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const gutter = isCompact ? COMPACT_GUTTER : GUTTER;
  const rows = useMemo(
    () => (width > 0 ? layRows(bars, width - gutter - 2, frames, isCompact ? COMPACT : USUAL) : []),
    [bars, width, frames, gutter, isCompact],
  );
  const strings = facts.names.strings.length;
  const strokes = useMemo(
    () => (lanes.has("stroke") ? strokesOf(bars, frames, picking, strings) : undefined),
    [bars, frames, picking, strings, lanes],
  );
  const { neck } = facts;
  const fingers = useMemo(
    () => (lanes.has("finger") ? fingersOf(bars, neck) : undefined),
    [bars, neck, lanes],
  );
  const isHere = eventId !== undefined && eventsOf(bars).some((event) => event.id === eventId);
  return (
    <div
      ref={frame}
      role="listbox"
      aria-label={label}
      tabIndex={0}
      aria-activedescendant={isHere ? `event-${eventId}` : undefined}
      className="min-w-0 overflow-hidden rounded-sm"
    >
      {rows.map((row) => {
        const isInRow = isHere && holds(row, eventId);
        return (
          <RowFigure
            key={row.firstBar}
            row={row}
            width={width}
            facts={facts}
            strokes={strokes}
            fingers={fingers}
            wished={lanes}
            eventId={isInRow ? eventId : undefined}
            noteId={isInRow ? noteId : undefined}
            string={isInRow ? string : undefined}
            chosen={chosen}
            found={found}
            barsBefore={barsBefore}
            isCompact={isCompact}
            isBeingSaid={isBeingSaid}
            onSelect={onSelect}
          />
        );
      })}
    </div>
  );
});

function idsIn({ events }: BarBox, wanted: ReadonlySet<string> | undefined): string {
  if (!wanted) return "";
  const ids = events.map(({ event }) => event.id);
  return ids.filter((id) => wanted.has(id)).join(" ");
}

function holds(row: Row, eventId: string | undefined): boolean {
  return row.bars.some(({ box }) => box.events.some(({ event }) => event.id === eventId));
}

/** The strokes of each bar in one word an event, so that bars with the same ones need no drawing. */
function strokesOf(
  bars: readonly Bar[],
  frames: readonly BarFrame[],
  picking: PickingSchool,
  strings: number,
): readonly string[] {
  const works = suggestStrokes(bars, frames, picking, strings);
  return bars.map(({ events }) => events.map((event) => wordOf(works.get(event.id))).join(" "));
}

/** The fingers of each bar, by its notes in their order. */
function fingersOf(bars: readonly Bar[], neck: Neck): readonly string[] {
  const fingers = suggestFingers(bars, neck);
  return bars.map((bar) =>
    eventsOf([bar])
      .flatMap(notesOf)
      .map((note) => String(fingers.get(note.id) || "-"))
      .join(" "),
  );
}

function wordOf(work: Handwork | undefined): string {
  if (!work) return "-";
  const plucks = work.plucks?.filter((pluck) => pluck !== undefined).join(",");
  const word = work.stroke ?? (plucks || "-");
  return work.isByHand ? `${word}!` : word;
}

interface RowProps extends Pick<
  StripProps,
  "facts" | "eventId" | "noteId" | "string" | "chosen" | "found" | "onSelect"
> {
  readonly row: Row;
  readonly width: number;
  /** By bar of the strip; absent where the lane is hidden. */
  readonly strokes: readonly string[] | undefined;
  readonly fingers: readonly string[] | undefined;
  readonly wished: ReadonlySet<Lane>;
  readonly barsBefore: number;
  readonly isCompact: boolean;
  readonly isBeingSaid: boolean;
}

const RowFigure = memo(function RowFigure({
  row,
  width,
  facts,
  strokes,
  fingers,
  wished,
  eventId,
  noteId,
  string,
  chosen,
  found,
  barsBefore,
  isCompact,
  isBeingSaid,
  onSelect,
}: RowProps) {
  const lanes = lanesFor(laneWishes(row, wished, facts, { isCompact, isBeingSaid }));
  const gutter = isCompact ? COMPACT_GUTTER : GUTTER;
  return (
    <>
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
                  before={row.bars[index - 1]?.box}
                  strokes={strokes?.[row.firstBar + index] ?? ""}
                  fingers={fingers?.[row.firstBar + index] ?? ""}
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
    </>
  );
});
