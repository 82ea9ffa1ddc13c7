import type { CalloutContext, SaidQuestion, SaidReading } from "@intonazione/core/callout";
import { formatFret } from "@intonazione/core/neck";
import { formatFraction } from "@intonazione/core/rhythm";
import { notesOf, type LineEvent, type Note } from "@intonazione/core/score";
import { spokenTechniques } from "./spoken-techniques";

/** What was said, as the command line prints it. */

export function eventJson(event: LineEvent, { names }: CalloutContext) {
  const notes = notesOf(event);
  return {
    notes: notes.map((note) => ({ string: stringIn(note), fret: fretIn(note, names) })),
    techniques: spokenTechniques(event, names),
    duration: event.lengthUnknown ? null : formatFraction(event.duration),
    fingers: notes.map((note) => (note.kind === "pitched" ? (note.finger ?? null) : null)),
  };
}

const stringIn = (note: Note) =>
  note.kind === "dead" ? note.string : (note.place?.string ?? null);

function fretIn(note: Note, names: CalloutContext["names"]) {
  if (note.kind === "dead") return "x";
  return note.place ? formatFret(note.place, names) : null;
}

export function slipsJson({ findings }: Pick<SaidReading, "findings">) {
  return findings
    .filter(({ severity }) => severity === "error")
    .map(({ where, message }) => ({ column: where.column ?? 1, message }));
}

export function questionJson({ column, question, answers }: SaidQuestion) {
  return { column, question, answers: answers.map(({ label }) => label) };
}
