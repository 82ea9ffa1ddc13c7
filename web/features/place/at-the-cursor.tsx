"use client";

import {
  fingertipMm,
  fretFromNut,
  type Neck,
  type Place,
  type PlaceNames,
} from "@intonazione/core/neck";
import { displayPitch } from "@intonazione/core/pitch";
import {
  explainUnreachable,
  POINTS,
  reasonInWords,
  whyUnreachable,
  type WeighedPlace,
} from "@intonazione/core/placement";
import { add, durationInWords } from "@intonazione/core/rhythm";
import {
  lineOf,
  notesOf,
  type LineEvent,
  type Note,
  type PitchedNote,
} from "@intonazione/core/score";
import { midiOf } from "@intonazione/core/pitch";
import { fingeredPitch } from "@intonazione/core/theory";
import { useMemo } from "react";
import { noteAt, stopsOf } from "@/open-song/cursor";
import { selectNames, selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { frameAt, neckOfPart, shiftOf, tableOf } from "@/open-song/derived";
import { placedWithout } from "@/open-song/not-on-string";
import { letGo, pinNote, placeLine } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { otherPlaces } from "@/ui/other-places";
import {
  countInWords,
  howInWords,
  placeInWords,
  stringInWords,
  techniqueInWords,
} from "@/ui/words";
import { useDesk, type DeskRequest } from "@/workers/use-desk";
import { useProfile } from "./use-line-at-hand";

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
          bar {stop.bar}, {countInWords(add(frame.from, stop.onset), frame.metre)} ·{" "}
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
            onLetGo={() => store.run(letGo(at, note))}
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
  onLetGo,
}: {
  readonly note: PitchedNote;
  readonly onPin: (place: Place) => void;
  readonly onLetGo: () => void;
}) {
  const { place } = note;
  if (!place) return null;
  return (
    <div className="flex items-center justify-between gap-2">
      <p className={`text-[13px] ${note.pinned ? "font-medium text-verdigris-ink" : "text-soft"}`}>
        {note.pinned ? "■ pinned: nothing moves it but you" : "not pinned"}
      </p>
      <Button onClick={() => (note.pinned ? onLetGo() : onPin(place))}>
        {note.pinned ? "Unpin" : "Pin here"}
      </Button>
    </div>
  );
}

