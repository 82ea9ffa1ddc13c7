"use client";

import { SONG_STATES, type SongState } from "@intonazione/core/catalogue";
import { DropdownMenu } from "radix-ui";
import type { CollectionRow } from "@/calls/shelf-cards";
import { Button, buttonLook } from "@/ui/button";
import { menuItemLook, menuLook } from "./menu-look";
import { StateSign } from "./state-sign";

/** What can be done with several songs at once. */
export default function SelectionBar({
  count,
  isBin,
  collections,
  onState,
  onCollection,
  onCopy,
  onRemove,
  onBringBack,
  onLetGo,
}: {
  readonly count: number;
  readonly isBin: boolean;
  readonly collections: readonly CollectionRow[];
  readonly onState: (state: SongState) => void;
  readonly onCollection: (id: string) => void;
  readonly onCopy: () => void;
  readonly onRemove: () => void;
  readonly onBringBack: () => void;
  readonly onLetGo: () => void;
}) {
  return (
    <div
      role="toolbar"
      aria-label="Selected songs"
      className="flex items-center gap-2 border-t border-ink bg-paper py-2"
    >
      <p className="flex-1 font-medium">{count === 1 ? "1 song" : `${count} songs`} selected</p>
      {isBin ? (
        <Button look="main" onClick={onBringBack}>
          Bring back
        </Button>
      ) : (
        <>
          <Menu label="State">
            {SONG_STATES.map((state) => (
              <DropdownMenu.Item
                key={state}
                onSelect={() => onState(state)}
                className={menuItemLook}
              >
                <StateSign state={state} />
              </DropdownMenu.Item>
            ))}
          </Menu>
          {collections.length > 0 && (
            <Menu label="Add to a collection">
              {collections.map(({ id, name }) => (
                <DropdownMenu.Item
                  key={id}
                  onSelect={() => onCollection(id)}
                  className={menuItemLook}
                >
                  {name}
                </DropdownMenu.Item>
              ))}
            </Menu>
          )}
          <Button onClick={onCopy}>Copy</Button>
          <Button onClick={onRemove}>Into the bin</Button>
        </>
      )}
      <Button look="quiet" onClick={onLetGo}>
        Let go
      </Button>
    </div>
  );
}

function Menu({ label, children }: { readonly label: string; readonly children: React.ReactNode }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={buttonLook()}>{label}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content side="top" sideOffset={4} className={menuLook}>
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
