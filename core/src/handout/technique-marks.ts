import { notesOf, stringOf, type LineEvent, type PitchedNote } from "../score/event";
import type { BendCourse, EventTechnique, Technique } from "../score/technique";
import {
  bendInWords,
  bendPaths,
  spreadPath,
  tremoloBarPath,
  tremoloPath,
  vibratoPath,
} from "../strip/sign-paths";
import { dot, stroke, text, type Mark } from "./drawing";
import { stringY, type PaperLanes } from "./paper-lanes";

/** What notes and events do, drawn as players know it. */

export function noteTechniqueMarks(
  note: PitchedNote,
  x: number,
  lanes: PaperLanes,
  fret: number,
): readonly Mark[] {
  if (!note.place) return [];
  const y = stringY(lanes, note.place.string);
  return note.techniques.flatMap((one) => techniqueMarks(one, x + 9, y, lanes.signs, fret));
}

function techniqueMarks(
  technique: Technique,
  x: number,
  y: number,
  top: number,
  fret: number,
): readonly Mark[] {
  switch (technique.kind) {
    case "bend":
      return bendMarks(technique.cents, technique.course, x, y, top);
    case "vibrato":
      return [stroke(vibratoPath(technique.width, x, y), 1.1)];
    case "slide-in": {
      const from = technique.from === "below" ? 5 : -5;
      return [stroke(`M${x - 28} ${y + from}L${x - 17} ${y}`, 1.1)];
    }
    case "slide-out": {
      const to = technique.to === "below" ? 5 : -5;
      return [stroke(`M${x} ${y}L${x + 12} ${y + to}`, 1.1)];
    }
    case "trill":
      return [
        sign(x - 9, top, `tr (${fret + technique.semitones})`),
        stroke(`M${x + 12} ${top}q1.5 -4 3 0t3 0t3 0`),
      ];
    case "pinched-harmonic":
      return [sign(x - 9, top, "P.H.")];
    case "fret-hand-mute":
      return [sign(x - 9, top, "mute")];
    case "slide-bar":
      return [stroke(`M${x - 15} ${y - 9}h12`, 2)];
    default:
      return [];
  }
}

function sign(x: number, y: number, words: string): Mark {
  return text(x, y + 4, words, { face: "italic", size: 9.5, anchor: "middle" });
}

/** An arrow up, from the start where it is bent before it sounds; down again where it is released. */
function bendMarks(
  cents: number,
  course: BendCourse,
  x: number,
  y: number,
  row: number,
): readonly Mark[] {
  const { rise, head, back, peak, top } = bendPaths(course, x, y, row);
  return [
    stroke(rise, 1.1),
    stroke(head, 1.1),
    ...(back ? [stroke(back.line, 1, 0, [2, 2]), stroke(back.head)] : []),
    text(peak, top - 2, bendInWords(cents), { size: 9.5, anchor: "middle" }),
  ];
}

export function eventMarks(event: LineEvent, x: number, lanes: PaperLanes): readonly Mark[] {
  const y = lanes.signs;
  const marks: Mark[] = [];
  if (event.fermata) {
    marks.push(stroke(`M${x - 7} ${y + 2}a7 7 0 0 1 14 0`, 1.2), dot(x, y + 1, 1));
  }
  if (event.kind === "hit") marks.push(...hitMarks(event.sound, x, lanes));
  if (event.kind !== "notes") return marks;
  return [
    ...marks,
    ...event.techniques.flatMap((one) => eventTechniqueMarks(one, event, x, lanes)),
  ];
}

function hitMarks(sound: "body" | "scrape", x: number, lanes: PaperLanes): readonly Mark[] {
  if (sound === "body") {
    const middle = (stringY(lanes, 1) + stringY(lanes, lanes.strings)) / 2;
    return [stroke(`M${x - 5} ${middle - 5}l10 10m0 -10l-10 10`, 2)];
  }
  const y = stringY(lanes, lanes.strings);
  return [stroke(`M${x - 8} ${y}l4 -6l3 6l4 -6l3 6l4 -6`, 1.4)];
}

function eventTechniqueMarks(
  technique: EventTechnique,
  event: LineEvent,
  x: number,
  lanes: PaperLanes,
): readonly Mark[] {
  const y = lanes.signs;
  switch (technique.kind) {
    case "palm-mute":
      return [];
    case "accent":
      return [stroke(`M${x - 5} ${y - 3}L${x + 5} ${y}L${x - 5} ${y + 3}`, 1.2)];
    case "staccato":
      return [dot(x, y + 5, 1.6)];
    case "tremolo":
      return [stroke(tremoloPath(x, y), 1.2)];
    case "rake":
    case "arpeggio": {
      const strings = notesOf(event).flatMap((note) => stringOf(note) ?? []);
      const top = stringY(lanes, Math.min(...strings, lanes.strings)) - 5;
      const bottom = stringY(lanes, Math.max(...strings, 1)) + 5;
      const isDown = technique.stroke === "down";
      const [from, to] = isDown ? [bottom, top] : [top, bottom];
      const left = x - 12;
      if (technique.kind === "rake") {
        return [stroke(`M${left} ${from}V${to}`, 1.2, 0, [2, 2]), sign(left, y, "rake")];
      }
      return [stroke(spreadPath(left, from, to), 1.1)];
    }
    case "tremolo-bar":
      return [
        stroke(tremoloBarPath(technique.course, x, y), 1.2),
        text(x + 8, y + 3, bendInWords(technique.cents), { size: 9 }),
      ];
  }
}
