"use client";

import { Download, X } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { selectPart, selectSong, useSong } from "@/open-song/context";
import { buttonLook } from "@/ui/button";
import { download, FILE_WAYS, lostIn, type FileWay, type Source } from "./download";
import { HandoutDialog } from "./handout-dialog";

const itemLook =
  "flex flex-col rounded-sm px-3 py-1.5 outline-none data-[highlighted]:bg-madder-wash cursor-pointer";

/** Files to take away, made from what is on the screen, saved or not. */
export function HandOutMenu() {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const studio = useSong((state) => state.studio);
  const [isPrinting, setIsPrinting] = useState(false);
  const [written, setWritten] = useState<{ name: string; lost: readonly string[] }>();
  const source = { song, part, studio };
  const take = (way: FileWay) => {
    download(way, source);
    const lost = lostIn(way, source);
    setWritten(lost.length > 0 ? { name: way.name, lost } : undefined);
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
      {written && (
        <div
          role="status"
          className="fixed right-4 bottom-4 z-30 w-96 rounded-md border border-ochre bg-paper p-3 text-[13px] shadow-lg"
        >
          <div className="flex items-start gap-2">
            <b className="flex-1 font-semibold">{written.name} is written. It leaves out:</b>
            <button
              type="button"
              aria-label="Close"
              onClick={() => setWritten(undefined)}
              className="rounded-sm p-0.5 text-soft hover:text-ink"
            >
              <X size={15} aria-hidden />
            </button>
          </div>
          <ul className="mt-1 max-h-40 list-disc overflow-y-auto pl-5 text-soft">
            {written.lost.map((words) => (
              <li key={words}>{words.replace(/^.*? cannot carry /u, "")}</li>
            ))}
          </ul>
        </div>
      )}
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
