import { capoProblem } from "../instrument/capo";
import { isOnNeck, neckOf } from "../neck/neck";
import type { Key } from "../pitch/key";
import { midi, midiOf } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import { placePart, tableFor } from "../placement/place-part";
import { withEvents, type Bar } from "../score/bar";
import { withNotes, withoutPlace, type PitchedNote } from "../score/event";
import { changeLines, linesOfPart, type Line, type Part, type Song } from "../score/song";
import { soundingKey } from "../theory/shapes-and-sound";

/** A part after the song was moved. */
export interface MovedPart {
  readonly part: Part;
  readonly lines: readonly Line[];
  /** True where the capo went along and every shape stayed; else the places were found anew. */
  readonly hasKeptShapes: boolean;
}

export interface MovedSong {
  /** The sounding key. */
  readonly key: Key;
  readonly parts: readonly MovedPart[];
}

/**
 * The whole song so many semitones higher, as for another singer's voice. Where a capo is on and can
 * go along, the shapes stay; elsewhere the pitches move and find new places. Nothing that sounds is lost.
 *
 * @throws RangeError when a pitch would leave MIDI 0–127.
 */
export function moveSong(song: Song, semitones: number): MovedSong {
  const key = semitones === 0 ? song.key : soundingKey(song.key, semitones);
  return { key, parts: song.parts.map((part) => movePart(song, part, semitones, key)) };
}

function movePart(song: Song, part: Part, semitones: number, key: Key): MovedPart {
  const lines = linesOfPart(song, part.id);
  const fret = part.capo.fret + semitones;
  const capo = { ...part.capo, fret };
  const canFollow = part.capo.fret > 0 && !part.capo.strings && fret >= 0;
  if (canFollow && capoProblem(capo, part.instrument) === undefined) {
    const neck = neckOf(part.instrument, capo);
    const kept = changeLines(lines, (bars) =>
      moveBars(bars, (note) => {
        const moved = transpose(note, semitones, key);
        // The neck may end before the highest shape does.
        return note.place && isOnNeck(note.place, neck) ? moved : withoutPlace(moved);
      }),
    );
    return { part: { ...part, capo }, lines: kept, hasKeptShapes: true };
  }
  const higher = changeLines(lines, (bars) =>
    moveBars(bars, (note) => withoutPlace(transpose(note, semitones, key))),
  );
  const moved = { ...song, key };
  const placed = placePart(moved, part, "unpinned", tableFor(moved, part), higher);
  return { part, lines: placed.lines, hasKeptShapes: false };
}

function transpose(note: PitchedNote, semitones: number, key: Key): PitchedNote {
  return {
    ...note,
    pitch: { ...note.pitch, ...spellMidi(midi(midiOf(note.pitch) + semitones), key) },
  };
}

function moveBars(bars: readonly Bar[], move: (note: PitchedNote) => PitchedNote): readonly Bar[] {
  return bars.map((bar) =>
    withEvents(bar, (event) =>
      withNotes(event, (note) => (note.kind === "dead" ? note : move(note))),
    ),
  );
}
