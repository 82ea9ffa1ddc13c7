"use client";

import { overChanges } from "@intonazione/core/analysis";
import {
  displayChord,
  displayPitch,
  formatChord,
  parseChords,
  type Chord,
} from "@intonazione/core/pitch";
import type { Song } from "@intonazione/core/score";
import { triadsOf } from "@intonazione/core/theory";
import { useId, useMemo, useState } from "react";
import { selectSong, useOpenSong, useSong } from "@/open-song/context";
import type { DrawLines } from "@/open-song/draw-bars";
import { useLineHeard } from "./use-line-heard";
import { Table } from "@/ui/table";

/** More notes than this make a table that nobody reads across. */
const MOST_NOTES = 32;

/** The line at the cursor over each chord of a progression: what every note is there. */
export function OverChangesView({ drawLine }: { readonly drawLine: DrawLines }) {
  const song = useSong(selectSong);
  const { part, phraseId, heard } = useLineHeard();
  if (!heard || phraseId === undefined || heard.heard.length === 0) {
    return (
      <p className="m-auto text-soft">
        {part.name} has no pitched note in this phrase: choose another phrase or part first.
      </p>
    );
  }
  return (
    <section
      aria-label="Over changes"
      className="flex flex-col gap-3 rounded-md border border-hairline bg-sheet px-4 pt-3 pb-4"
    >
      <Changes key={phraseId} progression={progressionOf(song, phraseId)} />
      <figure className="rounded-md border border-hairline px-2 py-1">
        {drawLine(part, phraseId, song.lines)}
      </figure>
    </section>
  );
}

function Changes({ progression }: { readonly progression: readonly Chord[] }) {
  const { store } = useOpenSong();
  const { part, heard } = useLineHeard();
  const eventId = useSong((state) => state.cursor.eventId);
  const [text, setText] = useState(progression.map(formatChord).join(" "));
  const field = useId();
  const read = useMemo(() => parseChords(text), [text]);
  const chords = read.ok ? read.value : [];
  const notes = heard!.heard.slice(0, MOST_NOTES);
  const rows = overChanges(notes, chords);
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h2 className="font-serif text-xl">
          {heard!.phrase.name}, {part.name}, over changes
        </h2>
        <label htmlFor={field} className="text-[13px] text-soft">
          chords, or bare bass notes, as they sound
        </label>
        <input
          id={field}
          value={text}
          onChange={({ target }) => setText(target.value)}
          aria-invalid={!read.ok}
          aria-describedby={`${field}-slip`}
          className="min-w-64 flex-1 rounded-sm border border-hairline bg-paper px-2 py-1 font-mono"
        />
      </div>
      <p
        id={`${field}-slip`}
        role="status"
        className={`text-[13px] ${read.ok ? "text-soft" : "text-ochre-ink"}`}
      >
        {read.ok
          ? rows.length === 0
            ? "Say a progression, like Am G F E7."
            : "● notes of the chord, to aim at; the others are its colours"
          : read.error}
        {heard!.heard.length > notes.length && ` · the first ${MOST_NOTES} notes are shown`}
      </p>
      {rows.length > 0 && (
        <div
          role="region"
          aria-label="Degrees over each chord"
          tabIndex={0}
          className="overflow-x-auto"
        >
          <Table
            caption="Every note of the phrase over every chord"
            columns={[
              { name: "sounds" },
              { name: "of the chord", look: "whitespace-nowrap" },
              ...notes.map(({ note, event, pitch }) => ({
                look: "text-center",
                name: (
                  <button
                    type="button"
                    aria-current={event.id === eventId ? "true" : undefined}
                    onClick={() => store.moveCursor({ eventId: event.id, noteId: note.id })}
                    className="min-h-6 min-w-6 rounded-sm px-0.5 font-mono text-[13px] text-ink hover:underline aria-[current]:text-madder"
                  >
                    {displayPitch(pitch)}
                  </button>
                ),
              })),
            ]}
          >
            {rows.map(({ chord, degrees, targets, colours }, row) => (
              <tr key={row}>
                <th scope="row" className="sticky left-0 bg-sheet font-serif text-base">
                  {displayChord(chord)}
                </th>
                <td className="whitespace-nowrap text-soft">
                  {targets} of {notes.length}
                  {colours.length > 0 && ` · colours ${colours.slice(0, 4).join(" ")}`}
                </td>
                {degrees.map(({ degree, isTarget }, index) => (
                  <td
                    key={index}
                    className={`text-center ${isTarget ? "font-semibold text-verdigris-ink" : ""}`}
                  >
                    {degree}
                    <span className="block h-2 text-[8px] leading-none">
                      {isTarget && (
                        <>
                          <span aria-hidden>●</span>
                          <span className="sr-only">, of the chord</span>
                        </>
                      )}
                    </span>
                  </td>
                ))}
              </tr>
            ))}
          </Table>
        </div>
      )}
    </>
  );
}

/** What the form plays the phrase over, what stands over its bars, or else the chords of the key. */
function progressionOf({ form, phrases, key }: Song, phraseId: string): readonly Chord[] {
  const over = form.flatMap(({ items }) => items).find((item) => item.phraseId === phraseId)?.over;
  if (over) return over;
  const marks = phrases.find(({ id }) => id === phraseId)?.marks ?? [];
  const written = marks.flatMap(({ chords = [] }) => chords.flatMap(({ chord }) => chord ?? []));
  const names = new Set<string>();
  const distinct = written.filter((chord) => {
    const name = formatChord(chord);
    const isNew = !names.has(name);
    names.add(name);
    return isNew;
  });
  return distinct.length > 1 ? distinct : triadsOf(key);
}
