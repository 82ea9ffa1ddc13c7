"use client";

import { FindingsView } from "@/features/check/findings-view";
import { HarmonyView } from "@/features/check/harmony-view";
import { KeyView } from "@/features/check/key-view";
import { OverChangesView } from "@/features/check/over-changes-view";
import { FormView } from "@/features/form/form-view";
import { HistoryView } from "@/features/history/history-view";
import { MoveTo } from "@/features/place/move-to";
import { SideBySide } from "@/features/place/side-by-side";
import { TwoParts } from "@/features/place/two-parts";
import { WaysView } from "@/features/place/ways-view";
import { WhichTuning } from "@/features/place/which-tuning";
import { SetUp } from "@/features/set-up/set-up";
import { PhraseList } from "@/features/strip/phrase-list";
import { VersionsView } from "@/features/versions/versions-view";
import { selectPart, selectSong, useSong } from "@/open-song/context";
import type { LaneSet } from "@/open-song/shown-lanes";
import { Button } from "@/ui/button";
import { useDrawBars, useDrawLine } from "./draw-line";

/** Where places are compared, the strings say enough; where sounds are, their names. */
const NO_LANES: LaneSet = new Set();
const SOUNDS: LaneSet = new Set(["sounds"]);

/** What the stage puts in the middle. */
export function Middle({
  isMoving,
  onMove,
  onMoved,
  onReadTab,
  onRewrite,
  onMovePhrase,
  onCheck,
}: {
  readonly isMoving: boolean;
  readonly onMove: () => void;
  readonly onMoved: () => void;
  readonly onReadTab: () => void;
  readonly onRewrite: (phraseId: string) => void;
  readonly onMovePhrase: (phraseId: string) => void;
  readonly onCheck: (phraseId: string) => void;
}) {
  const song = useSong(selectSong);
  const stage = useSong((state) => state.stage);
  const part = useSong(selectPart);
  const hasDraft = useSong((state) => state.drafts[`${part.id}/new`] !== undefined);
  const writeView = useSong((state) => state.writeView);
  const placeView = useSong((state) => state.placeView);
  const checkView = useSong((state) => state.checkView);
  const drawLine = useDrawLine();
  const drawBars = useDrawBars();
  const drawPlaces = useDrawBars(NO_LANES);
  const drawPlacesOf = useDrawLine(NO_LANES);
  const drawSounds = useDrawLine(SOUNDS);
  if (stage === "set-up") return <SetUp onReadTab={onReadTab} />;
  if (stage === "place" && song.phrases.length > 0) {
    if (placeView === "ways") return <WaysView drawBars={drawPlaces} />;
    if (placeView === "side by side") return <SideBySide drawLine={drawPlacesOf} />;
    if (placeView === "parts") return <TwoParts drawLine={drawSounds} />;
    if (placeView === "tuning") return <WhichTuning />;
  }
  if (stage === "check" && song.phrases.length > 0) {
    if (checkView === "findings") return <FindingsView drawLine={drawSounds} />;
    if (checkView === "key and chords") return <KeyView />;
    if (checkView === "harmony") return <HarmonyView drawLine={drawSounds} />;
    return <OverChangesView drawLine={drawSounds} />;
  }
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
      <PhraseList onRewrite={onRewrite} onMove={onMovePhrase} onCheck={onCheck} />
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
