import { formatFret, type PlaceNames } from "@intonazione/core/neck";
import { notesOf, type LineEvent, type Note } from "@intonazione/core/score";
import type { EventTechnique, Technique } from "@intonazione/core/score";

/**
 * What is done to an event, in the words in which it is said: `bend 1/2` and `release`, `trill 8` to
 * the eighth fret, `wide vibrato`, `downstroke`. One list for all its notes.
 */
export function spokenTechniques(event: LineEvent, names: PlaceNames): readonly string[] {
  if (event.kind !== "notes") return [];
  const ofNotes = event.notes.flatMap((note) => [...ofNote(note, event, names)]);
  return [
    ...new Set([
      ...ofNotes,
      ...event.techniques.map(ofEvent),
      ...(event.stroke ? [`${event.stroke}stroke`] : []),
    ]),
  ];
}

function ofNote(note: Note, event: LineEvent, names: PlaceNames): readonly string[] {
  const pluck = note.pluck ? [note.pluck] : [];
  if (note.kind === "dead") return pluck;
  return [...note.techniques.flatMap((one) => inWords(one, note, event, names)), ...pluck];
}

function inWords(
  technique: Technique,
  note: Extract<Note, { readonly kind: "pitched" }>,
  event: LineEvent,
  names: PlaceNames,
): readonly string[] {
  switch (technique.kind) {
    case "bend":
      return bendInWords(technique, event);
    case "vibrato":
      return [technique.width === "wide" ? "wide vibrato" : "vibrato"];
    case "trill": {
      const other = note.place && formatFret(note.place, names) + technique.semitones;
      return [other === undefined ? "trill" : `trill ${other}`];
    }
    case "natural-harmonic":
      return ["harmonic"];
    case "pinched-harmonic":
      return ["pinch harmonic"];
    default:
      return [technique.kind];
  }
}

function bendInWords(
  { cents, course, to }: Extract<Technique, { readonly kind: "bend" }>,
  event: LineEvent,
): readonly string[] {
  const isUnison = notesOf(event).some(
    (note) => note.kind === "pitched" && to !== undefined && note.place?.string === to.string,
  );
  if (isUnison) return ["unison bend"];
  const bend = course.startsWith("pre") ? "pre-bend" : "bend";
  const release = course.endsWith("release") ? ["release"] : [];
  return [`${bend} ${wholeSteps(cents)}`, ...release];
}

/** @example wholeSteps(300) // "1 1/2" */
function wholeSteps(cents: number): string {
  const whole = Math.floor(cents / 200);
  const part = { 0: "", 50: "1/4", 100: "1/2", 150: "3/4" }[cents % 200] ?? "";
  return [whole > 0 || part === "" ? String(whole) : "", part].filter(Boolean).join(" ");
}

function ofEvent(technique: EventTechnique): string {
  return technique.kind;
}
