"use client";

import { formatBar, isSame, type BarIndex } from "@intonazione/core/foundation";
import {
  notesOf,
  type EventTechnique,
  type LineEvent,
  type Technique,
} from "@intonazione/core/score";
import { useShallow } from "zustand/react/shallow";
import { resayBar, sayBar } from "@/open-song/bar-words";
import { selectNames, useOpenSong, useSong } from "@/open-song/context";
import { selectedEvents } from "@/open-song/selection";
import type { SongState } from "@/open-song/state/store";
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
import { stringInWords } from "@/ui/words";
import { SaidField } from "./said-field";

/** Which string the keys write on, and whether they make new events. */
export function KeysWriteHere() {
  const names = useSong(selectNames);
  const string = useSong((state) => state.string);
  const isInserting = useSong((state) => state.isInserting);
  return (
    <p>
      <span className="text-soft">keys write on the</span> {stringInWords(string, names)}
      {isInserting && <strong className="text-madder"> · inserting</strong>}
    </p>
  );
}

export const EVENT_FIELD_ID = "said-of-event";
export const BAR_FIELD_ID = "said-of-bar";

/** The event and its bar as the call-out says them; what is said anew is written. */
export function Said({ bar }: { readonly bar: BarIndex }) {
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
export function Techniques() {
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
