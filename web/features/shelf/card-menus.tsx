"use client";

import { SONG_STATES, type SongState } from "@intonazione/core/catalogue";
import { Check, MoreHorizontal } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import type { Card, CollectionRow } from "@/calls/shelf-cards";
import { menuItemLook, menuLook } from "./menu-look";
import type { CardActs } from "./card-acts";
import { StateSign } from "./state-sign";

/** How far a song is, and what else it may be. */
export function StateMenu({
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
              <DropdownMenu.RadioItem key={one} value={one} className={menuItemLook}>
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

/** What else can be done with a card. */
export function CardMenu({
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
                    className={menuItemLook}
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
    <DropdownMenu.Item onSelect={onSelect} className={menuItemLook}>
      <span className="flex-1">{words}</span>
      <kbd className="text-xs text-soft">{keys}</kbd>
    </DropdownMenu.Item>
  );
}
