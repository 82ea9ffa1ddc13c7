"use client";

import { Download } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { selectPart, selectSong, useSong } from "@/open-song/context";
import { buttonLook } from "@/ui/button";
import { downloadJson, downloadTextTab } from "./download";

/** Files to take away, made here from what is on the screen, saved or not. */
export function HandOutMenu() {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const studio = useSong((state) => state.studio);
  const itemLook =
    "flex flex-col rounded-sm px-3 py-1.5 outline-none data-[highlighted]:bg-madder-wash cursor-pointer";
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={buttonLook()}>
        <Download size={14} aria-hidden /> Hand out
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-50 w-72 rounded-md border border-ink bg-paper p-1 shadow-lg"
        >
          <DropdownMenu.Item
            className={itemLook}
            onSelect={() => downloadTextTab(song, part, studio)}
          >
            <span className="font-semibold">Plain-text tablature</span>
            <span className="text-xs text-soft">{part.name}, for any text window (.txt)</span>
          </DropdownMenu.Item>
          <DropdownMenu.Item className={itemLook} onSelect={() => downloadJson(song)}>
            <span className="font-semibold">The whole song</span>
            <span className="text-xs text-soft">all parts, nothing left out (.json)</span>
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
