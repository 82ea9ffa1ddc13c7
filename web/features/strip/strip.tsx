"use client";

import {
  eventsOf,
  type Bar,
  type BarFrame,
  type BarRelation,
  type PickingSchool,
} from "@intonazione/core/score";
import { layRows, USUAL, type Row } from "@intonazione/core/strip";
import { memo, useMemo, useRef } from "react";
import type { Lane } from "@/open-song/state/shown-lanes";
import { useWidth } from "@/ui/use-width";
import type { PartFacts } from "./facts";
import { relationWords } from "./frame-words";
import { fingersOf, strokesOf } from "./hand-words";
import { GUTTER, RowFigure } from "./row-figure";

export interface StripProps {
  readonly bars: readonly Bar[];
  /** What holds in each bar. */
  readonly frames: readonly BarFrame[];
  /** Bars that were said as others. */
  readonly relations?: readonly BarRelation[] | undefined;
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
  /** True while it is being said in the call-out line. */
  readonly isBeingSaid?: boolean;
  readonly onSelect: (eventId: string, noteId?: string) => void;
}

/** A phrase as one part plays it: as many rows as the width asks for. */
export const Strip = memo(function Strip({
  bars,
  frames,
  relations,
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
  isBeingSaid = false,
  onSelect,
}: StripProps) {
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const rows = useMemo(
    () => (width > 0 ? layRows(bars, width - GUTTER - 2, frames, USUAL) : []),
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
  const saidAs = useMemo(
    () => relations && relationWords(bars, relations, barsBefore),
    [bars, relations, barsBefore],
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
            strokes={wordsOf(strokes, row)}
            saidAs={wordsOf(saidAs, row)}
            fingers={wordsOf(fingers, row)}
            wished={lanes}
            eventId={isInRow ? eventId : undefined}
            noteId={isInRow ? noteId : undefined}
            string={isInRow ? string : undefined}
            chosen={chosen}
            found={found}
            barsBefore={barsBefore}
            isBeingSaid={isBeingSaid}
            onSelect={onSelect}
          />
        );
      })}
    </div>
  );
});

/** A row's own words in one, so that a row whose words stay the same need not be drawn again. */
function wordsOf(
  words: readonly string[] | undefined,
  { firstBar, bars }: Row,
): string | undefined {
  return words?.slice(firstBar, firstBar + bars.length).join("|");
}

function holds(row: Row, eventId: string | undefined): boolean {
  return row.bars.some(({ box }) => box.events.some(({ event }) => event.id === eventId));
}
