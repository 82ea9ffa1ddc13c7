"use client";

import type { Metre } from "@intonazione/core/rhythm";
import { notesOf, type Bar } from "@intonazione/core/score";
import { memo, useMemo, useRef } from "react";
import { useWidth } from "@/ui/use-width";
import { BarFigure, type PartFacts } from "./bar-figure";
import { lanesFor, stringY, type Lanes } from "./lanes";
import { layRows, type Row } from "./layout";

export type LaneName = "count" | "value" | "sounds" | "fingered";

export interface StripProps {
  readonly bars: readonly Bar[];
  readonly metre: Metre;
  readonly facts: PartFacts;
  readonly lanes: ReadonlySet<LaneName>;
  readonly label: string;
  readonly eventId?: string | undefined;
  readonly noteId?: string | undefined;
  /** Bars before this strip, for their numbers. */
  readonly barsBefore?: number;
  readonly onSelect: (eventId: string, noteId?: string) => void;
}

/** Room at the left for lane and string names. */
const GUTTER = 64;

/** A phrase as one part plays it: as many rows as the width asks for. */
export const Strip = memo(function Strip({
  bars,
  metre,
  facts,
  lanes,
  label,
  eventId,
  noteId,
  barsBefore = 0,
  onSelect,
}: StripProps) {
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const rows = useMemo(
    () => (width > 0 ? layRows(bars, width - GUTTER - 2, metre) : []),
    [bars, width, metre],
  );
  const isHere = bars.some((bar) => bar.events.some((event) => event.id === eventId));
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
            wished={lanes}
            eventId={isInRow ? eventId : undefined}
            noteId={isInRow ? noteId : undefined}
            barsBefore={barsBefore}
            onSelect={onSelect}
          />
        );
      })}
    </div>
  );
});

function holds(row: Row, eventId: string | undefined): boolean {
  return row.bars.some(({ box }) => box.events.some(({ event }) => event.id === eventId));
}

interface RowProps extends Pick<StripProps, "facts" | "eventId" | "noteId" | "onSelect"> {
  readonly row: Row;
  readonly width: number;
  readonly wished: ReadonlySet<LaneName>;
  readonly barsBefore: number;
}

const RowFigure = memo(function RowFigure({
  row,
  width,
  facts,
  wished,
  eventId,
  noteId,
  barsBefore,
  onSelect,
}: RowProps) {
  const events = row.bars.flatMap(({ box }) => box.bar.events);
  const lanes = lanesFor({
    strings: facts.names.strings.length,
    hasCount: wished.has("count"),
    hasValue: wished.has("value"),
    hasUnplaced: row.hasUnplaced,
    hasMutes: events.some((event) => event.kind === "notes" && event.palmMuted),
    hasSounds: wished.has("sounds"),
    hasFingered: wished.has("fingered") && facts.shift !== 0,
    mostNotes: Math.max(
      0,
      ...events.map((event) => notesOf(event).filter(({ kind }) => kind === "pitched").length),
    ),
  });
  return (
    <svg width={width} height={lanes.height} role="presentation" className="block">
      <RowNames lanes={lanes} facts={facts} />
      <g transform={`translate(${GUTTER} 0)`}>
        <path
          d={`M0 ${lanes.tab}V${stringY(lanes, lanes.strings)}`}
          stroke="var(--ink)"
          strokeWidth={1}
        />
        {row.bars.map(({ box, x, isLast }, index) => {
          const isHere = box.bar.events.some((event) => event.id === eventId);
          return (
            <g key={index} transform={`translate(${x} 0)`}>
              <BarFigure
                box={box}
                number={barsBefore + row.firstBar + index}
                lanes={lanes}
                facts={facts}
                isLast={isLast}
                eventId={isHere ? eventId : undefined}
                noteId={isHere ? noteId : undefined}
                onSelect={onSelect}
              />
            </g>
          );
        })}
      </g>
    </svg>
  );
});

function RowNames({ lanes, facts }: { readonly lanes: Lanes; readonly facts: PartFacts }) {
  const laneNames = [
    ["count", lanes.count],
    ["value", lanes.value],
    ["no place", lanes.unplaced],
    ["sounds", lanes.sounds],
    ["fingered", lanes.fingered],
  ] as const;
  return (
    <g aria-hidden textAnchor="end">
      {laneNames.map(
        ([name, y]) =>
          y !== undefined && (
            <text key={name} x={GUTTER - 12} y={y + 4} fontSize={11} fill="var(--soft)">
              {name}
            </text>
          ),
      )}
      {facts.names.strings.map((name, index) => (
        <text
          key={name}
          x={GUTTER - 12}
          y={stringY(lanes, index + 1) + 4}
          fontSize={11}
          fontWeight={650}
          fill="var(--ink)"
          className="font-mono"
        >
          {name}
        </text>
      ))}
    </g>
  );
}
