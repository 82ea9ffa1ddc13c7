"use client";

import Link from "next/link";
import type { Card, CollectionRow } from "@/calls/shelf-cards";
import { SketchFigure } from "./sketch-figure";
import type { CardActs } from "./card-acts";
import { CardMenu, StateMenu } from "./card-menus";
import { TitleField } from "./title-field";

const dateFormat = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium" });

/** Parts that a card has room for; the others are named when one points at their number. */
const SHOWN_PARTS = 3;

function setUpInWords({ name, tuning, capo }: Card["parts"][number]): string {
  return `${name}: ${tuning}${capo > 0 ? `, capo ${capo}` : ""}`;
}

export function SongCard({
  card,
  collections,
  isActive,
  isSelected,
  isRenaming,
  acts,
}: {
  readonly card: Card;
  readonly collections: readonly CollectionRow[];
  /** Whether the keys of the shelf are here. */
  readonly isActive: boolean;
  readonly isSelected: boolean;
  readonly isRenaming: boolean;
  readonly acts: CardActs;
}) {
  const { id, title, parts } = card;
  const shown = parts.slice(0, SHOWN_PARTS);
  const left = parts.slice(SHOWN_PARTS);
  const isInBin = card.removedAt !== undefined;
  return (
    <article
      aria-label={title}
      className={`relative flex h-full flex-col rounded-md border bg-sheet px-4 pt-3 pb-2 focus-within:border-ink has-[[data-card-link]:focus-visible]:outline-2 has-[[data-card-link]:focus-visible]:outline-offset-1 has-[[data-card-link]:focus-visible]:outline-ink hover:border-ink ${isSelected ? "border-ink shadow-[inset_3px_0_0_var(--madder)]" : "border-hairline"}`}
    >
      <div className="flex items-start gap-2">
        <div className="min-w-0 flex-1">
          {isRenaming ? (
            <TitleField
              title={title}
              onDone={(next) => {
                if (next !== undefined) acts.rename(id, next);
                acts.startRenaming(undefined);
              }}
            />
          ) : (
            <h2 className="truncate font-serif text-lg leading-6" title={title}>
              {isInBin ? (
                <span data-card-link tabIndex={isActive ? 0 : -1} className="outline-none">
                  {title}
                </span>
              ) : (
                <Link
                  href={`/songs/${id}`}
                  prefetch={false}
                  // The card is drawn to another place, not its link.
                  draggable={false}
                  data-card-link
                  tabIndex={isActive ? 0 : -1}
                  className="outline-none after:absolute after:inset-0"
                >
                  {title}
                </Link>
              )}
            </h2>
          )}
        </div>
        <input
          type="checkbox"
          aria-label={`Select ${title}`}
          tabIndex={-1}
          checked={isSelected}
          onChange={() => undefined}
          onClick={({ shiftKey }) => acts.toggle(id, shiftKey)}
          className="relative z-10 mt-1 size-4 accent-[var(--madder)]"
        />
      </div>
      <p className="truncate text-xs text-soft">
        sounds in {card.keyName} · ♩ = {card.tempoBpm} · {card.barCount}{" "}
        {card.barCount === 1 ? "bar" : "bars"}
        {card.difficulty !== undefined && ` · difficulty ${card.difficulty.toFixed(1)}`}
      </p>
      <div className="mt-1.5 min-h-[62px]">
        {card.sketch ? (
          <SketchFigure sketch={card.sketch} />
        ) : (
          <p className="flex h-[62px] items-center justify-center border-y border-hairline text-xs text-soft">
            nothing written yet
          </p>
        )}
      </div>
      <ul className="mt-1.5 flex-1 text-[13px]">
        {shown.map((part, index) => (
          <li key={index} className="flex items-baseline justify-between gap-3">
            <span className="truncate">{part.name}</span>
            <span className="shrink-0 text-right text-xs text-soft">
              {part.tuning}
              {part.capo > 0 && ` · capo ${part.capo}`}
              {index === SHOWN_PARTS - 1 && left.length > 0 && (
                <span title={left.map(setUpInWords).join("\n")}> · {left.length} more</span>
              )}
            </span>
          </li>
        ))}
      </ul>
      <div className="relative z-10 flex items-center justify-between gap-2 text-xs text-soft">
        {isInBin ? (
          <>
            <span>in the bin since {dateFormat.format(card.removedAt)}</span>
            <button
              type="button"
              tabIndex={-1}
              onClick={() => acts.bringBack(id)}
              className="rounded-sm border border-hairline bg-sheet px-2 py-1 text-ink hover:border-ink"
            >
              Bring back
            </button>
          </>
        ) : (
          <>
            <StateMenu state={card.state} onState={(state) => acts.setState(id, state)} />
            <span className="flex-1 text-right">changed {dateFormat.format(card.updatedAt)}</span>
            <CardMenu card={card} collections={collections} acts={acts} />
          </>
        )}
      </div>
    </article>
  );
}
