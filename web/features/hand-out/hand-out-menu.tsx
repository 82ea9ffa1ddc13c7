"use client";

import { Download } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { buttonLook } from "@/ui/button";
import { download, FILE_WAYS, lostIn, type FileWay, type Source } from "./download";
import { HandoutDialog } from "./handout-dialog";

const itemLook =
  "flex flex-col rounded-sm px-3 py-1.5 outline-none data-[highlighted]:bg-madder-wash cursor-pointer";

/** Files to take away, made from what is on the screen, saved or not. */
export function HandOutMenu() {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const studio = useSong((state) => state.studio);
  const [isPrinting, setIsPrinting] = useState(false);
  const source = { song, part, studio };
  const take = (way: FileWay) => {
    download(way, source);
    const lost = lostIn(way, source);
    const details = lost.map((words) => words.replace(/^.*? cannot carry /u, ""));
    if (lost.length === 0) store.tell(undefined);
    else store.tell({ words: `${way.name} is written. It leaves out:`, kind: "caution", details });
  };
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className={buttonLook()}>
          <Download size={14} aria-hidden />{" "}
          <span className="sr-only xl:not-sr-only">Hand out</span>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            sideOffset={4}
            className="z-50 w-80 rounded-md border border-ink bg-paper p-1 shadow-lg"
          >
            <DropdownMenu.Item className={itemLook} onSelect={() => setIsPrinting(true)}>
              <span className="font-semibold">Handout to print</span>
              <span className="text-xs text-soft">pages to look at first, then a PDF</span>
            </DropdownMenu.Item>
            <DropdownMenu.Separator className="my-1 h-px bg-hairline" />
            <FileItems source={source} onTake={take} />
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {isPrinting && <HandoutDialog onClose={() => setIsPrinting(false)} />}
    </>
  );
}

/** What each file would leave out is worked out when the menu is open, not with every key press. */
function FileItems({
  source,
  onTake,
}: {
  readonly source: Source;
  readonly onTake: (way: FileWay) => void;
}) {
  return FILE_WAYS.map((way) => {
    const lost = lostIn(way, source);
    return (
      <DropdownMenu.Item key={way.id} className={itemLook} onSelect={() => onTake(way)}>
        <span className="font-semibold">{way.name}</span>
        <span className="text-xs text-soft">{way.about(source)}</span>
        {lost.length > 0 && (
          <span className="text-xs text-ochre-ink" title={lost.join("\n")}>
            leaves out {lost.length} {lost.length === 1 ? "kind" : "kinds"} of thing
          </span>
        )}
      </DropdownMenu.Item>
    );
  });
}
