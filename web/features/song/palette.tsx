"use client";

import { Command as List } from "cmdk";
import { Dialog as Radix } from "radix-ui";
import type { Command } from "@/stages/command";

const KEY_SIGN: Readonly<Record<string, string>> = {
  ArrowRight: "→",
  ArrowLeft: "←",
  ArrowUp: "↑",
  ArrowDown: "↓",
  " ": "Space",
  mod: "Ctrl",
  shift: "Shift",
};

function keyInWords(keys: string): string {
  return keys
    .split("+")
    .map((key) => KEY_SIGN[key] ?? (key.length === 1 ? key.toUpperCase() : key))
    .join(" ");
}

/** Every command with its key, to be found by typing. */
export function Palette({
  commands,
  open,
  onClose,
}: {
  readonly commands: readonly Command[];
  readonly open: boolean;
  readonly onClose: () => void;
}) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-[#1d253055]" />
        <Radix.Content
          aria-describedby={undefined}
          className="fixed top-20 left-1/2 z-50 w-[min(560px,92vw)] -translate-x-1/2 rounded-md border border-ink bg-paper shadow-xl"
        >
          <Radix.Title className="sr-only">Commands</Radix.Title>
          <List label="Commands">
            <List.Input
              placeholder="What do you want to do?"
              className="w-full border-b border-hairline bg-transparent px-4 py-3 text-base outline-none placeholder:text-soft"
            />
            <List.List className="max-h-[60vh] overflow-y-auto p-1">
              <List.Empty className="px-3 py-6 text-center text-soft">
                No command is called that.
              </List.Empty>
              {commands
                .filter(({ id, isOn }) => id !== "palette" && (isOn?.() ?? true))
                .map(({ id, label, keys, run }) => (
                  <List.Item
                    key={id}
                    value={label}
                    onSelect={() => {
                      onClose();
                      // After the palette has given the focus back.
                      setTimeout(run, 30);
                    }}
                    className="flex cursor-pointer items-center justify-between rounded-sm px-3 py-1.5 data-[selected=true]:bg-madder-wash"
                  >
                    {label}
                    <span className="flex gap-1">
                      {keys?.map((key) => (
                        <kbd
                          key={key}
                          className="rounded-sm border border-hairline bg-sheet px-1.5 font-mono text-xs"
                        >
                          {keyInWords(key)}
                        </kbd>
                      ))}
                    </span>
                  </List.Item>
                ))}
            </List.List>
          </List>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
