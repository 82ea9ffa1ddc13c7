"use client";

import { lineOf, type Bar, type Part, type Phrase, type Song } from "@intonazione/core/score";
import { memo, useCallback, useMemo } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { shiftOf, stringNamesOf } from "@/open-song/derived";
import { draftOf } from "@/open-song/draft";
import type { PartFacts } from "./bar-figure";
import { PhraseHead } from "./phrase-head";
import { Strip } from "./strip";

const NO_BARS: readonly Bar[] = [];

/** Every phrase of the song as the current part plays it, and the one that is just being said. */
export function PhraseList({ onRewrite }: { readonly onRewrite: (phraseId: string) => void }) {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const showsAllParts = useSong((state) => state.showsAllParts);
  const draft = useSong(draftOf);
  const shownParts = showsAllParts ? song.parts : [part];
  let barsBefore = 0;
  return (
    <>
      {song.phrases.map((phrase, index) => {
        const start = barsBefore;
        const isDraft = draft.isChanged && draft.phraseId === phrase.id;
        const bars = isDraft ? draft.bars : (lineOf(song, phrase.id, part.id)?.bars ?? NO_BARS);
        barsBefore += bars.length;
        return (
          <PhraseRow
            key={phrase.id}
            phrase={phrase}
            index={index}
            barCount={bars.length}
            barsBefore={start}
            isBeingWritten={isDraft}
            onRewrite={onRewrite}
          >
            {shownParts.map((shown) => (
              <PartStrip
                key={shown.id}
                song={song}
                phrase={phrase}
                part={shown}
                barsBefore={start}
                isNamed={showsAllParts}
                bars={shown === part ? bars : (lineOf(song, phrase.id, shown.id)?.bars ?? NO_BARS)}
              />
            ))}
          </PhraseRow>
        );
      })}
      {draft.isChanged && draft.phraseId === undefined && draft.bars.length > 0 && (
        <PhraseRow
          phrase={{ id: "new", name: "being said" }}
          index={song.phrases.length}
          barCount={draft.bars.length}
          barsBefore={barsBefore}
          isBeingWritten
        >
          <PartStrip
            song={song}
            phrase={{ id: "new", name: "new phrase" }}
            part={part}
            bars={draft.bars}
            barsBefore={barsBefore}
            isNamed={false}
          />
        </PhraseRow>
      )}
    </>
  );
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
  readonly onRewrite?: (phraseId: string) => void;
  readonly children: React.ReactNode;
}) {
  return (
    <section
      aria-label={`Phrase ${phrase.name}`}
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
      if (phrase.id === "new") return;
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
