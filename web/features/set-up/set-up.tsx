"use client";

import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { newId } from "@/open-song/draft";
import { addPart } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { readChoice, STANDARD_CHOICE } from "@/ui/instrument-picker";
import { DetailsForm } from "./details-form";
import { PartForm } from "./part-form";
import { StringTable } from "./string-table";

/** What the student must have in hand before a note sounds, and what the song says of itself. */
export function SetUp({ onReadTab }: { readonly onReadTab: () => void }) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const add = () => {
    const reading = readChoice(STANDARD_CHOICE);
    if (!reading.ok) return;
    const fresh = { id: newId(), name: `Part ${song.parts.length + 1}`, ...reading.value };
    store.run(addPart(song, fresh, []), { partId: fresh.id, eventId: undefined });
  };
  return (
    <div className="flex flex-col gap-4">
      <section
        aria-labelledby="set-up-part"
        className="rounded-md border border-hairline bg-sheet px-5 py-4"
      >
        <div className="flex items-baseline gap-2 pb-2">
          <h2 id="set-up-part" className="flex-1 font-serif text-xl">
            {part.name}: in the hand
          </h2>
          <Button onClick={onReadTab}>Read a tablature…</Button>
          <Button onClick={add}>Add a part</Button>
        </div>
        <PartForm key={part.id} song={song} part={part} />
        <StringTable song={song} part={part} />
      </section>
      <section
        aria-labelledby="set-up-song"
        className="rounded-md border border-hairline bg-sheet px-5 py-4"
      >
        <h2 id="set-up-song" className="pb-2 font-serif text-xl">
          The song
        </h2>
        <DetailsForm song={song} />
      </section>
    </div>
  );
}
