"use client";

import type { PlaceNames } from "@intonazione/core/neck";
import { displayPitch, type Key } from "@intonazione/core/pitch";
import { add } from "@intonazione/core/rhythm";
import {
  notesOf,
  type LineEvent,
  type Note,
  type Part,
  type PitchedNote,
} from "@intonazione/core/score";
import { degreeOf, fingeredPitch } from "@intonazione/core/theory";
import type { ReactNode } from "react";
import { StillsOfEvent } from "./stills-of-event";
import { selectNames, selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { noteAt, stopsOf, type Stop } from "@/open-song/cursor";
import { frameAt, shiftOf } from "@/open-song/derived";
import { barInWords } from "@/open-song/where";
import {
  countInWords,
  lengthInWords,
  placeInWords,
  stringInWords,
  techniquesInWords,
} from "@/ui/words";

/** What is selected, for what a stage says of it. */
export interface AtCursor {
  readonly part: Part;
  readonly stop: Stop;
  /** One of the event's notes; absent for rests and hits. */
  readonly note: Note | undefined;
  /** The event before it in the part. */
  readonly before: Stop | undefined;
}

/** Explains the event at the cursor: what every stage says of it, and below what this one adds. */
export function PanelAtCursor({
  nothing,
  children,
}: {
  /** What stands here while nothing is selected. */
  readonly nothing: ReactNode;
  readonly children: (at: AtCursor) => ReactNode;
}) {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const names = useSong(selectNames);
  const cursor = useSong((state) => state.cursor);
  const stops = stopsOf(song, part.id);
  const here = stops.findIndex(({ event }) => event.id === cursor.eventId);
  const stop = stops[here];
  if (!stop) return nothing;
  const { event } = stop;
  const note = noteAt(event, cursor);
  const frame = frameAt(song, part.id, stop);
  const done = techniquesInWords(event, note ? [note] : []);
  return (
    <div className="flex flex-col gap-2.5 text-[13px]">
      <div className="flex flex-col gap-1 border-b border-hairline pb-2.5">
        <h2 className="font-serif text-xl leading-tight">{headingOf(event, note, names)}</h2>
        <p className="text-soft">
          {barInWords(song, stop)}, {countInWords(add(frame.from, stop.onset), frame.metre)} ·{" "}
          {lengthInWords(event)}
        </p>
        {done.length > 0 && <p className="text-soft">{done.join(" · ")}</p>}
        <NotesAtOnce notes={notesOf(event)} chosen={note} names={names} />
        {note?.kind === "pitched" && (
          <PitchNames note={note} shift={shiftOf(part)} songKey={song.key} />
        )}
      </div>
      <StillsOfEvent eventId={event.id} />
      {children({ part, stop, note, before: stops[here - 1] })}
    </div>
  );
}

function headingOf(event: LineEvent, note: Note | undefined, names: PlaceNames): string {
  if (event.kind === "hit") return event.sound === "body" ? "Knock on the body" : "Pick scrape";
  if (!note) return "Rest";
  if (note.kind === "dead") return `Dead stroke, ${stringInWords(note.string, names)}`;
  const pitch = displayPitch(note.pitch);
  return note.place ? `${pitch}, ${placeInWords(note.place, names)}` : `${pitch}, no place yet`;
}

/** Notes that sound at once, to choose among. */
function NotesAtOnce({
  notes,
  chosen,
  names,
}: {
  readonly notes: readonly Note[];
  readonly chosen: Note | undefined;
  readonly names: PlaceNames;
}) {
  const { store } = useOpenSong();
  if (notes.length < 2) return null;
  return (
    <div role="group" aria-label="Notes at once" className="flex flex-wrap gap-1 pt-0.5">
      {notes.map((note) => (
        <button
          key={note.id}
          type="button"
          aria-pressed={note.id === chosen?.id}
          title={
            note.kind === "dead"
              ? `dead, ${stringInWords(note.string, names)}`
              : note.place && placeInWords(note.place, names)
          }
          onClick={() => store.moveCursor({ noteId: note.id })}
          className="rounded-sm border border-hairline bg-sheet min-h-6 px-2 aria-pressed:border-madder aria-pressed:font-semibold"
        >
          {note.kind === "dead" ? "×" : displayPitch(note.pitch)}
        </button>
      ))}
    </div>
  );
}

/** Both names of a pitch, and what it is in the key. */
function PitchNames({
  note: { pitch },
  shift,
  songKey,
}: {
  readonly note: PitchedNote;
  readonly shift: number;
  readonly songKey: Key;
}) {
  return (
    <dl className="flex gap-x-5 pt-0.5">
      <Named term="sounds">
        <b className="font-semibold">{displayPitch(pitch)}</b>
      </Named>
      <Named term="fingered">
        {displayPitch(fingeredPitch(pitch, shift, songKey))}
        {shift === 0 && <span className="text-soft"> as it sounds</span>}
      </Named>
      <Named term="in the key">{degreeOf(pitch, songKey)}</Named>
    </dl>
  );
}

function Named({ term, children }: { readonly term: string; readonly children: ReactNode }) {
  return (
    <div>
      <dt className="text-xs text-soft">{term}</dt>
      <dd>{children}</dd>
    </div>
  );
}
