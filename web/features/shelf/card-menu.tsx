"use client";

import { Check, MoreHorizontal } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import type { CardMenuProps } from "./card-acts";
import { menuItemLook, menuLook, moreButtonLook } from "./menu-look";

/** What else can be done with a card. */
export default function CardMenu({
  card,
  collections,
  acts,
  isOpenAtFirst,
}: CardMenuProps & { readonly isOpenAtFirst: boolean }) {
  const { id, title } = card;
  return (
    <DropdownMenu.Root defaultOpen={isOpenAtFirst}>
      <DropdownMenu.Trigger
        tabIndex={-1}
        aria-label={`More with ${title}`}
        className={moreButtonLook}
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
