"use client";

import { formatCapo, formatTuning } from "@intonazione/core/instrument";
import { newPart, type Part, type Song } from "@intonazione/core/score";
import { Tabs } from "radix-ui";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { newId } from "@/open-song/draft";
import { SET_UP_VIEWS, type SetUpView } from "@/open-song/store";
import { addPart } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { readChoice, STANDARD_CHOICE } from "@/ui/instrument-picker";
import { CapoView } from "./capo/capo-view";
import { DetailsForm } from "./details-form";
import { InHand } from "./hand/in-hand";
import { StringsView } from "./strings/strings-view";
import { TunerView } from "./tuner/tuner-view";
import { SET_UP_VIEW_NAME } from "./view-names";

/** Other targets are another tuning up: the bench guitar and what was heard start anew. */
function tunedAs(song: Song, { instrument, capo }: Part): string {
  return `${formatTuning(instrument.tuning)} ${formatCapo(capo)} ${song.referenceHz}`;
}

/** What the student must have in hand before a note sounds, in the order in which it is said. */
export function SetUp({ onReadTab }: { readonly onReadTab: () => void }) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const view = useSong((state) => state.setUpView);
  const add = () => {
    const reading = readChoice(STANDARD_CHOICE);
    if (!reading.ok) return;
    const fresh = newPart(newId(), `Part ${song.parts.length + 1}`, reading.value);
    store.run(addPart(song, fresh, []), { partId: fresh.id, eventId: undefined });
  };
  return (
    <Tabs.Root
      value={view}
      onValueChange={(next) => store.setState({ setUpView: next as SetUpView })}
      className="flex min-h-0 flex-1 flex-col rounded-md border border-hairline bg-sheet"
    >
      <div className="flex items-center gap-2 border-b border-hairline pr-3 pl-5">
        <Tabs.List aria-label={`Set up ${part.name}`} className="flex flex-1 gap-5">
          {SET_UP_VIEWS.map((one) => (
            <Tabs.Trigger
              key={one}
              value={one}
              className="-mb-px border-b-2 border-transparent py-2 font-serif text-[17px] text-soft hover:text-ink data-[state=active]:border-madder data-[state=active]:text-ink"
            >
              {SET_UP_VIEW_NAME[one]}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Button look="quiet" onClick={onReadTab}>
          Read a tablature…
        </Button>
        <Button look="quiet" onClick={add}>
          Add a part
        </Button>
      </div>
      <Tabs.Content
        value={view}
        key={`${view} ${part.id}`}
        className="min-h-0 flex-1 overflow-y-auto px-5 py-3 outline-none"
      >
        {view === "hand" && <InHand song={song} part={part} />}
        {view === "capo" && <CapoView song={song} part={part} />}
        {view === "strings" && <StringsView song={song} part={part} />}
        {view === "tune" && <TunerView key={tunedAs(song, part)} song={song} part={part} />}
        {view === "song" && <DetailsForm song={song} />}
      </Tabs.Content>
    </Tabs.Root>
  );
}
