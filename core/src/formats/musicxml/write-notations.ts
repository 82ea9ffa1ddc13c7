import { formatDuration, noteValueOf } from "../../rhythm/duration";
import type { LineEvent, Note, NotesEvent, PitchedNote } from "../../score/event";
import { techniqueOf } from "../../score/event";
import type { EventTechnique, LinkKind, Technique } from "../../score/technique";
import { leaf, node, type XmlNode } from "../xml/write-xml";
import {
  HIT_WORDS,
  PINCHED,
  PLUCK_WORDS,
  RAKE,
  TECHNIQUE_WORDS,
  TREMOLO_VALUE,
  TRILL_STEPS,
} from "./vocabulary.data";

/** How a note is joined to its neighbours in the file. */
export interface Joined {
  /** The link by which the next note on its string is reached. */
  readonly next: LinkKind | undefined;
  /** It goes on as the next piece of a long value. */
  readonly isContinued: boolean;
  /** It is the next piece of a long value. */
  readonly isContinuation: boolean;
}

/** What only the first note of an event says for all of them. */
export interface Lead {
  readonly opensTuplet: boolean;
  readonly closesTuplet: boolean;
}

const GROUPS = ["technical", "articulations", "ornaments"] as const;
type Group = (typeof GROUPS)[number];
type Said = readonly [Group | "plain", XmlNode];

/**
 * The notations of one note: everything the format has a sign for, and in words what it has none
 * for. `withPlace` is true on the tablature staff.
 */
export function notationsOf(
  event: LineEvent,
  note: Note | undefined,
  joined: Joined,
  lead: Lead | undefined,
  withPlace: boolean,
): XmlNode | undefined {
  const isFirst = !joined.isContinuation;
  const said: Said[] = [
    ...(note ? tiesOf(note, joined) : []),
    ...(lead ? tupletOf(lead) : []),
    ...(note?.kind === "pitched"
      ? releaseFirst(note.techniques)
          .filter((technique) => isFirst || isHarmonic(technique))
          .flatMap((technique) => techniqueSigns(technique, note))
      : []),
    ...(note ? linkStarts(note, joined) : []),
    ...(lead && isFirst ? eventSigns(event) : []),
    ...(note && isFirst ? handSigns(note) : []),
    ...(note && withPlace ? placeSigns(note) : []),
  ];
  const groups = GROUPS.map((group) => {
    const signs = said.filter(([of]) => of === group).map(([, sign]) => sign);
    return signs.length > 0 && node(group, {}, signs);
  });
  const plain = said.filter(([of]) => of === "plain").map(([, sign]) => sign);
  const notations = node("notations", {}, plain, groups);
  return notations.children.length > 0 ? notations : undefined;
}

/** A release that stands before a bend comes back from the note before; behind it, from the bend itself. */
function releaseFirst(techniques: readonly Technique[]): readonly Technique[] {
  const isRelease = ({ kind }: Technique) => kind === "release";
  return [...techniques.filter(isRelease), ...techniques.filter((one) => !isRelease(one))];
}

/** Without it the place of a piece would not sound its pitch. */
function isHarmonic({ kind }: Technique): boolean {
  return kind === "natural-harmonic" || kind === "pinched-harmonic";
}

function tiesOf(note: Note, { next, isContinued, isContinuation }: Joined): readonly Said[] {
  const stops = isContinuation || (note.kind === "pitched" && techniqueOf(note, "tie"));
  const starts = isContinued || next === "tie";
  return [
    ...(stops ? [plain("tied", { type: "stop" })] : []),
    ...(starts ? [plain("tied", { type: "start" })] : []),
  ];
}

function tupletOf({ opensTuplet, closesTuplet }: Lead): readonly Said[] {
  return [
    ...(opensTuplet ? [plain("tuplet", { type: "start", bracket: "yes" })] : []),
    ...(closesTuplet ? [plain("tuplet", { type: "stop" })] : []),
  ];
}

/** The element by which a link is written, beside the slur of what is not sounded anew. */
const LINK_ELEMENT: Readonly<Partial<Record<LinkKind, "hammer-on" | "pull-off" | "slide">>> = {
  "hammer-on": "hammer-on",
  "pull-off": "pull-off",
  slide: "slide",
  "shift-slide": "slide",
};
const LETTER: Readonly<Record<string, string>> = { "hammer-on": "H", "pull-off": "P" };

function linkSigns(link: LinkKind, type: "start" | "stop", string: number): readonly Said[] {
  const name = LINK_ELEMENT[link];
  if (!name) return [];
  const number = string;
  if (name === "slide") {
    const line = plain("slide", { type, number, "line-type": "solid" });
    return link === "slide" ? [line, plain("slur", { type, number })] : [line];
  }
  const text = type === "start" ? LETTER[name]! : "";
  return [["technical", leaf(name, text, { type, number })]];
}

function linkStarts(note: Note, { next, isContinued }: Joined): readonly Said[] {
  return next && !isContinued ? linkSigns(next, "start", stringNumber(note)) : [];
}

