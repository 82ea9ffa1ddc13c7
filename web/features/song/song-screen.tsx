"use client";

import type { TextTabReading } from "@intonazione/core/formats/text-tab";
import { songOfTextTab } from "@intonazione/core/formats/text-tab";
import type { Place } from "@intonazione/core/neck";
import { framesOf, lineOf, type PitchedNote } from "@intonazione/core/score";
import { useCallback, useEffect, useMemo, useState, type ReactNode } from "react";
import { useShallow } from "zustand/react/shallow";
import { sayPlace, turnTo } from "@/features/call-out/actions";
import { CallOutLine } from "@/features/call-out/call-out-line";
import { TabReader } from "@/features/import-tab/tab-reader";
import { NeckFigure } from "@/features/neck/neck-figure";
import { AtTheCursor } from "@/features/place/at-the-cursor";
import { USUAL_SETTINGS } from "@/features/playback/settings";
import { Transport } from "@/features/playback/transport";
import { usePlayback } from "@/features/playback/use-playback";
import { MovePhraseForm } from "@/features/move-phrase/move-phrase-form";
import { HistoryView } from "@/features/history/history-view";
import { FormView } from "@/features/form/form-view";
import { VersionsView } from "@/features/versions/versions-view";
import type { DrawBars } from "@/open-song/draw-bars";
import { EventPanel } from "@/features/write/event-panel";
import { MoveTo, type DrawLine } from "@/features/place/move-to";
import { SayFirst } from "@/features/set-up/say-first";
import { SetUp } from "@/features/set-up/set-up";
import { PhraseList } from "@/features/strip/phrase-list";
import { Strip } from "@/features/strip/strip";
import { selectNames, selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { shownLanes, type LaneSet } from "@/open-song/shown-lanes";
import { noteAt, stopAt } from "@/open-song/cursor";
import { framesFor, neckOfPart, placeNames, shiftOf } from "@/open-song/derived";
import { newId } from "@/open-song/draft";
import { typeFret } from "@/open-song/strip-edits";
import { addPart, pinNote } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { commandsOf, focusCallOut } from "./commands";
import { LaneChoice } from "./lane-choice";
import { Palette } from "./palette";
import { PartTabs } from "./part-tabs";
import { SaveBanner } from "./save-state";
import { SongHead } from "./song-head";
import { goToStage, StageLine } from "./stage-line";
import { clipboardOf } from "./strip-commands";
import { useClipboard, useKeys } from "./use-keys";
import { WriteViews } from "./write-views";

type Overlay = "palette" | "read-tab" | undefined;

/** The song in all its stages: the same song, the same cursor, the neck always below. */
export function SongScreen() {
  const { store, saver } = useOpenSong();
  const song = useSong(selectSong);
  const stage = useSong((state) => state.stage);
  const [overlay, setOverlay] = useState<Overlay>();
  const [isMoving, setMoving] = useState(false);
  const writeView = useSong((state) => state.writeView);
  const isAtMoveTo = isMoving && stage === "place";
  const hasStrips = stage === "place" || (stage === "write" && writeView === "strips");
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
    store.setState({ writeView: "strips" });
    if (store.getState().stage === "set-up") goToStage(store, "write");
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
          setMoving(true);
        },
      }),
    [store, showCallOut, playOrStop],
  );
  useClipboard(clipboard, setSlip);
  useKeys(commands, overlay !== undefined || moving !== undefined);
  useKeepCursorInSight();
  useEffect(() => {
    const back = () => saver.sendNow();
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
              {stage === "write" && <WriteViews />}
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

/** What the stage puts in the middle. */
function Middle({
  isMoving,
  onMove,
  onMoved,
  onReadTab,
  onRewrite,
  onMovePhrase,
}: {
  readonly isMoving: boolean;
  readonly onMove: () => void;
  readonly onMoved: () => void;
  readonly onReadTab: () => void;
  readonly onRewrite: (phraseId: string) => void;
  readonly onMovePhrase: (phraseId: string) => void;
}) {
  const song = useSong(selectSong);
  const stage = useSong((state) => state.stage);
  const part = useSong(selectPart);
  const hasDraft = useSong((state) => state.drafts[`${part.id}/new`] !== undefined);
  const writeView = useSong((state) => state.writeView);
  const drawLine = useDrawLine();
  const drawBars = useDrawBars();
  if (stage === "set-up") return <SetUp onReadTab={onReadTab} />;
  if (isMoving) return <MoveTo drawLine={drawLine} onClose={onMoved} />;
  if (stage === "write" && writeView === "form") return <FormView />;
  if (stage === "write" && writeView === "versions") return <VersionsView drawBars={drawBars} />;
  if (stage === "write" && writeView === "history") return <HistoryView drawBars={drawBars} />;
  if (song.phrases.length === 0 && !hasDraft) return <FirstPhrase onReadTab={onReadTab} />;
  return (
    <>
      {stage === "place" && (
        <div className="flex items-center gap-3 rounded-md border border-hairline px-4 py-2">
          <p className="flex-1 text-soft">
            Choose a note, then a ring on the neck or its key: the pitch stays, the place is pinned.
          </p>
          <Button look="main" onClick={onMove}>
            Move to…
          </Button>
        </div>
      )}
      <PhraseList onRewrite={onRewrite} onMove={onMovePhrase} />
    </>
  );
}

/** Before anything is written. */
function FirstPhrase({ onReadTab }: { readonly onReadTab: () => void }) {
  const examples = [
    ["E0 A7", "string and fret, one after the other"],
    ["B: 0 4 0 7", "several frets on one string"],
    ["A5+D7+G7", "together"],
    ["'16 E0 E0 '8 A2h4", "sixteenths, then eighths; h hammers on"],
    ["pm[ E0 E0 ] x -", "palm muted; x is a dead stroke, - a rest"],
  ];
  return (
    <div className="m-auto flex max-w-xl flex-col items-center gap-4 py-6 text-center">
      <h2 className="font-serif text-2xl">Say the first phrase</h2>
      <p className="text-soft">
        Type into the line below what you would call out to a student. The strip draws itself, and
        Enter writes it.
      </p>
      <dl className="grid grid-cols-[auto_auto] gap-x-6 gap-y-1 text-left">
        {examples.map(([said, meaning]) => (
          <div key={said} className="contents">
            <dt className="font-mono font-semibold">{said}</dt>
            <dd className="text-soft">{meaning}</dd>
          </div>
        ))}
      </dl>
      <Button onClick={onReadTab}>Or read a tablature you have…</Button>
    </div>
  );
}

/** The same for bars of the current part. */
function useDrawBars(): DrawBars {
  const part = useSong(selectPart);
  const drawLine = useDrawLine();
  return useCallback<DrawBars>(
    (phraseId, bars, marked) =>
      drawLine(part, phraseId, [{ phraseId, partId: part.id, bars, others: [] }], marked),
    [drawLine, part],
  );
}

/** Versions stand close together, so that the eye can go from one to the other. */
const COMPARED_LANES: LaneSet = new Set(["count", "stroke"]);

/** Draws one line of one part with the strip's own means, for views of other features. */
function useDrawLine(): (
  ...line: [...Parameters<DrawLine>, marked?: ReadonlySet<string>]
) => ReactNode {
  const song = useSong(selectSong);
  const studio = useSong((state) => state.studio);
  const shown = useSong(useShallow(({ lanes, ownLanes }) => ({ lanes, ownLanes })));
  const select = useCallback(() => undefined, []);
  return useCallback(
    (part, phraseId, lines, marked?: ReadonlySet<string>) => {
      const bars =
        lines.find((one) => one.phraseId === phraseId && one.partId === part.id)?.bars ?? [];
      const phrase = song.phrases.find(({ id }) => id === phraseId);
      const { key, style } = song;
      return (
        <Strip
          bars={bars}
          frames={phrase ? framesFor(song, phrase, bars.length) : framesOf([], song, bars.length)}
          picking={part.picking}
          facts={{
            neck: neckOfPart(part),
            names: placeNames(part, { style }, studio),
            key,
            shift: shiftOf(part),
            isBass: part.instrument.kind === "bass",
          }}
          lanes={marked ? COMPARED_LANES : shownLanes(shown, phraseId)}
          label={part.name}
          chosen={marked}
          onSelect={select}
        />
      );
    },
    [song, studio, shown, select],
  );
}

/** The neck of the current part, which never leaves. */
function NeckAtHand({ onSaid }: { readonly onSaid: () => void }) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const cursor = useSong((state) => state.cursor);
  const stop = stopAt(song, cursor);
  const names = useSong(selectNames);
  const move = useCallback(
    (note: PitchedNote, place: Place) => {
      const { cursor: at } = store.getState();
      if (at.phraseId !== undefined)
        store.run(pinNote({ phraseId: at.phraseId, partId: at.partId }, note, place));
    },
    [store],
  );
  const say = useCallback(
    (place: Place) => {
      const state = store.getState();
      // While frets are inserted the neck writes on the strip, as the keys do.
      if (state.stage === "write" && state.isInserting && state.cursor.eventId !== undefined) {
        store.setState({ string: place.string });
        const made = typeFret(store.getState(), place.fret, true);
        if (made) store.run(made.transaction, { eventId: made.eventId, noteId: undefined });
        return;
      }
      onSaid();
      sayPlace(store, place);
      focusCallOut();
    },
    [store, onSaid],
  );
  return (
    <NeckFigure
      neck={neckOfPart(part)}
      names={names}
      handed={part.instrument.handed}
      bodyFret={part.instrument.bodyFret}
      songKey={song.key}
      label={`Neck of ${part.name}`}
      event={stop?.event}
      note={stop && noteAt(stop.event, cursor)}
      onMove={move}
      onSay={say}
    />
  );
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
