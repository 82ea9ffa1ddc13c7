"use client";

import type { TextTabReading } from "@intonazione/core/formats/text-tab";
import { songOfTextTab } from "@intonazione/core/formats/text-tab";
import { TabReader } from "@/features/import-desk/tab-reader";
import { MovePhraseForm } from "@/features/move-phrase/move-phrase-form";
import { TalkDesk } from "@/features/talk-desk/talk-desk";
import { TapDesk } from "@/features/tap-rhythm/tap-desk";
import { useDrawBars } from "@/features/strip/draw-line";
import { selectSong, useOpenSong, useSong } from "@/open-song/context";
import { newId } from "@/open-song/draft";
import type { SongStore } from "@/open-song/state/store";
import { LANDMARKS } from "@/open-song/state/view";
import { addPart } from "@/open-song/transactions";
import type { Command } from "@/stages/command";
import { Dialog } from "@/ui/dialog";
import { Palette } from "./palette";

/** What lies over the page, when something does. */
export function Overlays({ commands }: { readonly commands: readonly Command[] }) {
  const { store } = useOpenSong();
  const overlay = useSong((state) => state.overlay);
  const { phrases } = useSong(selectSong);
  const drawBars = useDrawBars();
  const close = () => store.setState({ overlay: undefined });
  const phraseOf = (kind: "move-phrase" | "tap-rhythm") =>
    overlay?.kind === kind ? phrases.find(({ id }) => id === overlay.phraseId) : undefined;
  const moving = phraseOf("move-phrase");
  const tapped = phraseOf("tap-rhythm");
  return (
    <>
      <Palette commands={commands} open={overlay?.kind === "palette"} onClose={close} />
      <Dialog
        open={moving !== undefined}
        onClose={close}
        title={`Move ${moving?.name ?? "the phrase"}`}
        description="Rhythm and techniques stay; what changes is marked before it is done."
      >
        {moving && <MovePhraseForm phrase={moving} drawBars={drawBars} onClose={close} />}
      </Dialog>
      <Dialog
        open={tapped !== undefined}
        onClose={close}
        title={`Tap the rhythm of ${tapped?.name ?? "the phrase"}`}
        description="The notes stay; how long they last is tapped, and shown before it is taken."
      >
        {tapped && <TapDesk phrase={tapped} drawBars={drawBars} onClose={close} />}
      </Dialog>
      <Dialog
        open={overlay?.kind === "open-talk"}
        onClose={close}
        isWide
        title="Open a talk"
        description="What can be played of it is found phrase by phrase; greetings, remarks and stories are passed over."
      >
        <TalkDesk onClose={close} />
      </Dialog>
      <Dialog
        open={overlay?.kind === "read-tab"}
        onClose={close}
        title="Read a tablature"
        description="It becomes a part of its own, with its phrases behind the others."
      >
        <TabReader actionLabel="Add it to the song" onTake={(reading) => take(store, reading)} />
      </Dialog>
    </>
  );
}

/** Adds what was read as a part of its own, and shows it. */
function take(store: SongStore, reading: TextTabReading): void {
  const { song } = store.getState().history;
  const read = songOfTextTab(reading, newId);
  const part = { ...read.parts[0]!, name: freeName(read.parts[0]!.name, song.parts) };
  store.run(addPart(song, part, read.lines, read.phrases), {
    partId: part.id,
    phraseId: read.phrases[0]?.id,
    eventId: read.lines[0]?.bars[0]?.events[0]?.id,
  });
  store.goTo(LANDMARKS.strips);
  store.setState({ overlay: undefined });
}

function freeName(name: string, parts: readonly { readonly name: string }[]): string {
  const isTaken = (candidate: string) => parts.some((part) => part.name === candidate);
  for (let n = 2; n <= parts.length + 1 && isTaken(name); n++) {
    if (!isTaken(`${name} ${n}`)) return `${name} ${n}`;
  }
  return name;
}
