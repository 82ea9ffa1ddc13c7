import { remembering } from "../foundation/remembering";
import type { Key } from "../pitch/key";
import { midi, midiOf, type Pitch } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import { withEvents, type Bar } from "../score/bar";
import { pitchedIn, withNotes, type LineEvent, type PitchedNote } from "../score/event";
import { spellChord, type NamedTone } from "./spell-chord";
import { spellLine } from "./spell-line";

/**
 * The same bars with their notes named by key and direction. Each voice leads by its highest note;
 * what sounds together is named as a chord, whose thirds and fifths look like what they are.
 * @param isOurs Which notes may be named anew; the names of the others are somebody's wish.
 */
export function spellBars(
  bars: readonly Bar[],
  key: Key,
  isOurs: (note: PitchedNote) => boolean = everyNote,
): readonly Bar[] {
  const spelled: Bar[] = [];
  let [line, below]: readonly [Ahead, Ahead] = [NOTHING_AHEAD, NOTHING_AHEAD];
  for (const bar of [...bars].reverse()) {
    const under = bar.voiceTwo ?? [];
    spelled.push(spellBar(bar, key, isOurs, wayOn(bar.events, line), wayOn(under, below)));
    line = aheadOf(bar.events, line);
    below = aheadOf(under, below);
  }
  return spelled.reverse();
}

const everyNote = () => true;

/** How a voice goes on behind a bar: its next height, and the first one that is another. */
interface Ahead {
  readonly next: number | undefined;
  readonly other: number | undefined;
}
const NOTHING_AHEAD: Ahead = { next: undefined, other: undefined };

/** What is ahead at the beginning of these events. */
function aheadOf(events: readonly LineEvent[], behind: Ahead): Ahead {
  const heights = leadsOf(events.map(pitchedIn));
  const [next = behind.next] = heights;
  const other =
    heights.find((height) => height !== next) ??
    (behind.next === next ? behind.other : behind.next);
  return { next, other };
}

/** Whether the last height of these events goes on by a semitone, and which way: 1, −1, or 0. */
function wayOn(events: readonly LineEvent[], { next, other }: Ahead): number {
  const last = leadsOf(events.map(pitchedIn)).at(-1);
  const goal = next === last ? other : next;
  const way = last === undefined || goal === undefined ? 0 : goal - last;
  return Math.abs(way) === 1 ? way : 0;
}

/** The highest note of each chord; the chords without one are left out. */
function leadsOf(chords: readonly (readonly PitchedNote[])[]): readonly number[] {
  return chords
    .filter((notes) => notes.length > 0)
    .map((notes) => Math.max(...notes.map(({ pitch }) => midiOf(pitch))));
}

/** One bar, by its own notes and how each voice goes on behind it. */
const spellBar = remembering(
  (
    bar: Bar,
    key: Key,
    isOurs: (note: PitchedNote) => boolean,
    way: number,
    wayBelow: number,
  ): Bar => {
    const names = new Map<PitchedNote, Pitch>();
    nameVoice(names, bar.events, way, key, isOurs);
    nameVoice(names, bar.voiceTwo ?? [], wayBelow, key, isOurs);
    return withEvents(bar, (event) =>
      withNotes(event, (note) => {
        if (note.kind === "dead" || !isOurs(note)) return note;
        const name = names.get(note)!;
        const { step, alter, octave } = note.pitch;
        const isSame = name.step === step && name.alter === alter && name.octave === octave;
        return isSame ? note : { ...note, pitch: { ...note.pitch, ...name } };
      }),
    );
  },
);

function nameVoice(
  names: Map<PitchedNote, Pitch>,
  events: readonly LineEvent[],
  way: number,
  key: Key,
  isOurs: (note: PitchedNote) => boolean,
): void {
  const chords = events.map(pitchedIn).filter((notes) => notes.length > 0);
  const leads = leadsOf(chords);
  const behind = way === 0 ? [] : [leads.at(-1)! + way];
  const spelled = spellLine([...leads, ...behind], key, leads.length);
  for (const [index, notes] of chords.entries()) {
    const line = spelled[index]!;
    if (notes.length === 1) {
      names.set(notes[0]!, line);
      continue;
    }
    const tones = notes.map((note): NamedTone => {
      const height = midiOf(note.pitch);
      if (!isOurs(note)) return { pitch: note.pitch, height, kind: "fixed" };
      return height === leads[index]
        ? { pitch: line, height, kind: "of the line" }
        : { pitch: spellMidi(midi(height), key), height, kind: "free" };
    });
    const pitches = spellChord(tones, key);
    for (const [at, note] of notes.entries()) names.set(note, pitches[at]!);
  }
}
