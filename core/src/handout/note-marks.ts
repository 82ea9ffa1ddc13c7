import { formatFret, type PlaceNames } from "../neck/place-names";
import { displayPitch } from "../pitch/pitch";
import {
  linkOf,
  notesOf,
  stringOf,
  techniqueOf,
  type Note,
  type PitchedNote,
} from "../score/event";
import type { EventBox } from "../strip/layout";
import { box, stroke, text, type Mark } from "./drawing";
import { stringY, type PaperLanes } from "./paper-lanes";
import { noteTechniqueMarks } from "./technique-marks";

/** Figures on the strings, and what joins them. */

export interface NoteSetting {
  readonly lanes: PaperLanes;
  readonly names: PlaceNames;
  /** What stands before, in this bar's voice. */
  readonly before: EventBox | undefined;
  /** Its strings end with a note in the bar before. */
  readonly barBefore: EventBox | undefined;
}

export function noteMarks(note: Note, at: EventBox, setting: NoteSetting): readonly Mark[] {
  const { lanes, names } = setting;
  const isSmall = at.event.kind === "notes" && at.event.grace !== undefined;
  if (note.kind === "dead") return figure(at.x, stringY(lanes, note.string), "×", isSmall, 0);
  if (!note.place) {
    const y = lanes.unplaced ?? lanes.signs;
    return [
      stroke(`M${at.x - 14} ${y - 8}h28v16h-28Z`, 0.8, 0, [3, 2]),
      text(at.x, y + 4, displayPitch(note.pitch), { size: 10, anchor: "middle" }),
    ];
  }
  const fret = formatFret(note.place, names);
  const isHeld = linkOf(note) === "tie";
  return [
    ...linkMarks(note, originOf(note, setting), at.x, lanes),
    ...figure(
      at.x,
      stringY(lanes, note.place.string),
      figureOf(note, fret),
      isSmall,
      isHeld ? 0.45 : 0,
    ),
    ...noteTechniqueMarks(note, at.x, lanes, fret),
  ];
}

/** A figure interrupts its string. */
function figure(
  x: number,
  y: number,
  words: string,
  isSmall: boolean,
  grey: number,
): readonly Mark[] {
  const size = isSmall ? 10 : 13.5;
  const width = words.length * (isSmall ? 6 : 8) + 4;
  return [
    box(x - width / 2, y - 6.5, width, 13),
    text(x, y + size * 0.36, words, { face: "figure", size, anchor: "middle", grey }),
  ];
}

function figureOf(note: PitchedNote, fret: number): string {
  if (techniqueOf(note, "natural-harmonic")) return `‹${fret}›`;
  return techniqueOf(note, "ghost") ? `(${fret})` : String(fret);
}

/** Where the note before on the same string stands; links over a bar line come in from its left. */
function originOf(note: PitchedNote, { before, barBefore }: NoteSetting): number | undefined {
  const string = stringOf(note);
  const has = (one: EventBox) => notesOf(one.event).some((other) => stringOf(other) === string);
  if (before) return has(before) ? before.x : undefined;
  return barBefore && has(barBefore) ? -8 : undefined;
}

const LETTER: Readonly<Record<string, string>> = { "hammer-on": "H", "pull-off": "P", tap: "T" };

function linkMarks(
  note: PitchedNote,
  from: number | undefined,
  to: number,
  lanes: PaperLanes,
): readonly Mark[] {
  const link = linkOf(note);
  if (!link || !note.place) return [];
  const y = stringY(lanes, note.place.string);
  const start = from ?? to - 26;
  if (link === "slide" || link === "shift-slide") {
    const line = stroke(`M${start + 8} ${y + 3}L${to - 8} ${y - 3}`, 1.2);
    return link === "slide" ? [line, slur(start, to, y)] : [line];
  }
  const letter = LETTER[link];
  const isAlone = link === "tap" && from === undefined;
  const at = isAlone ? to : (start + to) / 2;
  return [
    ...(isAlone ? [] : [slur(start, to, y)]),
    ...(letter === undefined
      ? []
      : [text(at, y - (isAlone ? 10 : 14), letter, { face: "sans", size: 9, anchor: "middle" })]),
  ];
}

function slur(from: number, to: number, y: number): Mark {
  return stroke(`M${from} ${y - 8}Q${(from + to) / 2} ${y - 15} ${to} ${y - 8}`, 1);
}
