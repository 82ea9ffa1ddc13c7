"use client";

import { lineOf, type Bar, type Part, type Phrase, type Song } from "@intonazione/core/score";
import { memo, useCallback, useEffect, useMemo, useRef, type ReactNode } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { shiftOf, stringNamesOf } from "@/open-song/derived";
import { draftOf, type Draft } from "@/open-song/draft";
import { phraseLetter } from "@/ui/words";
import type { PartFacts } from "./bar-figure";
import { PhraseHead } from "./phrase-head";
import { Strip } from "./strip";

const NO_BARS: readonly Bar[] = [];
const UNWRITTEN = "unwritten";

/** Every phrase of the song as the current part plays it, and the one that is just being said. */
export function PhraseList({ onRewrite }: { readonly onRewrite: (phraseId: string) => void }) {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const showsAllParts = useSong((state) => state.showsAllParts);
  const draft = useSong(draftOf);
  const shownParts = showsAllParts ? song.parts : [part];
  const rows = rowsOf(song, part, draft);
  return rows.map(({ phrase, bars, barsBefore, isBeingWritten, isNew }, index) => (
    <PhraseRow
      key={phrase.id}
      phrase={phrase}
      index={index}
      barCount={bars.length}
      barsBefore={barsBefore}
      isBeingWritten={isBeingWritten}
      onRewrite={isNew ? undefined : onRewrite}
    >
      {(isNew ? [part] : shownParts).map((shown) => (
        <PartStrip
          key={shown.id}
          song={song}
          phrase={phrase}
          part={shown}
          barsBefore={barsBefore}
          isNamed={showsAllParts}
          bars={shown === part ? bars : (lineOf(song, phrase.id, shown.id)?.bars ?? NO_BARS)}
        />
      ))}
    </PhraseRow>
  ));
}

interface PhraseEntry {
  readonly phrase: Phrase;
  readonly bars: readonly Bar[];
  readonly barsBefore: number;
  readonly isBeingWritten: boolean;
  /** True for the phrase that is only being said. */
  readonly isNew: boolean;
}

/** The phrases as the part plays them, the draft in the place of what it would write. */
function rowsOf(song: Song, part: Part, draft: Draft): readonly PhraseEntry[] {
  const entries: PhraseEntry[] = [];
  let barsBefore = 0;
  const add = (phrase: Phrase, bars: readonly Bar[], isBeingWritten: boolean, isNew: boolean) => {
    entries.push({ phrase, bars, barsBefore, isBeingWritten, isNew });
    barsBefore += bars.length;
  };
  for (const phrase of song.phrases) {
    const isDraft = draft.isChanged && draft.phraseId === phrase.id;
    const written = lineOf(song, phrase.id, part.id)?.bars ?? NO_BARS;
    add(phrase, isDraft ? draft.bars : written, isDraft, false);
  }
  if (draft.isChanged && draft.phraseId === undefined && draft.bars.length > 0) {
    add({ id: UNWRITTEN, name: "being said" }, draft.bars, true, true);
  }
  return entries;
}

function PhraseRow({
  phrase,
  index,
  barCount,
  barsBefore,
  isBeingWritten,
  onRewrite,
  children,
}: {
  readonly phrase: Phrase;
  readonly index: number;
  readonly barCount: number;
  readonly barsBefore: number;
  readonly isBeingWritten: boolean;
  readonly onRewrite: ((phraseId: string) => void) | undefined;
  readonly children: ReactNode;
}) {
  const row = useRef<HTMLElement>(null);
  useEffect(() => {
    if (isBeingWritten) row.current?.scrollIntoView({ block: "nearest" });
  }, [isBeingWritten, barCount]);
  return (
    <section
      ref={row}
      aria-label={`${phraseLetter(index)}, ${phrase.name}`}
      className={`flex rounded-md border bg-sheet ${isBeingWritten ? "border-dashed border-ochre" : "border-hairline"}`}
      // Phrases out of sight are laid out only when they are scrolled to.
      style={{ contentVisibility: "auto", containIntrinsicSize: "auto 190px" }}
    >
      <PhraseHead
        phrase={phrase}
        index={index}
        barCount={barCount}
        barsBefore={barsBefore}
        isBeingWritten={isBeingWritten}
        onRewrite={onRewrite}
      />
      <div className="flex min-w-0 flex-1 flex-col gap-1 py-1.5 pr-3">{children}</div>
    </section>
  );
}

/** One part's strip of a phrase; knows the cursor only while it is here. */
const PartStrip = memo(function PartStrip({
  song,
  phrase,
  part,
  bars,
  barsBefore,
  isNamed,
}: {
  readonly song: Song;
  readonly phrase: Phrase;
  readonly part: Part;
  readonly bars: readonly Bar[];
  readonly barsBefore: number;
  readonly isNamed: boolean;
}) {
  const { store } = useOpenSong();
  const lanes = useSong((state) => state.lanes);
  const isHere = ({ cursor }: { cursor: { phraseId?: string | undefined; partId: string } }) =>
    cursor.phraseId === phrase.id && cursor.partId === part.id;
  const eventId = useSong((state) => (isHere(state) ? state.cursor.eventId : undefined));
  const noteId = useSong((state) => (isHere(state) ? state.cursor.noteId : undefined));
  const { key, stringSchool, metre } = song;
  const facts = useMemo(
    (): PartFacts => ({
      names: stringNamesOf(part, { stringSchool }),
      key,
      shift: shiftOf(part),
    }),
    [part, key, stringSchool],
  );
  const select = useCallback(
    (chosen: string, note?: string) => {
      if (phrase.id === UNWRITTEN) return;
      store.moveCursor({
        partId: part.id,
        phraseId: phrase.id,
        eventId: chosen,
        noteId: note,
      });
    },
    [store, part.id, phrase.id],
  );
  return (
    <div>
      {isNamed && <h3 className="pt-1 pl-2 text-xs font-semibold">{part.name}</h3>}
      {bars.length === 0 ? (
        <p className="px-2 py-3 text-soft">
          {part.name} has nothing here yet: say it below, or move another part’s line here.
        </p>
      ) : (
        <Strip
          bars={bars}
          metre={metre}
          facts={facts}
          lanes={lanes}
          label={`${phrase.name}, ${part.name}`}
          eventId={eventId}
          noteId={noteId}
          barsBefore={barsBefore}
          onSelect={select}
        />
      )}
    </div>
  );
});
