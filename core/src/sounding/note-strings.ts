import { stringOf, type Note } from "../score/event";

/** What is known of the strings that notes lie on. */
export interface NoteStrings {
  /** The strings that a note may lie on, rising; one where that is settled, none where none has it. */
  readonly of: (note: Note) => readonly number[];
  /** Whether a ringing note gives its string up to one that begins; no note does where it is left out. */
  readonly yields?: (ringing: Note, beginning: Note) => boolean;
}

const known = new Map<number, NoteStrings>();

/** The strings as they are written: a note without a place may lie on any of so many. */
export function writtenStrings(count: number): NoteStrings {
  let strings = known.get(count);
  if (!strings) {
    const each = Array.from({ length: count }, (_, index) => [index + 1]);
    const any = each.flat();
    const of = (note: Note) => {
      const string = stringOf(note);
      return string === undefined ? any : (each[string - 1] ?? [string]);
    };
    known.set(count, (strings = { of }));
  }
  return strings;
}

/** Whether every note can have a string of its own; what the hand makes of it is another question. */
export function haveStringsOfTheirOwn(notes: readonly Note[], strings: NoteStrings): boolean {
  const taken = new Set<number>();
  const find = (index: number): boolean => {
    const note = notes[index];
    if (!note) return true;
    return strings.of(note).some((string) => {
      if (taken.has(string)) return false;
      taken.add(string);
      const isFound = find(index + 1);
      taken.delete(string);
      return isFound;
    });
  };
  return find(0);
}
