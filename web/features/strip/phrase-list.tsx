"use client";

import { phraseLetter } from "@intonazione/core/callout";
import {
  type Bar,
  type BarRelation,
  eventsBetween,
  eventsOf,
  lineOf,
  notesOf,
  type Part,
  type Phrase,
  type Song,
  stringOf,
} from "@intonazione/core/score";
import { memo, useCallback, useEffect, useMemo, useRef } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { framesFor } from "@/open-song/derived";
import { shownLanes } from "@/open-song/state/shown-lanes";
import { markedEvents } from "@/open-song/review";
import { barsHere } from "@/open-song/selection";
import { draftOf, type Draft } from "@/open-song/draft";
import { useNearSight } from "@/ui/use-near-sight";
import { factsOfPart } from "./facts";
import { PhraseHead } from "./phrase-head";
import { Strip } from "./strip";

const NO_BARS: readonly Bar[] = [];
type Drawn = Pick<PhraseEntry, "bars" | "relations">;
const NOTHING: Drawn = { bars: NO_BARS };
const UNWRITTEN = "unwritten";

/** Every phrase of the song as the current part plays it, and the one that is just being said. */
export function PhraseList() {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const showsAllParts = useSong((state) => state.showsAllParts);
  const draft = useSong(draftOf);
  const { metre, tempoBpm, key, style } = song;
  const ground = useMemo(
    (): Ground => ({ metre, tempoBpm, key, style }),
    [metre, tempoBpm, key, style],
  );
  return rowsOf(song, part, draft).map((entry, index) => (
    <PhraseRow
      key={entry.phrase.id}
      {...entry}
      index={index}
      ground={ground}
      part={part}
      parts={showsAllParts && !entry.isNew ? song.parts : undefined}
    />
  ));
}

/** What a strip shows of its song; stays the same while lines are written. */
type Ground = Pick<Song, "metre" | "tempoBpm" | "key" | "style">;

interface PhraseEntry {
  readonly phrase: Phrase;
  readonly bars: readonly Bar[];
  readonly relations?: readonly BarRelation[] | undefined;
  readonly barsBefore: number;
  readonly isBeingWritten: boolean;
  /** True for the phrase that is only being said. */
  readonly isNew: boolean;
}

/** The phrases as the part plays them, the draft in the place of what it would write. */
function rowsOf(song: Song, part: Part, draft: Draft): readonly PhraseEntry[] {
  const entries: PhraseEntry[] = [];
  let barsBefore = 0;
  const drawn = draft.likely ?? draft.bars;
  // Of what is only likely nobody knows yet which of its bars it repeats.
  const saidAs = draft.likely ? undefined : draft.relations;
  const add = (phrase: Phrase, { bars, relations }: Drawn, isDraft: boolean, isNew: boolean) => {
    entries.push({ phrase, bars, relations, barsBefore, isBeingWritten: isDraft, isNew });
    barsBefore += bars.length;
  };
  const beingSaid = { bars: drawn, relations: saidAs };
  for (const phrase of song.phrases) {
    const isDraft = draft.isChanged && draft.phraseId === phrase.id;
    const written = lineOf(song, phrase.id, part.id) ?? NOTHING;
    const isOther = isDraft && draft.marks !== phrase.marks;
    const shown = isOther ? { ...phrase, marks: draft.marks } : phrase;
    add(shown, isDraft ? beingSaid : written, isDraft, false);
  }
  if (draft.isChanged && draft.phraseId === undefined && drawn.length > 0) {
    const { marks } = draft;
    add({ id: UNWRITTEN, name: "being said", marks }, beingSaid, true, true);
  }
  return entries;
}

interface RowProps extends PhraseEntry {
  readonly index: number;
  readonly ground: Ground;
  readonly part: Part;
  /** All parts where they are shown one above the other. */
  readonly parts: readonly Part[] | undefined;
}

/** What a phrase is taken to need while nobody has seen it: rows of so many bars, so high. */
const USUAL_BARS = 2;
const USUAL_ROW = 120;

