import { capoProblem } from "../instrument/capo";
import { neckOf } from "../neck/neck";
import type { Key } from "../pitch/key";
import { midi, midiOf } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import { placeBars } from "../placement/place-bars";
import { lineOf, type Bar, type Line, type LineEvent, type Part, type Song } from "../score/song";
import { soundingKey } from "../theory/shapes-and-sound";
import { keepShapes } from "./keep-shapes";

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
  const lines = song.phrases.flatMap((phrase) => lineOf(song, phrase.id, part.id) ?? []);
  const fret = part.capo.fret + semitones;
  const capo = { ...part.capo, fret };
  const canFollow = part.capo.fret > 0 && !part.capo.strings && fret >= 0;
  if (canFollow && capoProblem(capo, part.instrument) === undefined) {
    const neck = neckOf(part.instrument, capo);
    const kept = lines.map((line) => ({ ...line, bars: keepShapes(line.bars, neck, key) }));
    return { part: { ...part, capo }, lines: kept, hasKeptShapes: true };
  }
  const neck = neckOf(part.instrument, part.capo);
  const moved = lines.map((line) => transposeBars(line.bars, semitones, key));
  // One way through the whole part, then cut where the lines were.
  const { bars } = placeBars(moved.flat(), neck, "unpinned");
  let start = 0;
  const placed = lines.map((line) => {
    const own = bars.slice(start, (start += line.bars.length));
    return { ...line, bars: own };
  });
  return { part, lines: placed, hasKeptShapes: false };
}

/** Every pitch moved and let go of its place. */
function transposeBars(bars: readonly Bar[], semitones: number, key: Key): readonly Bar[] {
  return bars.map((bar) => ({
    events: bar.events.map((event): LineEvent => {
      if (event.kind === "rest") return event;
      const notes = event.notes.map((note) => {
        if (note.kind === "dead") return note;
        const { place: _place, reason: _reason, ...rest } = note;
        const pitch = spellMidi(midi(midiOf(note.pitch) + semitones), key);
        return { ...rest, pitch, pinned: false };
      });
      return { ...event, notes };
    }),
  }));
}
