"use client";

import type { TextTabReading } from "@intonazione/core/formats/text-tab";
import { songOfTextTab } from "@intonazione/core/formats/text-tab";
import { lineOf } from "@intonazione/core/score";
import { useCallback, useEffect, useMemo, useState } from "react";
import { turnTo } from "@/features/call-out/actions";
import { CallOutLine } from "@/features/call-out/call-out-line";
import { TabReader } from "@/features/import-desk/tab-reader";
import { HeardAtCursor } from "@/features/check/heard-at-cursor";
import { AtTheCursor } from "@/features/place/at-the-cursor";
import { USUAL_SETTINGS } from "@/features/playback/settings";
import { Transport } from "@/features/playback/transport";
import { usePlayback } from "@/features/playback/use-playback";
import { MovePhraseForm } from "@/features/move-phrase/move-phrase-form";
import { EventPanel } from "@/features/write/event-panel";
import { SayFirst } from "@/features/set-up/say-first";
import { selectSong, useOpenSong, useSong } from "@/open-song/context";
import { newId } from "@/open-song/draft";
import { useReviewing } from "@/open-song/reviewing";
import { useWarmDesk } from "@/open-song/use-warm-desk";
import { addPart } from "@/open-song/transactions";
import { Dialog } from "@/ui/dialog";
import { commandsOf, focusCallOut } from "./commands";
import { showFinding } from "./show-finding";
import { useDrawBars } from "./draw-line";
import { LaneChoice } from "./lane-choice";
import { Middle } from "./middle";
import { NeckAtHand } from "./neck-at-hand";
import { Palette } from "./palette";
import { PartTabs } from "./part-tabs";
import { SaveBanner } from "./save-state";
import { SongHead } from "./song-head";
import { goToStage, StageLine } from "./stage-line";
import { clipboardOf } from "./strip-commands";
import { useClipboard, useKeys } from "./use-keys";
import { StageViews } from "./stage-views";

type Overlay = "palette" | "read-tab" | undefined;

