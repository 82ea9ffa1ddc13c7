"use client";

import { barNumber, barsOn } from "@intonazione/core/foundation";
import { displayStringName } from "@intonazione/core/instrument";
import type { Neck } from "@intonazione/core/neck";
import { suggestFingers } from "@intonazione/core/placement";
import { suggestStrokes, type Handwork } from "@intonazione/core/playing";
import {
  eventsOf,
  isPalmMuted,
  isRinging,
  notesOf,
  type Bar,
  type BarFrame,
  type LineEvent,
  type PickingSchool,
} from "@intonazione/core/score";
import { memo, useMemo, useRef } from "react";
import type { Lane } from "@/open-song/state/shown-lanes";
import { useWidth } from "@/ui/use-width";
import { BarFigure } from "./bar-figure";
import type { PartFacts } from "./facts";
import { StaffRow } from "./staff-row";
import { lanesFor, stringY, type Lanes, type LaneWishes } from "./lanes";
import { layRows, type BarBox, type Row } from "@intonazione/core/strip";

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
  readonly onSelect: (eventId: string, noteId?: string) => void;
}

/** Room at the left for lane and string names. */
const GUTTER = 64;

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
  onSelect,
}: StripProps) {
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const rows = useMemo(
    () => (width > 0 ? layRows(bars, width - GUTTER - 2, frames) : []),
    [bars, width, frames],
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
  onSelect,
}: RowProps) {
  const events = eventsOf(row.bars.map(({ box }) => box.bar));
  const lanes = lanesFor({
    strings: facts.names.strings.length,
    mostNotes: Math.max(
      0,
      ...events.map((event) => notesOf(event).filter(({ kind }) => kind === "pitched").length),
    ),
    has: rowsWanted(row, events, wished, facts),
  });
  return (
    <>
      {wished.has("staff") && <StaffRow row={row} width={width} gutter={GUTTER} facts={facts} />}
      <svg width={width} height={lanes.height} role="presentation" className="block">
        <RowNames lanes={lanes} facts={facts} />
        <g transform={`translate(${GUTTER} 0)`}>
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

type LaneWish = Parameters<LaneWishes["has"]["has"]>[0];

/** The lanes that are wished for, and those that show themselves where there is something to show. */
function rowsWanted(
  row: Row,
  events: readonly LineEvent[],
  wished: ReadonlySet<Lane>,
  facts: PartFacts,
): LaneWishes["has"] {
  const has = new Set<LaneWish>();
  for (const name of wished) if (name !== "staff") has.add(name);
  const add = (name: LaneWish, isThere: boolean) => {
    if (isThere) has.add(name);
    else has.delete(name);
  };
  add("chord", wished.has("chord") && row.bars.some(({ box }) => box.chords.length > 0));
  add("fingered", wished.has("fingered") && facts.shift !== 0);
  const hasChords = ({ frame }: BarBox) => frame.chords.length > 0 || frame.over !== undefined;
  add("of chord", wished.has("of chord") && row.bars.some(({ box }) => hasChords(box)));
  add("unplaced", row.hasUnplaced);
  add(
    "words",
    events.some(({ note }) => note !== undefined),
  );
  add(
    "lyric",
    events.some(({ lyric }) => lyric !== undefined),
  );
  add(
    "voiceTwo",
    row.bars.some(({ box }) => box.bar.voiceTwo !== undefined),
  );
  add(
    "mutes",
    events.some((event) => isPalmMuted(event) || isRinging(event)),
  );
  return has;
}

function RowNames({ lanes, facts }: { readonly lanes: Lanes; readonly facts: PartFacts }) {
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
          {displayStringName(name)}
        </text>
      ))}
    </g>
  );
}
