"use client";

import { formatBar } from "@intonazione/core/foundation";
import { displayPitch, formatPitch, midiOf, parsePitch, type Pitch } from "@intonazione/core/pitch";
import { add } from "@intonazione/core/rhythm";
import { notesOf, type Part, type Song } from "@intonazione/core/score";
import { useState } from "react";
import { selectSong, useOpenSong, useSong } from "@/open-song/context";
import { walk } from "@/open-song/cursor";
import type { Stop } from "@/open-song/cursor";
import { frameAt } from "@/open-song/derived";
import { hear, markedStops, type EventMark, type Listening } from "@/open-song/listener-marks";
import { Button } from "@/ui/button";
import { PressButton } from "@/ui/press-button";
import { countInWords } from "@/ui/words";

/** Each thing a listener can tell, and how it is said. */
const WORDS: readonly (readonly [word: string, heard: EventMark])[] = [
  ["open", { open: true }],
  ["fretted", { open: false }],
  ["rings with the one before", { rings: true }],
  ["bent", { bend: true }],
];

/** Marks for the event at the cursor, the lowest note heard, and all that was marked before. */
export function WhatWasHeard({
  part,
  stops,
  listening,
  onHear,
}: {
  readonly part: Part;
  readonly stops: readonly Stop[];
  readonly listening: Listening;
  readonly onHear: (listening: Listening) => void;
}) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const cursor = useSong((state) => state.cursor);
  const here = stops.find(({ event }) => event.id === cursor.eventId);
  const isNote = here !== undefined && notesOf(here.event).some(({ kind }) => kind === "pitched");
  const heard = here ? (listening.events[here.event.id] ?? {}) : {};
  const marked = markedStops(stops, listening);
  const step = (by: "previous" | "next") => store.moveCursor(walk(song, cursor, by));
  return (
    <div className="flex flex-col gap-2 border-y border-hairline py-2 text-[13px]">
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
        <span className="text-soft">What did you hear?</span>
        <Button
          className="px-2 py-0.5"
          aria-label="The note before"
          onClick={() => step("previous")}
        >
          ‹
        </Button>
        <span className="min-w-44 text-center font-medium">
          {here ? momentInWords(song, part, here) : "no note is selected"}
        </span>
        <Button className="px-2 py-0.5" aria-label="The next note" onClick={() => step("next")}>
          ›
        </Button>
        {here && isNote && (
          <span role="group" aria-label="Heard at the cursor" className="flex flex-wrap gap-1">
            {WORDS.map(([word, says]) => {
              const isOn = isHeard(heard, says);
              return (
                <PressButton
                  key={word}
                  look="small"
                  isOn={isOn}
                  onChange={() => onHear(hear(listening, here.event.id, told(heard, says, !isOn)))}
                >
                  {word}
                </PressButton>
              );
            })}
          </span>
        )}
        <LowestHeard
          pitch={listening.lowest}
          onChange={(lowest) =>
            onHear({ events: listening.events, ...(lowest !== undefined && { lowest }) })
          }
        />
      </div>
      {marked.length > 0 && (
        <p className="flex flex-wrap items-center gap-2">
          <span className="text-soft">heard so far:</span>
          {marked.map(({ stop, heard: own }) => (
            <button
              key={stop.event.id}
              type="button"
              title="Take this mark back"
              onClick={() => onHear(hear(listening, stop.event.id, {}))}
              className="rounded-sm border border-verdigris px-1.5 py-0.5 text-verdigris-ink"
            >
              {momentInWords(song, part, stop)}: {heardInWords(own)} ×
            </button>
          ))}
        </p>
      )}
    </div>
  );
}

function isHeard(heard: EventMark, says: EventMark): boolean {
  return Object.entries(says).every(([key, value]) => heard[key as keyof EventMark] === value);
}

/** With a word more or less; "open" and "fretted" take each other's place. */
function told(heard: EventMark, says: EventMark, isTrue: boolean): EventMark {
  const [key] = Object.keys(says) as (keyof EventMark)[];
  const { [key!]: _, ...others } = heard;
  return isTrue ? { ...others, ...says } : others;
}

function heardInWords(heard: EventMark): string {
  const words = WORDS.filter(([, says]) => isHeard(heard, says)).map(([word]) => word);
  return words.join(", ");
}

function momentInWords(song: Song, part: Part, stop: Stop): string {
  const pitches = notesOf(stop.event)
    .flatMap((note) => (note.kind === "pitched" ? [note.pitch] : []))
    .sort((a, b) => midiOf(a) - midiOf(b))
    .map(displayPitch);
  const frame = frameAt(song, part.id, stop);
  const beat = countInWords(add(frame.from, stop.onset), frame.metre);
  return `${formatBar(stop.barOfPart)}, ${beat}: ${pitches.join(" ") || "no pitch"}`;
}

function LowestHeard({
  pitch,
  onChange,
}: {
  readonly pitch: Pitch | undefined;
  readonly onChange: (pitch: Pitch | undefined) => void;
}) {
  const [text, setText] = useState(pitch ? formatPitch(pitch) : "");
  const read = parsePitch(text.trim());
  const isWrong = text.trim() !== "" && !read.ok;
  return (
    <label className="ml-auto flex items-center gap-2">
      <span className="text-soft">lowest note anywhere</span>
      <input
        value={text}
        placeholder="D2"
        aria-invalid={isWrong || undefined}
        aria-describedby={isWrong ? "lowest-wrong" : undefined}
        onChange={({ target }) => {
          setText(target.value);
          const own = parsePitch(target.value.trim());
          if (own.ok || target.value.trim() === "") onChange(own.ok ? own.value : undefined);
        }}
        className="w-16 rounded-sm border border-hairline bg-sheet px-1.5 py-0.5 font-mono aria-invalid:border-madder"
      />
      {isWrong && (
        <span id="lowest-wrong" role="alert" className="text-madder">
          a note with its octave, like D2
        </span>
      )}
    </label>
  );
}
