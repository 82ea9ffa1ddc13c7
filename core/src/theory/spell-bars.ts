import type { Key } from "../pitch/key";
import { midiOf, type Pitch } from "../pitch/pitch";
import { withEvents, type Bar } from "../score/bar";
import { pitchedIn, withNotes, type PitchedNote } from "../score/event";
import { spellLine } from "./spell-line";

/**
 * The same bars with their notes named by key and direction. Each voice leads by its highest note;
 * the others of a chord are named as if it led on from them too.
 * @param isOurs Which notes may be named anew; the names of the others are somebody's wish.
 */
export function spellBars(
  bars: readonly Bar[],
  key: Key,
  isOurs: (note: PitchedNote) => boolean = () => true,
): readonly Bar[] {
  const names = new Map<PitchedNote, Pitch>();
  for (const voice of [(bar: Bar) => bar.events, (bar: Bar) => bar.voiceTwo ?? []]) {
    const chords = bars
      .flatMap(voice)
      .map(pitchedIn)
      .filter((notes) => notes.length > 0);
    const leads = chords.map((notes) => Math.max(...notes.map(({ pitch }) => midiOf(pitch))));
    const spelled = spellLine(leads, key);
    for (const [index, notes] of chords.entries()) {
      for (const note of notes) {
        const height = midiOf(note.pitch);
        const isLead = height === leads[index];
        const name = isLead ? spelled[index]! : nameInChord(height, leads[index + 1], key);
        names.set(note, name);
      }
    }
  }
  return bars.map((bar) =>
    withEvents(bar, (event) =>
      withNotes(event, (note) => {
        if (note.kind === "dead" || !isOurs(note)) return note;
        const name = names.get(note)!;
        const { step, alter, octave } = note.pitch;
        const isSame = name.step === step && name.alter === alter && name.octave === octave;
        return isSame ? note : { ...note, pitch: { ...note.pitch, ...name } };
      }),
    ),
  );
}

function nameInChord(height: number, next: number | undefined, key: Key): Pitch {
  return spellLine(next === undefined ? [height] : [height, next], key)[0]!;
}
