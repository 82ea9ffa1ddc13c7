"use client";

import { formatCapo, formatTuning } from "@intonazione/core/instrument";
import { newPart, type Part, type Song } from "@intonazione/core/score";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { newId } from "@/open-song/draft";
import { addPart } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { readChoice, STANDARD_CHOICE } from "@/ui/instrument-picker";
import { CapoView } from "./capo/capo-view";
import { DetailsForm } from "./details-form";
import { InHand } from "./hand/in-hand";
import { StringsView } from "./strings/strings-view";
import { TunerView } from "./tuner/tuner-view";

/** Other targets are another tuning up: the bench guitar and what was heard start anew. */
function tunedAs(song: Song, { instrument, capo }: Part): string {
  return `${formatTuning(instrument.tuning)} ${formatCapo(capo)} ${song.referenceHz}`;
}

/** The views of Set up, in the order in which a teacher says them. */
export type SetUpView = "hand" | "capo" | "strings" | "tune" | "song";

/** What the student must have in hand before a note sounds, in the order in which it is said. */
export function SetUp({ view }: { readonly view: SetUpView }) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const add = () => {
    const reading = readChoice(STANDARD_CHOICE);
    if (!reading.ok) return;
    const fresh = newPart(newId(), `Part ${song.parts.length + 1}`, reading.value);
    store.run(addPart(song, fresh, []), { partId: fresh.id, eventId: undefined });
  };
  return (
    <section
      aria-label={`Set up ${part.name}`}
      key={`${view} ${part.id}`}
      className="flex min-h-0 flex-1 flex-col overflow-y-auto rounded-md border border-hairline bg-sheet px-5 py-3"
    >
      {view === "hand" && (
        <>
          <InHand song={song} part={part} />
          <div className="mt-4 flex gap-2 border-t border-hairline pt-3">
            <Button onClick={add}>Add a part</Button>
            <Button onClick={() => store.setState({ overlay: { kind: "read-tab" } })}>
              Read a tablature…
            </Button>
          </div>
        </>
      )}
      {view === "capo" && <CapoView song={song} part={part} />}
      {view === "strings" && <StringsView song={song} part={part} />}
      {view === "tune" && <TunerView key={tunedAs(song, part)} song={song} part={part} />}
      {view === "song" && <DetailsForm song={song} />}
    </section>
  );
}
