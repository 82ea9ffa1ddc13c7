import type { Key } from "../pitch/key";
import { midi, midiOf } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import type { HandTable } from "../placement/hand-table";
import { placePart } from "../placement/place-part";
import { eventsOf, withEvents, type Bar } from "../score/bar";
import { notesOf, withNotes, type PitchedNote } from "../score/event";
import type { Line, Part, Song } from "../score/song";

/** What of a part is to stay when it goes to another instrument. */
export const INTENTS = ["sound", "shapes", "key", "octave"] as const;
export type Intent = (typeof INTENTS)[number];

/** How far "the best key near by" may lie, in semitones; more is another song. */
export const MOST_SEMITONES = 11;
export const USUAL_SEMITONES = 5;

/** A note that is lost weighs as much as all that makes a phrase hard. */
const LOST_NOTE_POINTS = 50_000;
/** What a semitone further from the record must save, in points a note. */
const SEMITONE_POINTS = 40;

/** How well the lines lie when they sound so many semitones higher: less is better. */
function burden(
  song: Song,
  part: Part,
  lines: readonly Line[],
  table: HandTable,
  semitones: number,
): number {
  const moved = lines.map((line) => ({
    ...line,
    others: [],
    bars: transposeBars(line.bars, semitones, song.key),
  }));
  if (moved.some(({ bars }) => bars.includes(OUT_OF_MIDI))) return Number.POSITIVE_INFINITY;
  const { placed } = placePart(song, part, "unpinned", table, moved);
  return placed.reduce(
    (sum, { plan, unreachable }) => sum + plan.points + LOST_NOTE_POINTS * unreachable.size,
    0,
  );
}

/** By how many semitones the part sounds higher on its new instrument. */
export function semitonesFor(
  intent: Exclude<Intent, "shapes">,
  song: Song,
  part: Part,
  lines: readonly Line[],
  table: HandTable,
  within: number,
): number {
  if (intent === "sound") return 0;
  const notes = lines.reduce((sum, { bars }) => sum + countNotes(bars), 0);
  const choices =
    intent === "octave"
      ? [-12, 12, -24, 24]
      : Array.from({ length: 2 * within + 1 }, (_, index) => index - within);
  let best = choices[0]!;
  let least = Number.POSITIVE_INFINITY;
  for (const semitones of [...choices].sort((a, b) => Math.abs(a) - Math.abs(b))) {
    const away = SEMITONE_POINTS * notes * Math.abs(semitones);
    const own = burden(song, part, lines, table, semitones) + away;
    if (own < least) {
      least = own;
      best = semitones;
    }
  }
  return best;
}

function countNotes(bars: readonly Bar[]): number {
  return eventsOf(bars).reduce((sum, event) => sum + notesOf(event).length, 0);
}

const OUT_OF_MIDI: Bar = { events: [] };

/** Every pitch so many semitones higher, spelled by `key`; a bar that would leave MIDI's range stands empty. */
export function transposeBars(bars: readonly Bar[], semitones: number, key: Key): readonly Bar[] {
  if (semitones === 0) return bars;
  return bars.map((bar) => {
    let isOut = false;
    const moved = withEvents(bar, (event) =>
      withNotes(event, (note) => {
        if (note.kind === "dead") return note;
        const to = midiOf(note.pitch) + semitones;
        if (to >= 0 && to <= 127) return transposed(note, to, key);
        isOut = true;
        return note;
      }),
    );
    return isOut ? OUT_OF_MIDI : moved;
  });
}

function transposed(note: PitchedNote, to: number, key: Key): PitchedNote {
  return { ...note, pitch: { ...note.pitch, ...spellMidi(midi(to), key) } };
}
