import { tuningNames } from "@intonazione/core/instrument";
import { formatPitch, midiOf } from "@intonazione/core/pitch";
import { add, formatFraction, ZERO } from "@intonazione/core/rhythm";
import {
  barsOfPart,
  isPalmMuted,
  notesOf,
  type Note,
  type Part,
  type Song,
  type Technique,
} from "@intonazione/core/score";

/** One part as the command line prints it; bars count from 1 through the whole song. */
export function partJson(song: Song, part: Part) {
  const notes = [];
  for (const [index, bar] of barsOfPart(song, part.id).entries()) {
    let onset = ZERO;
    for (const event of bar.events) {
      for (const note of notesOf(event)) {
        const muted = isPalmMuted(event) ? ["palm-mute"] : [];
        notes.push({
          bar: index + 1,
          onset: formatFraction(onset),
          duration: formatFraction(event.duration),
          ...noteJson(note, muted),
        });
      }
      onset = add(onset, event.duration);
    }
  }
  return {
    name: part.name,
    strings: tuningNames(part.instrument.tuning),
    capo: part.capo.fret,
    notes,
  };
}

function noteJson(note: Note, muted: readonly string[]) {
  if (note.kind === "dead") {
    return {
      pitch: null,
      midi: null,
      string: note.string,
      fret: null,
      finger: null,
      pinned: false,
      techniques: [...muted],
    };
  }
  return {
    pitch: formatPitch(note.pitch),
    midi: midiOf(note.pitch),
    string: note.place?.string ?? null,
    fret: note.place?.fret ?? null,
    finger: note.place?.finger ?? null,
    pinned: note.pinned,
    techniques: [...note.techniques.map(techniqueWord), ...muted],
  };
}

/** `bend 200` is a bend by 200 cents. */
function techniqueWord(technique: Technique): string {
  return technique.kind === "bend" ? `bend ${technique.cents}` : technique.kind;
}
