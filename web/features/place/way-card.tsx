"use client";

import {
  difficultyInWords,
  hardshipInWords,
  POINTS,
  reasonInWords,
  type PlanOption,
  type Reason,
} from "@intonazione/core/placement";
import type { ReactNode } from "react";
import { Button } from "@/ui/button";

const MOST_REASONS = 3;

/** One way to play a line: where it lies, what speaks for it and against it, how hard it is. */
export function WayCard({
  option,
  rank,
  more,
  elsewhere,
  barsBefore,
  onUse,
  children,
}: {
  readonly option: PlanOption;
  /** 0 for the best one. */
  readonly rank: number;
  /** What it costs more than the best one, in points. */
  readonly more: number;
  /** Events that lie elsewhere than in the line as it stands. */
  readonly elsewhere: number;
  /** Bars of the part before this line. */
  readonly barsBefore: number;
  readonly onUse: () => void;
  readonly children: ReactNode;
}) {
  const { aroundFret, difficulty, isProven, forIt, againstIt } = option;
  const title = aroundFret === 0 ? "on open strings" : `around fret ${aroundFret}`;
  const isHere = elsewhere === 0;
  return (
    <article
      aria-label={`Way ${rank + 1}: ${title}`}
      className={`min-w-0 rounded-md border bg-sheet ${isHere ? "border-verdigris" : "border-hairline"}`}
    >
      <header className="flex items-baseline gap-x-2.5 px-2.5 pt-1 text-xs">
        <h3 className="shrink-0 text-[13px] font-semibold">
          {rank + 1}. {title}
        </h3>
        <span className="min-w-0 truncate text-soft">
          {rank === 0
            ? isProven
              ? "the best way, proven"
              : "the best way found"
            : `costs ${(more / POINTS).toFixed(1)} more`}{" "}
          <span
            title={difficulty.because
              .slice(0, MOST_REASONS)
              .map(({ hardship }) => hardshipInWords(hardship))
              .join(", ")}
          >
            · {difficultyInWords(difficulty)}
          </span>
        </span>
        <span className="ml-auto shrink-0">
          {isHere ? (
            <span className="font-medium text-verdigris-ink">✓ as it stands</span>
          ) : (
            <Button size="small" onClick={onUse} title={`Key ${rank + 1}`}>
              Use this way<span className="sr-only">: {title}</span>
            </Button>
          )}
        </span>
      </header>
      <dl className="grid grid-cols-[auto_1fr] gap-x-2 px-2.5 text-xs">
        <Reasons name="for it" reasons={forIt} barsBefore={barsBefore} />
        <Reasons name="against" reasons={againstIt} barsBefore={barsBefore} />
      </dl>
      <div className="px-1.5 pb-0.5">{children}</div>
    </article>
  );
}

function Reasons({
  name,
  reasons,
  barsBefore,
}: {
  readonly name: string;
  readonly reasons: readonly Reason[];
  readonly barsBefore: number;
}) {
  if (reasons.length === 0) return null;
  return (
    <>
      <dt className="text-soft">{name}</dt>
      <dd>
        {reasons
          .slice(0, MOST_REASONS)
          .map((reason) => reasonInWords(reason, barsBefore))
          .join(" · ")}
      </dd>
    </>
  );
}
