"use client";

import { barsOn, formatBar } from "@intonazione/core/foundation";
import type { HeardChord } from "@intonazione/core/analysis";
import { displayChord, type Chord } from "@intonazione/core/pitch";
import { add } from "@intonazione/core/rhythm";
import { useOpenSong } from "@/open-song/context";
import { shiftOf } from "@/open-song/derived";
import { chordsInLine } from "@/open-song/heard-song";
import { nameChordAt } from "@/open-song/transactions";
import { countInWords } from "@/ui/words";
import { fingeredChordName } from "./names";
import { useLineHeard } from "./use-line-heard";
import { Table } from "@/ui/table";

const READINGS_SHOWN = 3;

/** What the part sounds as chords in the phrase at the cursor, with the other ways to read them. */
export function ChordTable() {
  const { store } = useOpenSong();
  const { song, part, heard } = useLineHeard();
  if (!heard) {
    return (
      <p className="px-4 text-soft">
        {part.name} has nothing in this phrase: choose another one to see its chords.
      </p>
    );
  }
  const chords = chordsInLine(song, heard);
  const { phrase, frames, barsBefore } = heard;
  const shift = shiftOf(part);
  const write = (chord: Chord, { bar, onset }: HeardChord) => {
    const at = add(onset, frames[bar]!.from);
    store.run(nameChordAt(phrase, bar, at, chord));
  };
  return (
    <section
      aria-label="Chords"
      className="flex flex-col gap-2 rounded-md border border-hairline bg-sheet px-4 pt-3 pb-3"
    >
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="font-serif text-xl">
          Chords of {phrase.name}, {part.name}
        </h2>
        <p className="text-[13px] text-soft">
          {shift === 0
            ? "fingered and sounding alike"
            : `the shape sounds ${Math.abs(shift)} ${Math.abs(shift) === 1 ? "semitone" : "semitones"} ${shift > 0 ? "higher" : "lower"}`}{" "}
          · a click writes a name over the bar
        </p>
      </div>
      {chords.length === 0 ? (
        <p className="text-[13px] text-soft">
          Only single notes here, and none that add up to a plain chord.
        </p>
      ) : (
        <Table
          caption="Chords of the phrase"
          columns={[
            { name: "where", look: "w-32" },
            { name: "sounds", look: "w-24" },
            { name: "fingered", look: "w-24" },
            { name: "or rather", look: "w-48" },
            { name: "why" },
          ]}
        >
          {chords.map((chord) => {
            const [best, ...others] = chord.readings;
            const at = add(chord.onset, frames[chord.bar]!.from);
            return (
              <tr key={chord.eventId} className="align-baseline">
                <td>
                  <button
                    type="button"
                    className="min-h-6 text-left underline decoration-hairline underline-offset-2"
                    onClick={() =>
                      store.moveCursor({
                        phraseId: phrase.id,
                        eventId: chord.eventId,
                        noteId: undefined,
                      })
                    }
                  >
                    {formatBar(barsOn(chord.bar, barsBefore))},{" "}
                    {countInWords(at, frames[chord.bar]!.metre)}
                  </button>
                </td>
                <td>
                  <NameButton chord={best!.chord} isBest onWrite={(name) => write(name, chord)} />
                  {chord.withBass && (
                    <span className="block text-xs text-soft">
                      with the bass {displayChord(chord.withBass[0]!.chord)}
                    </span>
                  )}
                </td>
                <td>{fingeredChordName(best!.chord, shift, song.key)}</td>
                <td className="flex flex-wrap gap-x-2">
                  {others.slice(0, READINGS_SHOWN).map((reading) => (
                    <NameButton
                      key={displayChord(reading.chord)}
                      chord={reading.chord}
                      onWrite={(name) => write(name, chord)}
                    />
                  ))}
                </td>
                <td className="text-soft">
                  {chord.isBroken && "one note after the other · "}
                  {best!.reasons.join(" · ")}
                </td>
              </tr>
            );
          })}
        </Table>
      )}
    </section>
  );
}

function NameButton({
  chord,
  isBest = false,
  onWrite,
}: {
  readonly chord: Chord;
  readonly isBest?: boolean;
  readonly onWrite: (chord: Chord) => void;
}) {
  const name = displayChord(chord);
  return (
    <button
      type="button"
      title={`Write ${name} over the bar`}
      onClick={() => onWrite(chord)}
      className={`min-h-6 rounded-sm hover:underline ${isBest ? "font-serif text-base font-semibold" : ""}`}
    >
      {name}
    </button>
  );
}