function OtherPlaces({
  at,
  note,
  event,
  neck,
  names,
  before,
  onChoose,
}: {
  readonly at: LineAddress;
  readonly note: PitchedNote;
  readonly event: LineEvent;
  readonly neck: Neck;
  readonly names: PlaceNames;
  readonly before: readonly Note[];
  readonly onChoose: (place: Place) => void;
}) {
  const places = otherPlaces(note, event, neck);
  const weighed = useWeighed(at, note);
  const why = whyUnreachable(midiOf(note.pitch), neck);
  return (
    <section aria-labelledby="other-places">
      <h3 id="other-places" className="mb-1.5 text-[13px] font-semibold">
        {note.place ? "Other places for this pitch" : "Places for this pitch"}
      </h3>
      {places.length === 0 && (
        <p className="text-[13px] text-soft">
          {why ? `None: ${explainUnreachable(why)}.` : "None that is free on this neck."}
        </p>
      )}
      <ol className="flex flex-col gap-1.5">
        {places.map((place, index) => (
          <li key={`${place.string}:${place.fret}`}>
            <button
              type="button"
              onClick={() => onChoose(place)}
              className="flex w-full items-center gap-3 rounded-md border border-hairline bg-sheet px-2.5 py-1.5 text-left hover:border-ink"
            >
              <span
                aria-hidden
                className="flex size-5.5 shrink-0 items-center justify-center rounded-full border-[1.5px] border-madder font-mono text-[11px] text-madder"
              >
                {index + 1}
              </span>
              <span className="min-w-0">
                <span className="block text-[13px] font-semibold">
                  {placeInWords(place, names)}
                </span>
                <span className="block text-xs text-soft">
                  {costInWords(place, weighed) ?? travelInWords(place, before, neck)}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}

type LineAddress = { readonly phraseId: string; readonly partId: string };

/** What each place of the note would cost the whole line; nothing while that is not known. */
function useWeighed(at: LineAddress, note: PitchedNote): readonly WeighedPlace[] | undefined {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const profile = useProfile(part);
  const { phraseId, partId } = at;
  const { id } = note;
  const request = useMemo(
    (): DeskRequest<readonly WeighedPlace[]> => (desk) =>
      desk.weighPlaces(song, { phraseId, partId }, id, profile),
    [song, phraseId, partId, id, profile],
  );
  const { state } = useDesk(request, PAUSE_MS);
  return state.kind === "done" ? state.value : undefined;
}

/** Walking along a line asks nothing of the desk; staying somewhere does. */
const PAUSE_MS = 150;

/** So dear is nothing but a rule that is broken. */
const BREAKS_A_RULE = 500 * POINTS;

/** @example "costs 2.1 more: fewer shifts: 1 instead of 3; moves 4 others" */
function costInWords(
  place: Place,
  weighed: readonly WeighedPlace[] | undefined,
): string | undefined {
  const own = weighed?.find(
    (one) => one.place.string === place.string && one.place.fret === place.fret,
  );
  if (!own) return undefined;
  if (own.more === 0) return "costs no more";
  if (own.more > BREAKS_A_RULE) return "tears a slur, or a note that should ring on";
  const [reason] = own.against;
  const others = own.movesOthers === 1 ? "1 other" : `${own.movesOthers} others`;
  return [
    `costs ${(own.more / POINTS).toFixed(1)} more`,
    ...(own.movesOthers > 0 ? [`best with ${others} moved`] : []),
    ...(reason ? [`the best way: ${reasonInWords(reason)}`] : []),
  ].join("; ");
}

/** A string that a note must not lie on; the note goes elsewhere at once. */
function NotOnString({
  at,
  note,
  names,
}: {
  readonly at: LineAddress;
  readonly note: PitchedNote;
  readonly names: PlaceNames;
}) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const profiles = useSong((state) => state.profiles);
  const { place, notOn = [] } = note;
  const line = lineOf(song, at.phraseId, at.partId);
  if (!line) return null;
  const leave = (strings: readonly number[], label: string) => {
    const table = tableOf(part, song.key, profiles);
    store.run(
      placeLine(line, label, placedWithout(song, line, note.id, strings, table), line.wishes),
    );
  };
  return (
    <div className="flex flex-wrap gap-1">
      {place && !note.pinned && (
        <Button
          onClick={() =>
            leave(
              [...notOn, place.string].sort((a, b) => a - b),
              `not on the ${stringInWords(place.string, names)}`,
            )
          }
        >
          Not on the {stringInWords(place.string, names)}
        </Button>
      )}
      {notOn.map((string) => (
        <Button
          key={string}
          look="quiet"
          onClick={() =>
            leave(
              notOn.filter((one) => one !== string),
              `allow the ${stringInWords(string, names)}`,
            )
          }
        >
          allow the {stringInWords(string, names)} again
        </Button>
      ))}
    </div>
  );
}

/** How far the hand goes from the event before, along the neck. */
function travelInWords(place: Place, before: readonly Note[], neck: Neck): string {
  if (place.fret === 0) return "open: needs no finger";
  const frets = before.flatMap((note) =>
    note.kind === "pitched" && note.place && note.place.fret > 0
      ? [fretFromNut(note.place, neck)]
      : [],
  );
  if (frets.length === 0) return "after an open string or a rest";
  const from = fingertipMm(Math.min(...frets), neck);
  const distance = Math.round(Math.abs(fingertipMm(fretFromNut(place, neck), neck) - from));
  return distance < 1 ? "the hand stays" : `the hand moves ${distance} mm`;
}