/** One phrase; drawn when it comes near the sight, and again only when something of its own changed. */
const PhraseRow = memo(function PhraseRow({
  phrase,
  bars,
  relations,
  barsBefore,
  isBeingWritten,
  isNew,
  index,
  ground,
  part,
  parts,
}: RowProps) {
  const row = useRef<HTMLElement>(null);
  const isAtCursor = useSong((state) => state.cursor.phraseId === phrase.id);
  const isNear = useNearSight(row) || isAtCursor || isBeingWritten;
  const barCount = bars.length;
  useEffect(() => {
    if (!isBeingWritten) return;
    // After the paint: what was said shall be seen first, and brought into sight then.
    const timer = setTimeout(() => row.current?.scrollIntoView({ block: "nearest" }), 60);
    return () => clearTimeout(timer);
  }, [isBeingWritten, barCount]);
  return (
    <section
      ref={row}
      aria-label={`${phraseLetter(index)}, ${phrase.name}`}
      className={`flex rounded-md border bg-sheet ${isBeingWritten ? "border-dashed border-ochre" : "border-hairline"}`}
      style={isNear ? undefined : { minHeight: USUAL_ROW * Math.ceil(barCount / USUAL_BARS) }}
    >
      {isNear && (
        <>
          <PhraseHead
            phrase={phrase}
            index={index}
            barCount={barCount}
            barsBefore={barsBefore}
            isBeingWritten={isBeingWritten}
            isNew={isNew}
          />
          <div className="flex min-w-0 flex-1 flex-col gap-1 pr-2">
            {(parts ?? [part]).map((shown) => (
              <PartStrip
                key={shown.id}
                ground={ground}
                phrase={phrase}
                part={shown}
                barsBefore={barsBefore}
                isNamed={parts !== undefined}
                said={shown === part ? bars : undefined}
                saidAs={shown === part ? relations : undefined}
                isBeingSaid={isBeingWritten && shown === part}
              />
            ))}
          </div>
        </>
      )}
    </section>
  );
});

function chosenString(
  state: Parameters<typeof barsHere>[0],
  eventId: string,
  noteId: string | undefined,
): number | undefined {
  const event = eventsOf(barsHere(state)).find(({ id }) => id === eventId);
  const notes = event ? notesOf(event) : [];
  const note = notes.find(({ id }) => id === noteId) ?? (notes.length === 1 ? notes[0] : undefined);
  return note && stringOf(note);
}

/** One part's strip of a phrase; knows the cursor only while it is here. */
const PartStrip = memo(function PartStrip({
  ground,
  phrase,
  part,
  said,
  saidAs,
  isBeingSaid,
  barsBefore,
  isNamed,
}: {
  readonly ground: Ground;
  readonly phrase: Phrase;
  readonly part: Part;
  /** What the call-out line makes of it, or what is written; of other parts, only the latter. */
  readonly said: readonly Bar[] | undefined;
  /** Which of those bars are said as others. */
  readonly saidAs: readonly BarRelation[] | undefined;
  readonly isBeingSaid: boolean;
  readonly barsBefore: number;
  readonly isNamed: boolean;
}) {
  const { store } = useOpenSong();
  const bars = useSong(
    (state) => said ?? lineOf(state.history.song, phrase.id, part.id)?.bars ?? NO_BARS,
  );
  const relations = useSong((state) =>
    said ? saidAs : lineOf(state.history.song, phrase.id, part.id)?.relations,
  );
  const lanes = useSong((state) => shownLanes(state, phrase.id));
  const isHere = ({ cursor }: { cursor: { phraseId?: string | undefined; partId: string } }) =>
    cursor.phraseId === phrase.id && cursor.partId === part.id;
  const eventId = useSong((state) => (isHere(state) ? state.cursor.eventId : undefined));
  const noteId = useSong((state) => (isHere(state) ? state.cursor.noteId : undefined));
  const string = useSong((state) =>
    isHere(state) && state.stage === "write" ? state.string : undefined,
  );
  const selection = useSong((state) =>
    state.selection?.phraseId === phrase.id && state.selection.partId === part.id
      ? state.selection
      : undefined,
  );
  const chosen = useMemo(
    () =>
      selection &&
      new Set(eventsBetween(bars, selection.anchorId, selection.headId).map(({ id }) => id)),
    [bars, selection],
  );
  const marks = useSong(({ review, history }) =>
    markedEvents(review, history.song, phrase.id, part.id),
  );
  const found = useMemo(() => (marks === "" ? undefined : new Set(marks.split(" "))), [marks]);
  const { key, style } = ground;
  const studio = useSong((state) => state.studio);
  const facts = factsOfPart(part, { key, style }, studio);
  const select = useCallback(
    (chosen: string, note?: string) => {
      if (phrase.id === UNWRITTEN) return;
      store.moveCursor({
        partId: part.id,
        phraseId: phrase.id,
        eventId: chosen,
        noteId: note,
      });
      // Keys go on writing on the string of the note that was chosen.
      const string = chosenString(store.getState(), chosen, note);
      if (string !== undefined) store.setState({ string });
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
          frames={framesFor(ground, phrase, bars.length)}
          relations={relations}
          picking={part.picking}
          facts={facts}
          lanes={lanes}
          label={`${phrase.name}, ${part.name}`}
          eventId={eventId}
          noteId={noteId}
          string={string}
          chosen={chosen}
          found={found}
          barsBefore={barsBefore}
          isBeingSaid={isBeingSaid}
          onSelect={select}
        />
      )}
    </div>
  );
});
