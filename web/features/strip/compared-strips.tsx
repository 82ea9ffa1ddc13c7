"use client";

import type { BarFrame } from "@intonazione/core/score";
import { COMPACT, layRowsTogether } from "@intonazione/core/strip";
import { memo, useMemo, useRef, type CSSProperties } from "react";
import type { Version } from "@/open-song/draw-bars";
import { useWidth } from "@/ui/use-width";
import type { PartFacts } from "./facts";
import { COMPACT_GUTTER, RowFigure } from "./row-figure";

const NO_LANES: ReadonlySet<never> = new Set<never>();
const select = () => undefined;

/** What is as it is stands back behind what would be. */
const SOFTER = { "--ink": "var(--soft)" } as CSSProperties;

/** Versions of a phrase, each row of one above the same row of the next. */
export const ComparedStrips = memo(function ComparedStrips({
  versions,
  factsOf,
  frames,
  barsBefore,
  label,
}: {
  /** As many bars in each; the first is what is. */
  readonly versions: readonly Version[];
  readonly factsOf: (version: Version) => PartFacts;
  readonly frames: readonly BarFrame[];
  readonly barsBefore: number;
  readonly label: string;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const drawn = useMemo(() => {
    const all = versions.map(({ bars }) => bars);
    const rows = width > 0 ? layRowsTogether(all, width - COMPACT_GUTTER - 2, frames, COMPACT) : [];
    return versions.map((version, index) => ({
      ...version,
      rows: rows[index] ?? [],
      facts: factsOf(version),
    }));
  }, [versions, width, frames, factsOf]);
  const isSeveral = versions.length > 1;
  return (
    <div ref={frame} role="listbox" aria-label={label} tabIndex={0} className="min-w-0">
      {drawn[0]?.rows.map((_, at) =>
        drawn.map(({ label: name, rows, facts, marked }, index) => (
          <div
            key={`${at} ${index}`}
            role="group"
            aria-label={name}
            style={isSeveral && index === 0 ? SOFTER : undefined}
          >
            <RowFigure
              row={rows[at]!}
              width={width}
              facts={facts}
              strokes={undefined}
              fingers={undefined}
              wished={NO_LANES}
              chosen={marked}
              barsBefore={barsBefore}
              isCompact
              isNumbered={index === 0}
              onSelect={select}
            />
          </div>
        )),
      )}
    </div>
  );
});
