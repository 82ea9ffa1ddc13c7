"use client";

import type { Place } from "@intonazione/core/neck";
import { notesOf, type Note, type Part, type PitchedNote } from "@intonazione/core/score";
import { selectNames, useOpenSong, useSong } from "@/open-song/context";
import type { Stop } from "@/open-song/cursor";
import { neckOfPart } from "@/open-song/derived";
import { pinNote, unpin } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { NotOnString } from "./not-on-string";
import { OtherPlaces } from "./other-places-list";

/** Whether the selected note is pinned, why it may lie elsewhere, and where. */
export function PlaceOfNote({
  part,
  stop,
  note,
  before,
}: {
  readonly part: Part;
  readonly stop: Stop;
  readonly note: Note | undefined;
  /** The event before it in the part. */
  readonly before: Stop | undefined;
}) {
  const { store } = useOpenSong();
  const names = useSong(selectNames);
  if (note?.kind !== "pitched") return null;
  const at = { phraseId: stop.phraseId, partId: part.id };
  const choose = (place: Place) => store.run(pinNote(at, note, place));
  return (
    <>
      <Pin note={note} onPin={choose} onUnpin={() => store.run(unpin(at, note))} />
      <NotOnString at={at} note={note} names={names} />
      <OtherPlaces
        at={at}
        note={note}
        event={stop.event}
        neck={neckOfPart(part)}
        names={names}
        before={before ? notesOf(before.event) : []}
        onChoose={choose}
      />
    </>
  );
}

function Pin({
  note,
  onPin,
  onUnpin,
}: {
  readonly note: PitchedNote;
  readonly onPin: (place: Place) => void;
  readonly onUnpin: () => void;
}) {
  const { place } = note;
  if (!place) return null;
  return (
    <div className="flex items-center justify-between gap-2">
      <p className={`text-[13px] ${note.pinned ? "font-medium text-verdigris-ink" : "text-soft"}`}>
        {note.pinned ? "■ pinned: nothing moves it but you" : "not pinned"}
      </p>
      <Button onClick={() => (note.pinned ? onUnpin() : onPin(place))}>
        {note.pinned ? "Unpin" : "Pin here"}
      </Button>
    </div>
  );
}
