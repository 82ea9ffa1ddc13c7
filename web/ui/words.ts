import { writtenFret, type Place, type PlaceNames } from "@intonazione/core/neck";
import { displayPitch } from "@intonazione/core/pitch";
import { countAt, durationInWords, type Fraction, type Metre } from "@intonazione/core/rhythm";
import { notesOf, type LineEvent, type Note, type Technique } from "@intonazione/core/score";

/** Music in words, for panels and for those who hear the page instead of seeing it. */

export function stringInWords(string: number, { strings }: PlaceNames): string {
  const name = strings[string - 1] ?? String(string);
  return /^\d/u.test(name) ? `string ${name}` : `${name} string`;
}

/** @example placeInWords({ string: 4, fret: 5 }, names) // "D string, fret 5" */
export function placeInWords(place: Place, names: PlaceNames): string {
  const where = place.fret === 0 ? "open" : `fret ${writtenFret(place, names)}`;
  return `${stringInWords(place.string, names)}, ${where}`;
}

const BEND_IN_WORDS: Readonly<Record<number, string>> = {
  50: "¼",
  100: "½",
  150: "¾",
  200: "full",
  250: "1¼",
  300: "1½",
  350: "1¾",
  400: "2",
};

/** How far a bend goes, as written over its arrow. */
export function bendInWords(cents: number): string {
  return BEND_IN_WORDS[cents] ?? `${cents / 200}`;
}

export function techniqueInWords(technique: Technique): string {
  switch (technique.kind) {
    case "hammer-on":
      return "hammered on";
    case "pull-off":
      return "pulled off";
    case "slide":
      return "slid into";
    case "bend":
      return `bent ${bendInWords(technique.cents)}`;
    case "vibrato":
      return "with vibrato";
  }
}

function noteInWords(note: Note, names: PlaceNames): string {
  if (note.kind === "dead") return `dead stroke on the ${stringInWords(note.string, names)}`;
  const where = note.place ? placeInWords(note.place, names) : "no place yet";
  const how = note.techniques.map((technique) => `, ${techniqueInWords(technique)}`).join("");
  return `${displayPitch(note.pitch)}, ${where}${how}${note.pinned ? ", pinned" : ""}`;
}

export function eventInWords(event: LineEvent, names: PlaceNames): string {
  const what =
    event.kind === "rest"
      ? "rest"
      : notesOf(event)
          .map((note) => noteInWords(note, names))
          .join(" and ");
  const muted = event.kind === "notes" && event.palmMuted ? ", palm muted" : "";
  return `${what}${muted}, ${durationInWords(event.duration)}`;
}

const COUNT_IN_WORDS: Readonly<Record<string, string>> = {
  "&": "and",
  e: "e",
  a: "a",
  trip: "second of three",
  let: "third of three",
};

/** @example countInWords(fraction(3, 8), COMMON_TIME) // "and of 2" */
export function countInWords(onset: Fraction, metre: Metre): string {
  const count = countAt(onset, metre);
  if (/^\d/u.test(count)) return `on ${count}`;
  const beat = Math.floor((onset.num * metre.unit) / onset.den) + 1;
  const part = COUNT_IN_WORDS[count];
  return part ? `${part} of ${beat}` : `within ${beat}`;
}

/** A, B … Z, then AA, AB …: phrases by their order. */
export function phraseLetter(index: number): string {
  const rest = Math.floor(index / 26);
  return (rest > 0 ? phraseLetter(rest - 1) : "") + String.fromCharCode(65 + (index % 26));
}
