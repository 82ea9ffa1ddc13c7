"use client";

import { SONG_STATES, type SongState } from "@intonazione/core/catalogue";
import { Check, MoreHorizontal } from "lucide-react";
import Link from "next/link";
import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import type { Card, CollectionRow } from "@/calls/shelf-cards";
import { inputLook } from "@/ui/field";
import { SketchFigure } from "./sketch-figure";
import { StateSign } from "./state-sign";

const dateFormat = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium" });

const menuLook = "z-40 min-w-44 rounded-md border border-ink bg-paper p-1 text-[13px] shadow-lg";
const itemLook =
  "flex items-center gap-2 rounded-sm px-2 py-1.5 outline-none data-[highlighted]:bg-madder-wash";

/** What can be done with a card. */
export interface CardActs {
  readonly setState: (id: string, state: SongState) => void;
  readonly toggle: (id: string, isRange: boolean) => void;
  readonly rename: (id: string, title: string) => void;
  readonly startRenaming: (id: string | undefined) => void;
  readonly copy: (id: string) => void;
  readonly remove: (id: string) => void;
  readonly bringBack: (id: string) => void;
  readonly putInto: (id: string, collectionId: string, isIn: boolean) => void;
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
  const shown = parts.slice(0, 2);
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
              {index === 1 && parts.length > 2 && ` · ${parts.length - 2} more`}
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

function TitleField({
  title,
  onDone,
}: {
  readonly title: string;
  readonly onDone: (title: string | undefined) => void;
}) {
  const [value, setValue] = useState(title);
  const done = () =>
    onDone(value.trim() === "" || value.trim() === title ? undefined : value.trim());
  return (
    <input
      autoFocus
      aria-label="Title"
      maxLength={200}
      value={value}
      onChange={({ target }) => setValue(target.value)}
      onFocus={({ target }) => target.select()}
      onBlur={done}
      onKeyDown={(press) => {
        press.stopPropagation();
        if (press.key === "Enter") press.currentTarget.blur();
        else if (press.key === "Escape") onDone(undefined);
      }}
      className={`${inputLook} relative z-10 py-0 font-serif text-lg`}
    />
  );
}

function StateMenu({
  state,
  onState,
}: {
  readonly state: SongState;
  readonly onState: (state: SongState) => void;
}) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        tabIndex={-1}
        aria-label={`State: ${state}`}
        className="flex items-center gap-1.5 rounded-sm border border-hairline bg-paper px-2 py-1 text-ink hover:border-ink"
      >
        <StateSign state={state} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" sideOffset={4} className={menuLook}>
          <DropdownMenu.RadioGroup
            value={state}
            onValueChange={(next) => onState(SONG_STATES.find((one) => one === next) ?? state)}
          >
            {SONG_STATES.map((one, index) => (
              <DropdownMenu.RadioItem key={one} value={one} className={itemLook}>
                <StateSign state={one} />
                <span className="flex-1" />
                {one === state && <Check size={13} aria-hidden />}
                <kbd className="text-xs text-soft">{index + 1}</kbd>
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function CardMenu({
  card,
  collections,
  acts,
}: {
  readonly card: Card;
  readonly collections: readonly CollectionRow[];
  readonly acts: CardActs;
}) {
  const { id, title } = card;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        tabIndex={-1}
        aria-label={`More with ${title}`}
        className="rounded-sm border border-transparent p-1 hover:border-hairline hover:text-ink"
      >
        <MoreHorizontal size={16} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className={menuLook}>
          <Item words="Rename" keys="F2" onSelect={() => acts.startRenaming(id)} />
          <Item words="Copy" keys="C" onSelect={() => acts.copy(id)} />
          {collections.length > 0 && (
            <>
              <DropdownMenu.Separator className="my-1 border-t border-hairline" />
              <DropdownMenu.Label className="px-2 py-1 text-xs text-soft">
                Collections
              </DropdownMenu.Label>
              {collections.map((one) => {
                const isIn = card.collections.includes(one.id);
                return (
                  <DropdownMenu.CheckboxItem
                    key={one.id}
                    checked={isIn}
                    onCheckedChange={() => acts.putInto(id, one.id, !isIn)}
                    className={itemLook}
                  >
                    <span className="w-4">{isIn && <Check size={13} aria-hidden />}</span>
                    {one.name}
                  </DropdownMenu.CheckboxItem>
                );
              })}
            </>
          )}
          <DropdownMenu.Separator className="my-1 border-t border-hairline" />
          <Item words="Into the bin" keys="Del" onSelect={() => acts.remove(id)} />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Item({
  words,
  keys,
  onSelect,
}: {
  readonly words: string;
  readonly keys: string;
  readonly onSelect: () => void;
}) {
  return (
    <DropdownMenu.Item onSelect={onSelect} className={itemLook}>
      <span className="flex-1">{words}</span>
      <kbd className="text-xs text-soft">{keys}</kbd>
    </DropdownMenu.Item>
  );
}
