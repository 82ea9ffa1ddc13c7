"use client";

import { barInWords } from "@/open-song/where";
import type { Place, PlaceNames } from "@intonazione/core/neck";
import { displayPitch } from "@intonazione/core/pitch";
import { add, durationInWords } from "@intonazione/core/rhythm";
import { notesOf, type Note, type PitchedNote } from "@intonazione/core/score";
import { fingeredPitch } from "@intonazione/core/theory";
import { noteAt, stopsOf } from "@/open-song/cursor";
import { selectNames, selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { frameAt, neckOfPart, shiftOf } from "@/open-song/derived";
import { unpin, pinNote } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import {
  countInWords,
  howInWords,
  placeInWords,
  stringInWords,
  techniqueInWords,
} from "@/ui/words";
import { NotOnString } from "./not-on-string";
import { OtherPlaces } from "./other-places-list";

/** Explains the selected note: what it is, why it may lie elsewhere, and where. */
export function AtTheCursor() {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const names = useSong(selectNames);
  const cursor = useSong((state) => state.cursor);
  const stops = stopsOf(song, part.id);
  const here = stops.findIndex(({ event }) => event.id === cursor.eventId);
  const stop = stops[here];
  if (!stop) {
    return (
      <p className="text-soft">
        Select a note: click it, or walk there with the arrow keys. What it is and where else it
        could lie is said here.
      </p>
    );
  }
  const note = noteAt(stop.event, cursor);
  const neck = neckOfPart(part);
  const at = { phraseId: stop.phraseId, partId: part.id };
  const before = stops[here - 1];
  const frame = frameAt(song, part.id, stop);
  const muted = howInWords(stop.event)
    .map((word) => ` · ${word}`)
    .join("");
  return (
    <div className="flex flex-col gap-3">
      <div className="border-b border-hairline pb-3">
        <h2 className="font-serif text-xl leading-tight">{headingOf(note, names)}</h2>
        <p className="mt-1 text-[13px] text-soft">
          {barInWords(song, stop)}, {countInWords(add(frame.from, stop.onset), frame.metre)} ·{" "}
          {durationInWords(stop.event.duration)}
          {muted}
        </p>
        {note?.kind === "pitched" && note.techniques.length > 0 && (
          <p className="text-[13px] text-soft">
            {note.techniques.map(techniqueInWords).join(" · ")}
          </p>
        )}
      </div>
      <Chord notes={notesOf(stop.event)} note={note} names={names} />
      {note?.kind === "pitched" && (
        <>
          <Names note={note} shift={shiftOf(part)} songKey={song.key} />
          <Pin
            note={note}
            onPin={(place) => store.run(pinNote(at, note, place))}
            onUnpin={() => store.run(unpin(at, note))}
          />
          <NotOnString at={at} note={note} names={names} />
          <OtherPlaces
            at={at}
            note={note}
            event={stop.event}
            neck={neck}
            names={names}
            before={before ? notesOf(before.event) : []}
            onChoose={(place) => store.run(pinNote(at, note, place))}
          />
        </>
      )}
    </div>
  );
}

function headingOf(note: Note | undefined, names: PlaceNames): string {
  if (!note) return "Rest";
  if (note.kind === "dead") return `Dead stroke, ${stringInWords(note.string, names)}`;
  const pitch = displayPitch(note.pitch);
  return note.place ? `${pitch}, ${placeInWords(note.place, names)}` : `${pitch}, no place yet`;
}

/** Notes that sound at once, to choose among. */
function Chord({
  notes,
  note: chosen,
  names,
}: {
  readonly notes: readonly Note[];
  readonly note: Note | undefined;
  readonly names: PlaceNames;
}) {
  const { store } = useOpenSong();
  if (notes.length < 2) return null;
  return (
    <div role="group" aria-label="Notes at once" className="flex flex-wrap gap-1">
      {notes.map((note) => (
        <button
          key={note.id}
          type="button"
          aria-pressed={note.id === chosen?.id}
          title={headingOf(note, names)}
          onClick={() => store.moveCursor({ noteId: note.id })}
          className="rounded-sm border border-hairline bg-sheet px-2 py-0.5 text-[13px] aria-pressed:border-madder aria-pressed:font-semibold"
        >
          {note.kind === "dead" ? "×" : displayPitch(note.pitch)}
        </button>
      ))}
    </div>
  );
}

function Names({
  note,
  shift,
  songKey,
}: {
  readonly note: PitchedNote;
  readonly shift: number;
  readonly songKey: Parameters<typeof fingeredPitch>[2];
}) {
  return (
    <dl className="grid grid-cols-[5rem_1fr] gap-y-0.5 text-[13px]">
      <dt className="text-soft">sounds</dt>
      <dd className="font-semibold">{displayPitch(note.pitch)}</dd>
      <dt className="text-soft">fingered</dt>
      <dd>
        {displayPitch(fingeredPitch(note.pitch, shift, songKey))}
        {shift === 0 && <span className="text-soft"> as it sounds</span>}
      </dd>
    </dl>
  );
}

function Pin({
  note,
  onPin,
  onUnpin,
}: {
  readonly note: PitchedNote;
  readonly onPin: (place: Place) => void;
  readonly onUnpin: () => void;
}) {
  const { place } = note;
  if (!place) return null;
  return (
    <div className="flex items-center justify-between gap-2">
      <p className={`text-[13px] ${note.pinned ? "font-medium text-verdigris-ink" : "text-soft"}`}>
        {note.pinned ? "■ pinned: nothing moves it but you" : "not pinned"}
      </p>
      <Button onClick={() => (note.pinned ? onUnpin() : onPin(place))}>
        {note.pinned ? "Unpin" : "Pin here"}
      </Button>
    </div>
  );
}
