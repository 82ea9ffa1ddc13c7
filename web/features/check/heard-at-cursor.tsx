"use client";

import { fretFromNut, type Neck } from "@intonazione/core/neck";
import { displayChord, midiOf, type Chord } from "@intonazione/core/pitch";
import { add, compare } from "@intonazione/core/rhythm";
import {
  chordAt,
  pitchedIn,
  type LineEvent,
  type Note,
  type Part,
  type PitchedNote,
} from "@intonazione/core/score";
import {
  degreeInChord,
  movableShapeOf,
  nameChord,
  shapesAlongNeck,
} from "@intonazione/core/theory";
import { useOpenSong } from "@/open-song/context";
import type { Stop } from "@/open-song/cursor";
import { frameAt, neckOfPart, shiftOf } from "@/open-song/derived";
import { chordsInLine } from "@/open-song/heard-song";
import { respell } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { fingeredChordName } from "./names";
import { useLineHeard } from "./use-line-heard";

/** What the selected note is over its chord, and what it sounds with. */
export function HeardAtCursor({
  part,
  stop,
  note,
}: {
  readonly part: Part;
  readonly stop: Stop;
  readonly note: Note | undefined;
}) {
  const { store } = useOpenSong();
  const { song, heard } = useLineHeard();
  const frame = frameAt(song, part.id, stop);
  const sounding =
    heard &&
    chordsInLine(song, heard).findLast(
      (one) => one.bar === stop.bar && compare(one.onset, stop.onset) <= 0,
    );
  const chord = chordAt(frame, add(frame.from, stop.onset)) ?? sounding?.readings[0]?.chord;
  return (
    <>
      {note?.kind === "pitched" && (
        <>
          {chord && <OverChord note={note} chord={chord} />}
          <div>
            <Button
              onClick={() =>
                store.run(respell({ phraseId: stop.phraseId, partId: part.id }, song, note))
              }
            >
              Spell it the other way
            </Button>
          </div>
        </>
      )}
      <AtOnce event={stop.event} part={part} shift={shiftOf(part)} />
    </>
  );
}

function OverChord({ note, chord }: { readonly note: PitchedNote; readonly chord: Chord }) {
  const { degree, isTarget } = degreeInChord(note.pitch, chord);
  return (
    <p>
      <span className="text-soft">over {displayChord(chord)}</span> {degree}
      {isTarget ? (
        <span className="text-verdigris-ink"> ● of the chord</span>
      ) : (
        <span className="text-soft"> a colour</span>
      )}
    </p>
  );
}

/** The notes of one event as a chord, the shape it is, and where else it lies. */
function AtOnce({
  event,
  part,
  shift,
}: {
  readonly event: LineEvent;
  readonly part: Part;
  readonly shift: number;
}) {
  const { song } = useLineHeard();
  const pitched = pitchedIn(event);
  const readings = nameChord(
    pitched.map(({ pitch }) => midiOf(pitch)),
    { key: song.key },
  );
  const [best, ...others] = readings;
  if (!best) return null;
  const neck = neckOfPart(part);
  const shape = shapeOf(pitched, neck, part);
  const strings = pitched.flatMap(({ place }) => (place ? [place.string] : []));
  const along = shapesAlongNeck(best.chord, strings, neck);
  return (
    <div className="flex flex-col gap-2 border-t border-hairline pt-3">
      <h3 className="font-semibold">
        {displayChord(best.chord)} sounds
        {shift !== 0 && ` · ${fingeredChordName(best.chord, shift, song.key)} is fingered`}
      </h3>
      <p className="text-soft">{best.reasons.join(" · ")}</p>
      {others.length > 0 && (
        <p>
          or{" "}
          {others
            .slice(0, 3)
            .map(({ chord }) => displayChord(chord))
            .join(", ")}
        </p>
      )}
      {shape && <p>{shape}</p>}
      {along.length > 0 && (
        <div>
          <h4 className="text-soft">on the same strings</h4>
          <ul>
            {along.slice(0, 4).map(({ places, inversion }) => (
              <li key={places.map(({ fret }) => fret).join()}>
                frets {places.map(({ fret }) => fret).join(" ")} · {INVERSIONS[inversion]}
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
  );
}

const INVERSIONS = ["root position", "first inversion", "second inversion", "third inversion"];

function shapeOf(notes: readonly Note[], neck: Neck, part: Part): string | undefined {
  const places = notes.flatMap((note) =>
    note.kind === "pitched" && note.place
      ? [{ string: note.place.string, fromNut: fretFromNut(note.place, neck) }]
      : [],
  );
  const found = movableShapeOf(
    places.map(({ string, fromNut }) => ({ string, fromNut: fromNut - neck.capo.fret })),
    part.instrument.tuning,
  );
  if (!found) return undefined;
  const where = found.at === 0 ? "at the nut or capo" : `at fret ${found.at}`;
  return found.isPartial ? `part of the ${found.name} ${where}` : `the ${found.name} ${where}`;
}
