"use client";

import { useEffect, useMemo } from "react";
import { CallOutLine } from "@/features/call-out/call-out-line";
import { PhraseList } from "@/features/strip/phrase-list";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { useBarsForTakes } from "@/open-song/bars-for-takes";
import { useReviewing } from "@/open-song/reviewing";
import { useWarmDesk } from "@/open-song/use-warm-desk";
import { stageById, viewOf } from "@/stages/register";
import { commandsOf } from "./commands";
import { FirstPhrase } from "./first-phrase";
import { NeckAtHand } from "./neck-at-hand";
import { Overlays } from "./overlays";
import { PartTabs } from "./part-tabs";
import { SaveBanner } from "./save-state";
import { SongHead } from "./song-head";
import { SongToast } from "./song-toast";
import { useClipboard, useKeys } from "./use-keys";
import { useKeepCursorInSight } from "./use-keep-cursor-in-sight";
import { ViewLine } from "./view-line";

/** The song in all its stages: the same song, the same cursor, the neck always below. */
export function SongScreen() {
  const opened = useOpenSong();
  const { store, saver } = opened;
  const stage = useSong((state) => stageById(state.stage));
  const view = useSong((state) => viewOf(stage, state.views[stage.id]));
  const folds = useSong((state) => state.folds);
  const overlay = useSong((state) => state.overlay);
  const isBare = useSong((state) => selectSong(state).phrases.length === 0) && view.needsPhrases;
  const isSaying = useSong((state) => state.drafts[`${selectPart(state).id}/new`] !== undefined);
  const commands = useMemo(() => commandsOf(opened), [opened]);
  const clipboard = useMemo(() => stage.clipboard?.(store), [stage, store]);
  useClipboard(clipboard, (slip) =>
    store.tell({ words: `What was pasted is no call-out: ${slip}`, kind: "problem" }),
  );
  useKeys(commands, overlay !== undefined);
  useKeepCursorInSight();
  useReviewing();
  useBarsForTakes();
  useWarmDesk();
  useEffect(() => {
    const back = () => saver?.sendNow();
    window.addEventListener("online", back);
    return () => window.removeEventListener("online", back);
  }, [saver]);
  const { Middle, hasStrips = false, hasCallOut = false } = view;
  // Before the first phrase is written the strips show it as it is said.
  const areStripsShown = isBare ? isSaying : hasStrips;
  const { label, Panel } = stage.panel;
  return (
    <div className="flex h-dvh min-w-[1000px] flex-col overflow-hidden">
      <SongHead />
      <SaveBanner />
      <main className="flex min-h-0 flex-1 flex-col gap-1 px-3 pt-0.5 pb-1">
        <ViewLine />
        <div className="flex min-h-0 flex-1 gap-3">
          <div className="flex min-w-0 flex-1 flex-col gap-1">
            <div
              id="strips"
              tabIndex={-1}
              className="flex min-h-0 flex-1 flex-col gap-1 overflow-y-auto pr-1 outline-none"
            >
              {isBare ? !isSaying && <FirstPhrase /> : Middle && <Middle />}
              {/* Out of sight they wait as they are: to come back to them costs next to nothing. */}
              <div
                inert={!areStripsShown}
                className={
                  areStripsShown
                    ? "flex flex-col gap-1"
                    : "h-0 shrink-0 overflow-hidden [content-visibility:hidden]"
                }
              >
                <PhraseList />
              </div>
            </div>
            <SongToast />
            {(hasStrips || hasCallOut || isBare) && <CallOutLine />}
          </div>
          {!folds.panel && (
            <aside
              aria-label={label}
              className="flex w-64 shrink-0 xl:w-75 flex-col gap-3 overflow-y-auto px-1 pb-2"
            >
              <PartTabs />
              <Panel />
            </aside>
          )}
        </div>
        {!folds.neck && <NeckAtHand />}
      </main>
      <Overlays commands={commands} />
    </div>
  );
}
