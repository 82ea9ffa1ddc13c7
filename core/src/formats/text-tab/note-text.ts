import { formatFret, type PlaceNames } from "../../neck/place-names";
import { linkOf, techniqueOf, type Note, type PitchedNote } from "../../score/event";

/** What was written on a string so far: the reader tells slides by it. */
export interface StringSoFar {
  /** The last sign in this bar; its fret is absent for a dead note. */
  readonly inBar: { readonly fret: number | undefined } | undefined;
  /** The last fret in the bars before. */
  readonly before: number | undefined;
}

/** A note as text: what leads into it, and itself. */
export interface NoteText {
  readonly lead: string;
  readonly sign: string;
  /** A slide out of it needs room behind it to be told from one to the next note. */
  readonly room: number;
}

export function noteText(note: Note, names: PlaceNames, soFar: StringSoFar): NoteText {
  const fret = note.kind === "pitched" && note.place ? formatFret(note.place, names) : undefined;
  const lead = leadOf(note, fret, soFar);
  if (note.kind === "dead" || fret === undefined) {
    return { lead, sign: note.kind === "dead" ? "x" : "", room: 0 };
  }
  const out = techniqueOf(note, "slide-out");
  const sign = headOf(note, fret) + tailOf(note, fret);
  return { lead, sign: sign + (out ? (out.to === "above" ? "/" : "\\") : ""), room: out ? 2 : 0 };
}

function leadOf(note: Note, fret: number | undefined, soFar: StringSoFar): string {
  switch (linkOf(note)) {
    case "hammer-on":
      return "h";
    case "pull-off":
      return "p";
    case "tap":
      return "t";
    case "release":
      return "r";
    case "slide":
    case "shift-slide":
      return slideSign(fret, soFar.inBar?.fret);
    default:
      return slideInSign(note, fret, soFar);
  }
}

/** By where it leads; a slide from what is not written in this bar says only that it is one. */
function slideSign(fret: number | undefined, from: number | undefined): string {
  if (fret === undefined || from === undefined) return "s";
  return fret >= from ? "/" : "\\";
}

/** Into a note from nowhere, where nobody would read it as coming from the note before. */
function slideInSign(note: Note, fret: number | undefined, { inBar, before }: StringSoFar): string {
  const slide = techniqueOf(note, "slide-in");
  if (!slide || fret === undefined) return "";
  const from = inBar ? inBar.fret : before;
  if (from === undefined) return inBar ? "" : slide.from === "below" ? "/" : "\\";
  if (slide.from === "below") return fret < from ? "/" : "";
  return fret > from ? "\\" : "";
}

function headOf(note: PitchedNote, fret: number): string {
  if (techniqueOf(note, "natural-harmonic")) return `<${fret}>`;
  return techniqueOf(note, "ghost") ? `(${fret})` : String(fret);
}

function tailOf(note: PitchedNote, fret: number): string {
  let tail = "";
  const bend = techniqueOf(note, "bend");
  if (bend) {
    const isPre = bend.course.startsWith("pre-");
    tail += (isPre ? "pb" : "b") + bendAmount(bend.cents, fret);
    if (bend.course.endsWith("release")) tail += `r${fret}`;
  }
  const trill = techniqueOf(note, "trill");
  if (trill) tail += `tr${fret + trill.semitones}`;
  return tail + (techniqueOf(note, "vibrato") ? "~" : "");
}

/** The fret whose pitch it reaches; a quarter tone and three of them by their usual signs. */
function bendAmount(cents: number, fret: number): string {
  if (cents === 50) return "¼";
  if (cents === 150) return "¾";
  return String(fret + cents / 100);
}
