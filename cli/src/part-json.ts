import { barEntries, barNumber, barsOn } from "@intonazione/core/foundation";
import { printForm } from "@intonazione/core/callout";
import { tuningNames } from "@intonazione/core/instrument";
import { neckOf } from "@intonazione/core/neck";
import { formatChord, formatPitch, midiOf } from "@intonazione/core/pitch";
import { suggestFingers } from "@intonazione/core/placement";
import { suggestStrokes, type Handwork } from "@intonazione/core/playing";
import { formatFraction, formatMetre } from "@intonazione/core/rhythm";
import {
  framesOfPhrase,
  lineOf,
  momentsOf,
  notesOf,
  unfold,
  type EventTechnique,
  type LineEvent,
  type Note,
  type Part,
  type Song,
  type Technique,
} from "@intonazione/core/score";
import { fingeredChord, soundingShift } from "@intonazione/core/theory";

/** One part as the command line prints it; bars count from 1 through the whole song. */
export function partJson(song: Song, part: Part) {
  const shift = soundingShift(part.instrument, part.capo);
  const neck = neckOf(part.instrument, part.capo);
  const notes: object[] = [];
  const chords: object[] = [];
  const hits: object[] = [];
  let before = 0;
  for (const phrase of song.phrases) {
    const bars = lineOf(song, phrase.id, part.id)?.bars ?? [];
    const frames = framesOfPhrase(song, phrase, bars.length);
    const strokes = suggestStrokes(bars, frames, part.picking, part.instrument.tuning.length);
    const fingers = suggestFingers(bars, neck);
    for (const [index, bar] of barEntries(bars)) {
      const number = barNumber(barsOn(index, before));
      for (const { at, chord } of frames[index]!.chords) {
        chords.push({
          bar: number,
          at: formatFraction(at),
          sounding: chord ? formatChord(chord) : null,
          fingered: chord ? formatChord(fingeredChord(chord, shift, song.key)) : null,
        });
      }
      const second = new Set(bar.voiceTwo);
      for (const { onset, events } of momentsOf(bar)) {
        for (const event of events) {
          const when = {
            bar: number,
            onset: formatFraction(onset),
            duration: formatFraction(event.duration),
            ...(second.has(event) && { voice: "two" }),
          };
          if (event.kind === "hit") hits.push({ ...when, sound: event.sound });
          for (const [order, note] of notesOf(event).entries()) {
            notes.push({
              ...when,
              ...noteJson(note, event),
              finger: fingers.get(note.id) ?? null,
              stroke: strokeOf(strokes.get(event.id), order),
            });
          }
        }
      }
    }
    before += bars.length;
  }
  return {
    name: part.name,
    strings: tuningNames(part.instrument.tuning),
    capo: part.capo.fret,
    picking: part.picking,
    ...(part.tone !== undefined && { tone: part.tone }),
    notes,
    ...(hits.length > 0 && { hits }),
    ...(chords.length > 0 && { chords }),
  };
}

/** The form as it is said, the phrases with what their bars say, and the order in which they sound. */
export function formJson(song: Song) {
  const names = new Map(song.phrases.map(({ id, name }) => [id, name]));
  const sections = new Map(song.form.map(({ id, name }) => [id, name]));
  return {
    said: printForm(song.form, song.phrases),
    phrases: song.phrases.map(({ name, marks }) => ({
      name,
      // Chords stand with the parts, as each of them fingers them.
      marks: marks
        .filter(({ metre, tempoBpm, from }) => metre ?? tempoBpm ?? from)
        .map(({ bar, metre, tempoBpm, from }) => ({
          bar: barNumber(bar),
          ...(metre && { metre: formatMetre(metre) }),
          ...(tempoBpm !== undefined && { tempo: tempoBpm }),
          ...(from && { from: formatFraction(from) }),
        })),
    })),
    played: unfold(song).map(
      ({ phraseId, sectionId, isEnding, sectionPass, phrasePass, over }) => ({
        phrase: names.get(phraseId),
        ...(sectionId !== undefined && { section: sections.get(sectionId), sectionPass }),
        pass: phrasePass,
        ...(isEnding && { ending: true }),
        ...(over && { over: formatChord(over) }),
      }),
    ),
  };
}

function noteJson(note: Note, event: LineEvent) {
  const ofEvent = event.kind === "notes" ? event.techniques.map(eventTechniqueWord) : [];
  const grace = event.kind === "notes" && event.grace ? [`grace ${event.grace}`] : [];
  const fermata = event.fermata ? ["fermata"] : [];
  const pluck = note.pluck ? [note.pluck] : [];
  const shared = [...pluck, ...ofEvent, ...grace, ...fermata];
  if (note.kind === "dead") {
    return {
      pitch: null,
      midi: null,
      string: note.string,
      fret: null,
      pinned: false,
      techniques: shared,
    };
  }
  return {
    pitch: formatPitch(note.pitch),
    midi: midiOf(note.pitch),
    ...(note.pitch.cents && { cents: note.pitch.cents }),
    string: note.place?.string ?? null,
    fret: note.place?.fret ?? null,
    pinned: note.pinned,
    techniques: [...note.techniques.map(techniqueWord), ...shared],
  };
}

/** `bend 200` is a bend by 200 cents. */
function techniqueWord(technique: Technique): string {
  switch (technique.kind) {
    case "bend":
      return `${technique.course} ${technique.cents}`;
    case "vibrato":
      return technique.width === "wide" ? "vibrato wide" : "vibrato";
    case "trill":
      return `trill ${technique.semitones}`;
    case "slide-in":
      return `slide-in ${technique.from}`;
    case "slide-out":
      return `slide-out ${technique.to}`;
    case "pinched-harmonic":
      return `pinched-harmonic ${technique.partial}`;
    default:
      return technique.kind;
  }
}

function eventTechniqueWord(technique: EventTechnique): string {
  switch (technique.kind) {
    case "rake":
    case "arpeggio":
      return `${technique.kind} ${technique.stroke}`;
    case "tremolo":
      return technique.value ? `tremolo ${formatFraction(technique.value)}` : "tremolo";
    case "tremolo-bar":
      return `${technique.course} ${technique.cents}`;
    default:
      return technique.kind;
  }
}

/** How the right hand sounds a note: down, up or a finger; null where it does not. */
function strokeOf(work: Handwork | undefined, order: number): string | null {
  return work?.plucks?.[order] ?? work?.stroke ?? null;
}