/** The song in all its stages: the same song, the same cursor, the neck always below. */
export function SongScreen() {
  const { store, saver } = useOpenSong();
  const song = useSong(selectSong);
  const stage = useSong((state) => state.stage);
  const [overlay, setOverlay] = useState<Overlay>();
  const [isMoving, setMoving] = useState(false);
  const writeView = useSong((state) => state.writeView);
  const placeView = useSong((state) => state.placeView);
  const isAtMoveTo = isMoving && stage === "place" && placeView === "places";
  const hasStrips =
    (stage === "place" && placeView === "places") || (stage === "write" && writeView === "strips");
  const [settings, setSettings] = useState(USUAL_SETTINGS);
  const { state: playing, play, stop } = usePlayback(settings);
  const isPlaying = playing.kind === "playing" || playing.kind === "preparing";
  const playOrStop = useCallback(() => {
    if (isPlaying) stop();
    else void play();
  }, [isPlaying, play, stop]);
  const [slip, setSlip] = useState<string>();
  const [movedPhrase, setMovedPhrase] = useState<string>();
  const moving = song.phrases.find(({ id }) => id === movedPhrase);
  const drawBars = useDrawBars();
  const clipboard = useMemo(() => clipboardOf(store), [store]);
  /** Where the line makes room for something else, that gives way to it. */
  const showCallOut = useCallback(() => {
    setMoving(false);
    store.setState({ writeView: "strips", placeView: "places" });
    const { stage } = store.getState();
    if (stage === "set-up" || stage === "check") goToStage(store, "write");
  }, [store]);
  const commands = useMemo(
    () =>
      commandsOf(store, {
        openPalette: () => setOverlay("palette"),
        openReadTab: () => setOverlay("read-tab"),
        playOrStop,
        showCallOut,
        movePhrase: () => setMovedPhrase(store.getState().cursor.phraseId),
        openMoveTo: () => {
          goToStage(store, "place");
          store.setState({ placeView: "places" });
          setMoving(true);
        },
      }),
    [store, showCallOut, playOrStop],
  );
  useClipboard(clipboard, setSlip);
  useKeys(commands, overlay !== undefined || moving !== undefined);
  useKeepCursorInSight();
  useReviewing();
  useWarmDesk();
  useEffect(() => {
    const back = () => saver?.sendNow();
    window.addEventListener("online", back);
    return () => window.removeEventListener("online", back);
  }, [saver]);

  const leaveMoveTo = useCallback(() => setMoving(false), []);
  const rewrite = useCallback(
    (phraseId: string) => {
      turnTo(store, phraseId);
      focusCallOut();
    },
    [store],
  );
  const lookAt = useCallback(
    (phraseId: string) => showFinding(store, ({ where }) => where.phraseId === phraseId),
    [store],
  );
  const takeTab = (reading: TextTabReading) => {
    const read = songOfTextTab(reading, newId);
    const part = { ...read.parts[0]!, name: freeName(read.parts[0]!.name, song.parts) };
    store.run(addPart(song, part, read.lines, read.phrases), {
      partId: part.id,
      phraseId: read.phrases[0]?.id,
      eventId: read.lines[0]?.bars[0]?.events[0]?.id,
    });
    goToStage(store, "write");
    setOverlay(undefined);
  };

  return (
    <div className="flex h-dvh min-w-[1000px] flex-col overflow-hidden">
      <SongHead onPalette={() => setOverlay("palette")} />
      <SaveBanner />
      <main className="flex min-h-0 flex-1 flex-col gap-2 px-3 pt-2 pb-1">
        <div className="flex min-h-0 flex-1 gap-3">
          <div className="flex min-w-0 flex-1 flex-col gap-2">
            <div className="flex flex-wrap items-end gap-x-2 pl-3">
              <StageLine />
              {stage !== "set-up" && (
                <div className="ml-auto flex items-center gap-1 pb-1">
                  <Transport
                    settings={settings}
                    onChange={setSettings}
                    state={playing}
                    onPlay={() => void play()}
                    onStop={stop}
                  />
                  <LaneChoice />
                </div>
              )}
            </div>
            <StageViews />
            <div
              id="strips"
              tabIndex={-1}
              className="flex min-h-0 flex-1 flex-col gap-2 overflow-y-auto pr-1 outline-none"
            >
              <Middle
                isMoving={isAtMoveTo}
                onMove={() => setMoving(true)}
                onMoved={leaveMoveTo}
                onReadTab={() => setOverlay("read-tab")}
                onRewrite={rewrite}
                onMovePhrase={setMovedPhrase}
                onCheck={lookAt}
              />
            </div>
          </div>
          <aside
            aria-label={stage === "set-up" ? "Say it first" : "At the cursor"}
            className="flex w-75 shrink-0 flex-col gap-4 overflow-y-auto px-1 pb-2"
          >
            <PartTabs />
            {stage === "set-up" ? (
              <SayFirst />
            ) : stage === "write" ? (
              <EventPanel />
            ) : stage === "check" ? (
              <HeardAtCursor />
            ) : (
              <AtTheCursor />
            )}
          </aside>
        </div>
        {slip !== undefined && (
          <p role="alert" className="flex items-center gap-3 px-4 text-[13px] text-madder">
            What was pasted is no call-out: {slip}
            <button type="button" className="underline" onClick={() => setSlip(undefined)}>
              well
            </button>
          </p>
        )}
        {!isAtMoveTo && hasStrips && <CallOutLine />}
        <NeckAtHand onSaid={showCallOut} />
      </main>
      <Palette
        commands={commands}
        open={overlay === "palette"}
        onClose={() => setOverlay(undefined)}
      />
      <Dialog
        open={moving !== undefined}
        onClose={() => setMovedPhrase(undefined)}
        title={`Move ${moving?.name ?? "the phrase"}`}
        description="Rhythm and techniques stay; what changes is marked before it is done."
      >
        {moving && (
          <MovePhraseForm
            phrase={moving}
            drawBars={drawBars}
            onClose={() => setMovedPhrase(undefined)}
          />
        )}
      </Dialog>
      <Dialog
        open={overlay === "read-tab"}
        onClose={() => setOverlay(undefined)}
        title="Read a tablature"
        description="It becomes a part of its own, with its phrases behind the others."
      >
        <TabReader actionLabel="Add it to the song" onTake={takeTab} />
      </Dialog>
    </div>
  );
}

function freeName(name: string, parts: readonly { readonly name: string }[]): string {
  const isTaken = (candidate: string) => parts.some((part) => part.name === candidate);
  for (let n = 2; n <= parts.length + 1 && isTaken(name); n++) {
    if (!isTaken(`${name} ${n}`)) return `${name} ${n}`;
  }
  return name;
}

/** Scrolls to the event at the cursor when it leaves the sight. */
function useKeepCursorInSight(): void {
  const eventId = useSong((state) => state.cursor.eventId);
  const hasLine = useSong(
    (state) =>
      state.cursor.phraseId !== undefined &&
      lineOf(state.history.song, state.cursor.phraseId, state.cursor.partId) !== undefined,
  );
  useEffect(() => {
    if (eventId === undefined || !hasLine) return;
    // A phrase that was written just now is measured and drawn only in the next frame.
    const frame = requestAnimationFrame(() => {
      document
        .getElementById(`event-${eventId}`)
        ?.closest("svg")
        ?.scrollIntoView({ block: "nearest" });
    });
    return () => cancelAnimationFrame(frame);
  }, [eventId, hasLine]);
}
