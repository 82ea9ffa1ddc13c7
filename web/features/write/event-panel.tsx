"use client";

import { barInWords } from "@/open-song/where";
import { barEntries, formatBar, isSame, type BarIndex } from "@intonazione/core/foundation";
import { displayPitch } from "@intonazione/core/pitch";
import { add, durationInWords } from "@intonazione/core/rhythm";
import {
  barsOfPart,
  eventsOf,
  notesOf,
  type EventTechnique,
  type LineEvent,
  type Note,
  type Part,
  type Song,
  type Technique,
} from "@intonazione/core/score";
import { degreeOf, fingeredPitch } from "@intonazione/core/theory";
import { useMemo } from "react";
import { useShallow } from "zustand/react/shallow";
import { selectNames, selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { resayBar, sayBar } from "@/open-song/bar-words";
import { noteAt, stopAt } from "@/open-song/cursor";
import { frameAt, shiftOf } from "@/open-song/derived";
import { selectedEvents } from "@/open-song/selection";
import {
  resay,
  runEdit,
  sayChosen,
  toggleEventTechnique,
  toggleFermata,
  toggleTechnique,
  turnStroke,
  type StripEdit,
} from "@/open-song/strip-edits";
import type { SongState } from "@/open-song/store";
import {
  countInWords,
  howInWords,
  placeInWords,
  stringInWords,
  techniqueInWords,
} from "@/ui/words";
import { PartFields } from "./part-fields";
import { SaidField } from "./said-field";

/** Explains the event at the cursor while one writes: what it is, how it is said, what it does. */
export function EventPanel() {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const names = useSong(selectNames);
  const cursor = useSong((state) => state.cursor);
  const string = useSong((state) => state.string);
  const isInserting = useSong((state) => state.isInserting);
  const stop = stopAt(song, cursor);
  if (!stop) {
    return (
      <div className="flex flex-col gap-3 text-soft">
        <p>
          Select an event: click it, or walk there with the arrow keys. Digits write frets, letters
          techniques; every key stands in the list of commands (Ctrl K).
        </p>
        <Needs part={part} />
        <PartFields part={part} />
      </div>
    );
  }
  const note = noteAt(stop.event, cursor);
  const frame = frameAt(song, part.id, stop);
  const shift = shiftOf(part);
  return (
    <div className="flex flex-col gap-3">
      <div className="border-b border-hairline pb-2">
        <h2 className="font-serif text-xl leading-tight">{headingOf(stop.event, note, names)}</h2>
        <p className="mt-1 text-[13px] text-soft">
          {barInWords(song, stop)}, {countInWords(add(frame.from, stop.onset), frame.metre)} ·{" "}
          {durationInWords(stop.event.duration)}
          {note?.kind === "pitched" && (
            <>
              {" "}
              · {degreeOf(note.pitch, song.key)} of the key
              {shift !== 0 &&
                ` · fingered ${displayPitch(fingeredPitch(note.pitch, shift, song.key))}`}
            </>
          )}
        </p>
        <p className="text-[13px] text-soft">{doneTo(stop.event, note).join(" · ")}</p>
        <p className="mt-1 text-[13px]">
          <span className="text-soft">keys write on the</span> {stringInWords(string, names)}
          {isInserting && <strong className="text-madder"> · inserting</strong>}
        </p>
      </div>
      <Said key={stop.event.id} bar={stop.barOfPart} />
      <Techniques />
    </div>
  );
}

function headingOf(
  event: LineEvent,
  note: Note | undefined,
  names: Parameters<typeof placeInWords>[1],
): string {
  if (event.kind === "hit") return event.sound === "body" ? "Knock on the body" : "Pick scrape";
  if (!note) return "Rest";
  if (note.kind === "dead") return `Dead stroke, ${stringInWords(note.string, names)}`;
  const pitch = displayPitch(note.pitch);
  return note.place ? `${pitch}, ${placeInWords(note.place, names)}` : `${pitch}, no place yet`;
}

function doneTo(event: LineEvent, note: Note | undefined): readonly string[] {
  const own = note?.kind === "pitched" ? note.techniques.map(techniqueInWords) : [];
  return [...own, ...howInWords(event)];
}

export const EVENT_FIELD_ID = "said-of-event";
export const BAR_FIELD_ID = "said-of-bar";

/** The event and its bar as the call-out says them; what is said anew is written. */
function Said({ bar }: { readonly bar: BarIndex }) {
  const { store } = useOpenSong();
  const event = useSong(sayChosen);
  const ofBar = useSong(sayBar);
  const isMany = useSong((state) => selectedEvents(state).length > 1);
  return (
    <>
      <SaidField
        id={EVENT_FIELD_ID}
        label="said"
        said={event}
        isReadOnly={isMany}
        onSay={(text) => {
          const { edit, findings } = resay(store.getState(), text);
          runEdit(store, edit);
          return findings;
        }}
      />
      <SaidField
        id={BAR_FIELD_ID}
        label={`${formatBar(bar)} says to all parts`}
        said={ofBar}
        placeholder="{Am} in 3/4 at 96 from 2&"
        onSay={(text) => {
          const { transaction, findings } = resayBar(store.getState(), text);
          if (transaction) store.run(transaction);
          return findings;
        }}
      />
    </>
  );
}

const NOTE_TECHNIQUES: readonly (readonly [string, Technique])[] = [
  ["hammer-on", { kind: "hammer-on" }],
  ["pull-off", { kind: "pull-off" }],
  ["slide", { kind: "slide" }],
  ["shift slide", { kind: "shift-slide" }],
  ["tap", { kind: "tap" }],
  ["slid in", { kind: "slide-in", from: "below" }],
  ["slid out", { kind: "slide-out", to: "below" }],
  ["bend ¼", { kind: "bend", cents: 50, course: "bend" }],
  ["bend ½", { kind: "bend", cents: 100, course: "bend" }],
  ["bend full", { kind: "bend", cents: 200, course: "bend" }],
  ["and release", { kind: "bend", cents: 200, course: "bend-and-release" }],
  ["pre-bend", { kind: "bend", cents: 200, course: "pre-bend" }],
  ["vibrato", { kind: "vibrato", width: "narrow" }],
  ["wide vibrato", { kind: "vibrato", width: "wide" }],
  ["trill", { kind: "trill", semitones: 2 }],
  ["let ring", { kind: "let-ring" }],
  ["ghost", { kind: "ghost" }],
  ["fret-hand mute", { kind: "fret-hand-mute" }],
];

const EVENT_TECHNIQUES: readonly (readonly [string, EventTechnique])[] = [
  ["palm mute", { kind: "palm-mute" }],
  ["accent", { kind: "accent" }],
  ["short", { kind: "staccato" }],
  ["tremolo", { kind: "tremolo" }],
  ["spread", { kind: "arpeggio", stroke: "down" }],
  ["rake", { kind: "rake", stroke: "down" }],
  ["bar dip", { kind: "tremolo-bar", cents: 200, course: "dip" }],
  ["bar dive", { kind: "tremolo-bar", cents: 200, course: "dive" }],
];

/** Switches for what is done most; whatever else there is can be said in the field above. */
function Techniques() {
  const { store } = useOpenSong();
  const events = useSong(useShallow(selectedEvents));
  const run = (make: (state: SongState) => StripEdit | undefined) => {
    const edit = make(store.getState());
    if (edit) store.run(edit.transaction, { eventId: edit.eventId });
  };
  const notes = events.flatMap(notesOf);
  const hasNote = (technique: Technique) =>
    notes.some(
      (note) => note.kind === "pitched" && note.techniques.some((one) => isSame(one, technique)),
    );
  const hasEvent = (technique: EventTechnique) =>
    events.some(
      (event) => event.kind === "notes" && event.techniques.some((one) => isSame(one, technique)),
    );
  const look =
    "rounded-sm border border-hairline bg-sheet px-2 py-0.5 text-xs hover:border-ink aria-pressed:border-madder aria-pressed:bg-madder-wash aria-pressed:font-semibold";
  return (
    <div role="group" aria-label="Techniques" className="flex flex-wrap gap-1">
      {NOTE_TECHNIQUES.map(([label, technique]) => (
        <button
          key={label}
          type="button"
          aria-pressed={hasNote(technique)}
          onClick={() => run((state) => toggleTechnique(state, technique))}
          className={look}
        >
          {label}
        </button>
      ))}
      {EVENT_TECHNIQUES.map(([label, technique]) => (
        <button
          key={label}
          type="button"
          aria-pressed={hasEvent(technique)}
          onClick={() => run((state) => toggleEventTechnique(state, technique))}
          className={look}
        >
          {label}
        </button>
      ))}
      <button
        type="button"
        aria-pressed={events.some(({ fermata }) => fermata === true)}
        onClick={() => run(toggleFermata)}
        className={look}
      >
        fermata
      </button>
      <button type="button" onClick={() => run(turnStroke)} className={look}>
        stroke: {strokeInWords(events)}
      </button>
    </div>
  );
}

function strokeInWords(events: readonly LineEvent[]): string {
  const strokes = new Set(
    events.map((event) => (event.kind === "notes" ? (event.stroke ?? "by school") : "none")),
  );
  return strokes.size === 1 ? [...strokes][0]! : "mixed";
}

/** Every technique of a part with the bar where it comes first. */
function firstBars(song: Song, part: Part): ReadonlyMap<string, BarIndex> {
  const first = new Map<string, BarIndex>();
  for (const [index, bar] of barEntries(barsOfPart(song, part.id))) {
    for (const event of eventsOf([bar])) {
      const own = notesOf(event).flatMap((note) => doneTo(REST, note));
      for (const word of [...own, ...howInWords(event)]) {
        if (!first.has(word)) first.set(word, index);
      }
    }
  }
  return first;
}

/** What a student must be able to do before this part. */
function Needs({ part }: { readonly part: Part }) {
  const song = useSong(selectSong);
  const first = useMemo(() => firstBars(song, part), [song, part]);
  if (first.size === 0) return null;
  return (
    <section aria-label="What it asks for">
      <h3 className="pb-1 text-[13px] font-semibold text-ink">What {part.name} asks for</h3>
      <ul className="grid grid-cols-[1fr_auto] gap-x-3 text-[13px]">
        {[...first].map(([word, bar]) => (
          <li key={word} className="contents">
            <span>{word}</span>
            <span className="text-right">{formatBar(bar)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

const REST: LineEvent = { kind: "rest", id: "", duration: { num: 1, den: 8 } };
