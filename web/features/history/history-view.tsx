"use client";

import type { Song } from "@intonazione/core/score";
import { useEffect, useMemo, useState } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { LANDMARKS } from "@/open-song/state/view";
import type { DrawBars } from "@/open-song/draw-bars";
import { songClient, type Revision } from "@/calls/documents";
import { bringBack } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { inputLook } from "@/ui/field";
import { momentsOfHistory } from "./entries";
import { changedLines, otherwiseInWords } from "./otherwise";
import { useRevisions } from "./use-revisions";

/** What was saved when: to be looked at, compared with the present, and brought back. */
export function HistoryView({ drawBars }: { readonly drawBars: DrawBars }) {
  const { store } = useOpenSong();
  const saving = useSong((state) => state.saving);
  const version = saving.kind === "saved" ? saving.version : undefined;
  const { revisions, older, rename } = useRevisions(store.songId, version);
  const [chosen, setChosen] = useState<Revision>();
  // Giving it a name does not make it another one, to be fetched again.
  const chosenId = chosen?.id;
  const [song, setSong] = useState<Song | "away">();
  useEffect(() => {
    if (chosenId === undefined) return;
    let isGone = false;
    void songClient.revision(store.songId, chosenId).then((then) => {
      if (!isGone) setSong(then ?? "away");
    });
    return () => {
      isGone = true;
    };
  }, [store, chosenId]);
  const moments = useMemo(
    () => (Array.isArray(revisions) ? momentsOfHistory(revisions as readonly Revision[]) : []),
    [revisions],
  );
  if (revisions === undefined) return <p className="m-auto text-soft">Looking it up …</p>;
  if (revisions === "away") {
    return (
      <p className="m-auto max-w-md text-center text-soft">
        The server or its database does not answer: earlier versions can be seen when it is back.
      </p>
    );
  }
  return (
    <section
      aria-label="History"
      className="flex min-h-0 flex-1 rounded-md border border-hairline bg-sheet"
    >
      <ol
        aria-label="Versions"
        className="w-60 shrink-0 overflow-y-auto border-r border-hairline p-2"
      >
        {moments.map(({ revision, saves }) => (
          <li key={revision.id}>
            <button
              type="button"
              aria-pressed={revision.id === chosen?.id}
              onClick={() => {
                setSong(undefined);
                setChosen(revision);
              }}
              className="flex w-full flex-col rounded-sm border border-transparent px-3 py-1.5 text-left hover:border-hairline aria-pressed:border-ink aria-pressed:bg-paper"
            >
              {revision.name !== undefined && (
                <span className="font-serif text-base">{revision.name}</span>
              )}
              <span className="font-medium">{timeOf(revision.savedAt)}</span>
              <span className={`text-xs ${revision.isAside ? "text-ochre-ink" : "text-soft"}`}>
                {revision.isAside
                  ? `kept aside, from version ${revision.version}`
                  : `version ${revision.version}${saves > 1 ? `, ${saves} saves` : ""}${revision.isRestored ? ", brought back once" : ""}`}
              </span>
            </button>
          </li>
        ))}
        {older && (
          <li>
            <Button look="quiet" className="w-full" onClick={older}>
              Older versions
            </Button>
          </li>
        )}
      </ol>
      <div className="flex min-w-0 flex-1 flex-col gap-3 overflow-y-auto p-4">
        {!chosen && (
          <p className="m-auto max-w-sm text-center text-soft">
            Every save of the last day is kept, one for each ten minutes of the last month, and one
            a day before that; what you name stays. Choose one to see what it differs in; bringing
            it back can be undone like anything else.
          </p>
        )}
        {chosen && song === undefined && <p className="m-auto text-soft">Fetching it …</p>}
        {chosen && song === "away" && (
          <p role="alert" className="m-auto text-madder">
            This version could not be fetched.
          </p>
        )}
        {chosen && song !== undefined && song !== "away" && (
          <Compared
            then={song}
            when={timeOf(chosen.savedAt)}
            name={chosen.name ?? ""}
            onName={(name) => {
              rename(chosen.id, name);
              setChosen({ ...chosen, name });
            }}
            drawBars={drawBars}
            onBringBack={() => {
              store.run(bringBack(song, timeOf(chosen.savedAt)));
              void songClient.mark(store.songId, chosen.id, { isRestored: true });
              store.goTo(LANDMARKS.strips);
            }}
          />
        )}
      </div>
    </section>
  );
}

function timeOf(date: Date): string {
  return date.toLocaleString("en-GB", {
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });
}

/** The lines of the current part that were otherwise then, with what differs marked. */
function Compared({
  then,
  when,
  name,
  onName,
  drawBars,
  onBringBack,
}: {
  readonly then: Song;
  readonly when: string;
  readonly name: string;
  readonly onName: (name: string) => void;
  readonly drawBars: DrawBars;
  readonly onBringBack: () => void;
}) {
  const now = useSong(selectSong);
  const part = useSong(selectPart);
  const changed = useMemo(() => changedLines(then, now, part.id), [then, now, part.id]);
  const others = useMemo(() => otherwiseInWords(then, now), [then, now]);
  return (
    <>
      <header className="flex items-center gap-3">
        <h2 className="flex-1 font-serif text-xl">{when}</h2>
        <input
          key={when + name}
          defaultValue={name}
          aria-label="Name of this version"
          placeholder="name it to keep it"
          maxLength={200}
          className={`${inputLook} w-48`}
          onBlur={({ target }) => {
            if (target.value.trim() !== name) onName(target.value.trim());
          }}
          onKeyDown={(press) => {
            if (press.key === "Enter") press.currentTarget.blur();
          }}
        />
        <Button look="main" onClick={onBringBack}>
          Bring this one back
        </Button>
      </header>
      <p className="text-soft">
        {changed.length === 0
          ? `${part.name} played the same as now.`
          : `${part.name} played ${changed.length === 1 ? "one phrase" : `${changed.length} phrases`} otherwise.`}
        {others.length > 0 && ` Also: ${others.join(", ")}.`}
      </p>
      {changed.map(({ phraseId, name, before, after, was, is }) => (
        <article key={phraseId} aria-label={name} className="rounded-md border border-hairline">
          <h3 className="px-3 pt-2 font-semibold">{name}</h3>
          <Side label="then">
            {before.length === 0 ? <Nothing /> : drawBars(phraseId, before, was)}
          </Side>
          <Side label="now">
            {after.length === 0 ? <Nothing /> : drawBars(phraseId, after, is)}
          </Side>
        </article>
      ))}
    </>
  );
}

function Side({ label, children }: { readonly label: string; readonly children: React.ReactNode }) {
  return (
    <div className="flex items-start gap-2 border-t border-hairline px-3 py-1 first-of-type:border-t-0">
      <span className="w-10 pt-2 text-xs text-soft">{label}</span>
      <div className="min-w-0 flex-1">{children}</div>
    </div>
  );
}

function Nothing() {
  return <p className="py-2 text-soft">nothing</p>;
}
