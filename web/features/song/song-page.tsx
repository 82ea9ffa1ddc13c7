"use client";

import { SONG_FORMAT } from "@intonazione/core/formats/json";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { songClient } from "@/calls/documents";
import { LocalCopies } from "@/documents/local-copies";
import { Saver, startingPoint } from "@/documents/saver";
import { windowName } from "@/documents/window-name";
import { OpenSongProvider, type OpenSong } from "@/open-song/context";
import { songDocument } from "@/open-song/song-document";
import { studioStyle } from "@/open-song/studio-style";
import { openTakes } from "@/open-takes/open-takes";
import { Player } from "@/open-song/playback/player";
import { UndoOrder } from "@/open-song/undo-order";
import { foldsMemory } from "@/open-song/state/folds";
import { rememberedLanes, rememberLanes } from "@/open-song/state/shown-lanes";
import { createSongStore } from "@/open-song/state/store";
import { stageById, USUAL_STAGE } from "@/stages/register";
import type { LoadedSong, SongSurroundings } from "@/server/songs/load-song";
import { Button, buttonLook } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { PageHead } from "@/ui/page-head";
import { SongScreen } from "./song-screen";

interface SongPageProps {
  readonly songId: string;
  /** Absent while the database is away: then this browser's own copy is opened, if there is one. */
  readonly stored: LoadedSong | undefined;
  /** Absent in the same case: then the studio is as this browser last knew it. */
  readonly around: SongSurroundings | undefined;
  readonly stage: string | undefined;
}

/** The song left last may still be on its way to the server; it is waited for before another opens. */
let farewell: Promise<void> = Promise.resolve();

/** What opening a song asks the browser for first, asked ahead. */
export function warmUp(): void {
  void windowName();
}

type Opened = OpenSong | "nothing" | "unreadable" | undefined;

/** Opens a song: from what is stored, or from this window's copy where that holds unsaved work. */
export function SongPage({ songId, stored, around, stage }: SongPageProps) {
  const router = useRouter();
  const [opened, setOpened] = useState<Opened>();
  useEffect(() => {
    let isGone = false;
    let leave = () => undefined as Promise<void> | undefined;
    void openSong(songId, stored, around, stage).then((open) => {
      if (typeof open === "object") {
        leave = () => {
          open.player.leave();
          return Promise.all([open.saver?.stop(), open.takes.leave()]).then(() => undefined);
        };
      }
      if (isGone) void leave();
      else setOpened(open);
    });
    return () => {
      isGone = true;
      farewell = leave() ?? farewell;
    };
    // Stage and surroundings are where the page starts; later it follows the window, not the address.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [songId, stored]);

  if (opened === undefined) return <Opening />;
  if (opened === "unreadable") {
    return (
      <>
        <PageHead />
        <main>
          <Notice
            title="This song cannot be read"
            actions={
              <Link href="/" className={buttonLook()}>
                To the shelf
              </Link>
            }
          >
            What is stored of it does not fit together. It comes along as it is when the shelf is
            taken along, and an earlier version may still be sound.
          </Notice>
        </main>
      </>
    );
  }
  if (opened === "nothing") {
    return (
      <>
        <PageHead />
        <main>
          <Notice
            title="The song cannot be fetched just now"
            actions={
              <>
                <Button look="main" onClick={() => router.refresh()}>
                  Try again
                </Button>
                <Link href="/" className={buttonLook()}>
                  To the shelf
                </Link>
              </>
            }
          >
            The database does not answer, and this browser has no copy of the song.
          </Notice>
        </main>
      </>
    );
  }
  return (
    <OpenSongProvider value={opened}>
      <SongScreen />
    </OpenSongProvider>
  );
}

async function openSong(
  songId: string,
  stored: LoadedSong | undefined,
  around: SongSurroundings | undefined,
  stage: string | undefined,
): Promise<Exclude<Opened, undefined>> {
  const [name] = await Promise.all([windowName(), farewell]);
  const copies = new LocalCopies(SONG_FORMAT, songId, name);
  // The browser looks for its copy while what the server has is read.
  const finding = copies.find(stored?.version).catch(() => undefined);
  const read = stored && songClient.read(stored);
  const found = await finding;
  const start = startingPoint(read, found);
  if (!start) return stored ? "unreadable" : "nothing";
  const { value: song, drafts, saving, version, base } = start;
  const studio = studioStyle(around?.style);
  const known = stageById(stage ?? USUAL_STAGE.id).id;
  const lanes = rememberedLanes();
  const folds = foldsMemory.read();
  const profiles = around?.profiles;
  const opening = { songId, song, drafts, saving, stage: known, studio, lanes, folds };
  const store = createSongStore({ ...opening, ...(profiles && { profiles }) });
  store.subscribe((state, before) => {
    if (state.lanes !== before.lanes) rememberLanes(state.lanes);
    if (state.folds !== before.folds) foldsMemory.write(state.folds);
    if (state.stage !== before.stage) keepInAddress(state.stage);
  });
  const shelves = {
    keep: copies.keep.bind(copies),
    send: songClient.save.bind(songClient, songId),
    fetch: songClient.fetch.bind(songClient, songId),
  };
  const rack = around?.rack ?? [];
  const takes = openTakes(songId, (words) => store.tell({ words, kind: "caution" }));
  const player = new Player(store, takes);
  const order = new UndoOrder(store, takes.store);
  // Another window's copy is read and nothing else: its own window keeps and sends it.
  if (saving.kind === "reading") return { store, player, takes, order, rack, saver: undefined };
  store.subscribe((state, before) => {
    if (state.drafts !== before.drafts) void copies.keepDrafts(state.drafts).catch(() => undefined);
  });
  return {
    store,
    player,
    takes,
    order,
    rack,
    saver: new Saver(songDocument(store), shelves, version, base),
  };
}

/** The address follows the stage, so that a reload stays there. */
function keepInAddress(stage: string): void {
  const address = new URL(window.location.href);
  address.searchParams.set("stage", stage);
  window.history.replaceState(window.history.state, "", address);
}

/** The page's outline while the song is being opened. */
export function Opening() {
  return (
    <div aria-busy="true" className="flex h-full flex-col">
      <PageHead isDense>
        <p className="text-soft">Opening the song …</p>
      </PageHead>
      <div aria-hidden className="flex flex-col gap-3 p-3 opacity-60">
        {[0, 1, 2].map((row) => (
          <div key={row} className="h-40 rounded-md border border-hairline bg-sheet" />
        ))}
      </div>
    </div>
  );
}
