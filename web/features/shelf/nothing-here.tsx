import Link from "next/link";
import type { ShelfAddress } from "@/calls/shelf-cards";
import { Button, buttonLook } from "@/ui/button";
import { Notice } from "@/ui/notice";

/** Why nothing is shown, and what can be done about it. */
export function NothingHere({
  address,
  collectionName,
  onShowAll,
}: {
  readonly address: ShelfAddress;
  readonly collectionName: string | undefined;
  readonly onShowAll: () => void;
}) {
  if (address.find.trim() !== "") {
    return (
      <Notice
        title="No song is like that"
        actions={<Button onClick={onShowAll}>Show all songs</Button>}
      >
        Every word has to fit. Take one away above, or put it in quotation marks to look for it in
        titles and names.
      </Notice>
    );
  }
  if (address.in === "bin") {
    return (
      <Notice title="The bin is empty">
        What you put in here can be brought back for 30 days.
      </Notice>
    );
  }
  if (collectionName !== undefined) {
    return (
      <Notice
        title={`Nothing is in ${collectionName} yet`}
        actions={<Button onClick={onShowAll}>Show all songs</Button>}
      >
        Select songs on the shelf with x, or open a card’s menu, and add them to it.
      </Notice>
    );
  }
  return (
    <Notice
      title="The shelf is empty"
      actions={
        <Link href="/songs/new" className={buttonLook("main")}>
          Write the first song
        </Link>
      }
    >
      Call out a riff string by string, or drop a file here that you have: MusicXML, MIDI, a
      tablature.
    </Notice>
  );
}