function techniqueSigns(technique: Technique, note: PitchedNote): readonly Said[] {
  const technical = (sign: XmlNode): readonly Said[] => [["technical", sign]];
  switch (technique.kind) {
    case "hammer-on":
    case "pull-off":
    case "slide":
    case "shift-slide":
      return linkSigns(technique.kind, "stop", stringNumber(note));
    case "tie":
      return [];
    case "tap":
      return technical(leaf("tap", "T"));
    case "release":
      return technical(bend(-releaseOf(note), node("release")));
    case "slide-in":
      return [["articulations", node(technique.from === "below" ? "scoop" : "plop")]];
    case "slide-out":
      return [["articulations", node(technique.to === "below" ? "falloff" : "doit")]];
    case "bend": {
      const { cents, course } = technique;
      const isPre = course === "pre-bend" || course === "pre-bend-and-release";
      const isReleased = course === "bend-and-release" || course === "pre-bend-and-release";
      return [
        ["technical", bend(cents, isPre && node("pre-bend"))],
        ...(isReleased ? technical(bend(-cents, node("release"))) : []),
      ];
    }
    case "vibrato":
      return [
        ["ornaments", node("wavy-line", { type: "start" })],
        ["ornaments", node("wavy-line", { type: "stop" })],
        // Beside a trill the wavy line would be the trill's own.
        ...(technique.width === "wide" || techniqueOf(note, "trill")
          ? [ornament(`${technique.width} vibrato`)]
          : []),
      ];
    case "trill":
      return [
        ["ornaments", node("trill-mark", { "trill-step": trillStep(technique.semitones) })],
        ...(technique.semitones > 2 ? [ornament(`${TRILL_STEPS} ${technique.semitones}`)] : []),
      ];
    case "natural-harmonic":
      return technical(node("harmonic", {}, node("natural"), node("sounding-pitch")));
    case "pinched-harmonic":
      return [
        ["technical", node("harmonic", {}, node("artificial"), node("sounding-pitch"))],
        ["technical", leaf("other-technical", `${PINCHED} ${technique.partial}`)],
      ];
    case "let-ring":
      return [plain("tied", { type: "let-ring" })];
    // A notehead in parentheses.
    case "ghost":
      return [];
    case "fret-hand-mute":
    case "slide-bar":
      return technical(leaf("other-technical", TECHNIQUE_WORDS[technique.kind]));
  }
}

function trillStep(semitones: number): string | undefined {
  return semitones === 1 ? "half" : semitones === 2 ? "whole" : undefined;
}

/** How far a release comes back is the bend's own affair, in the note before: here a whole step. */
function releaseOf(note: PitchedNote): number {
  return techniqueOf(note, "bend")?.cents ?? 200;
}

function bend(cents: number, how: XmlNode | false): XmlNode {
  return node("bend", {}, leaf("bend-alter", cents / 100), how);
}

function ornament(words: string): Said {
  return ["ornaments", leaf("other-ornament", words)];
}

function plain(name: string, attributes: XmlNode["attributes"]): Said {
  return ["plain", node(name, attributes)];
}

function eventSigns(event: LineEvent): readonly Said[] {
  const fermata = event.fermata ? [plain("fermata", {})] : [];
  if (event.kind === "rest") return fermata;
  if (event.kind === "hit") {
    return [...fermata, ["technical", leaf("other-technical", HIT_WORDS[event.sound])]];
  }
  const { stroke } = event;
  const bow: readonly Said[] = stroke
    ? [["technical", node(stroke === "down" ? "down-bow" : "up-bow")]]
    : [];
  return [...fermata, ...bow, ...event.techniques.flatMap((one) => techniquesOfEvent(one, event))];
}

function techniquesOfEvent(technique: EventTechnique, event: NotesEvent): readonly Said[] {
  switch (technique.kind) {
    // A property of the sound: the note's own play element.
    case "palm-mute":
      return [];
    case "staccato":
    case "accent":
      return [["articulations", node(technique.kind)]];
    case "rake":
      return [["technical", leaf("other-technical", `${RAKE} ${technique.stroke}`)]];
    case "arpeggio":
      // Down goes from the thick strings to the thin ones: the pitches rise.
      return [plain("arpeggiate", { direction: technique.stroke === "down" ? "up" : "down" })];
    case "tremolo": {
      const marks = technique.value && tremoloMarks(event, technique.value);
      if (marks !== undefined) {
        return [["ornaments", leaf("tremolo", marks, { type: "single" })]];
      }
      return [
        ["ornaments", leaf("tremolo", 0, { type: "unmeasured" })],
        ...(technique.value
          ? [ornament(`${TREMOLO_VALUE} ${formatDuration(technique.value)}`)]
          : []),
      ];
    }
    case "tremolo-bar": {
      const { cents, course } = technique;
      const how = leaf("with-bar", course === "dive" ? "" : course);
      return [["technical", bend(-cents, how)]];
    }
  }
}

/**
 * Strokes through the stem, beside the note's own flags: a quarter with one stroke is played in
 * eighths, an eighth with one in sixteenths.
 */
function tremoloMarks({ duration }: NotesEvent, value: NotesEvent["duration"]): number | undefined {
  const written = noteValueOf(duration);
  if (!written || written.tuplet || value.num !== 1) return undefined;
  const marks = Math.log2(value.den) - Math.max(2, Math.log2(written.value));
  return Number.isInteger(marks) && marks >= 1 && marks <= 8 ? marks : undefined;
}

function handSigns(note: Note): readonly Said[] {
  const { pluck } = note;
  if (pluck === undefined) return [];
  const words = PLUCK_WORDS[pluck];
  return [["technical", words ? leaf("other-technical", words) : leaf("pluck", pluck)]];
}

function placeSigns(note: Note): readonly Said[] {
  if (note.kind === "dead") {
    return [
      ["technical", leaf("string", note.string)],
      ["technical", leaf("fret", 0)],
    ];
  }
  const finger = note.finger ?? note.place?.finger;
  return [
    ...(finger !== undefined ? [["technical", leaf("fingering", finger)] as const] : []),
    ...(note.place
      ? ([
          ["technical", leaf("string", note.place.string)],
          ["technical", leaf("fret", note.place.fret)],
        ] as const)
      : []),
  ];
}

function stringNumber(note: Note): number {
  return note.kind === "dead" ? note.string : (note.place?.string ?? 1);
}
