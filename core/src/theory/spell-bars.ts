import { remembering } from "../foundation/remembering";
import type { Key } from "../pitch/key";
import { midiOf, type Pitch } from "../pitch/pitch";
import { withEvents, type Bar } from "../score/bar";
import { pitchedIn, withNotes, type LineEvent, type PitchedNote } from "../score/event";
import { spellLine } from "./spell-line";

/**
 * The same bars with their notes named by key and direction. Each voice leads by its highest note;
 * the others of a chord are named as if it led on from them too.
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
    spelled.push(spellBar(bar, key, isOurs, line.next, line.other, below.next, below.other));
    line = aheadOf(bar.events, line);
    below = aheadOf(bar.voiceTwo ?? [], below);
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
    next: number | undefined,
    other: number | undefined,
    nextBelow: number | undefined,
    otherBelow: number | undefined,
  ): Bar => {
    const names = new Map<PitchedNote, Pitch>();
    nameVoice(names, bar.events, { next, other }, key);
    nameVoice(names, bar.voiceTwo ?? [], { next: nextBelow, other: otherBelow }, key);
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
  { next, other }: Ahead,
  key: Key,
): void {
  const chords = events.map(pitchedIn).filter((notes) => notes.length > 0);
  const leads = leadsOf(chords);
  const behind = [next, other].filter((height) => height !== undefined);
  const spelled = spellLine([...leads, ...behind], key);
  for (const [index, notes] of chords.entries()) {
    for (const note of notes) {
      const height = midiOf(note.pitch);
      const isLead = height === leads[index];
      names.set(
        note,
        isLead ? spelled[index]! : nameInChord(height, leads[index + 1] ?? next, key),
      );
    }
  }
}

function nameInChord(height: number, next: number | undefined, key: Key): Pitch {
  return spellLine(next === undefined ? [height] : [height, next], key)[0]!;
}
