import { fret, type Place } from "../../neck/neck";
import { formatFret, type PlaceNames } from "../../neck/place-names";
import {
  linkOf,
  notesOf,
  stringOf,
  type Note,
  type NotesEvent,
  type LineEvent,
} from "../../score/event";
import { isLink, type EventTechnique, type Technique } from "../../score/technique";

interface Told {
  /** The string that is spoken of. */
  readonly string: number | undefined;
  /** Whether it was said before that all is palm muted. */
  readonly isMuted: boolean;
  /** How many notes follow on this string. */
  readonly run: number;
}

const LINKS: Readonly<Record<string, string>> = {
  "hammer-on": "hammer to",
  "pull-off": "pull off to",
  slide: "slide to",
  "shift-slide": "shift slide to",
};

const STEPS: Readonly<Record<number, string>> = {
  50: "a quarter step",
  100: "a half step",
  150: "three quarters of a step",
  200: "a whole step",
  250: "one and a quarter steps",
  300: "a step and a half",
  350: "one and three quarter steps",
  400: "two steps",
  450: "two and a quarter steps",
  500: "two and a half steps",
  550: "two and three quarter steps",
  600: "three steps",
};

/**
 * An event in words: “open”, “low E 3”, “hammer to 7 with vibrato”, “A 5 and D 7 together”.
 * @returns undefined where some of it has no words.
 */
export function sayNotesAloud(
  event: NotesEvent,
  before: LineEvent | undefined,
  names: PlaceNames,
  spoken: readonly string[],
  told: Told,
): { readonly text: string; readonly string: number | undefined } | undefined {
  if (event.grace) return undefined;
  const after = event.techniques.map(ofEvent);
  const pluck = pluckOf(event);
  if (after.includes(undefined) || pluck === undefined) return undefined;
  const tail = after.join("");
  const lead = leadOf(event, told.isMuted) + pluck;
  const [only, ...others] = event.notes;
  if (others.length > 0) {
    const chord = sayChord(event.notes, names, spoken);
    return chord === undefined ? undefined : { text: `${lead}${chord}${tail}`, string: undefined };
  }
  const link = only ? linkOf(only) : undefined;
  const verb = link === undefined ? "" : LINKS[link];
  if (!only || verb === undefined) return undefined;
  const string = stringOf(only);
  if (string === undefined) return undefined;
  // A link is heard as one only from the note right before it on its string.
  if (link !== undefined && !isLinkable(before, string)) return undefined;
  const said = sayNote(only, names);
  if (said === undefined) return undefined;
  if (told.string === string) {
    return { text: `${lead}${verb && `${verb} `}${said.fret}${said.tail}${tail}`, string };
  }
  const isRun = lead === "" && told.run > 1 && verb === "" && only.kind !== "dead";
  const called = spoken[string - 1]!;
  const text = isRun
    ? `on ${withArticle(called)}: ${said.fret}`
    : `${verb && `${verb} `}${placed(said.fret, called)}`;
  // “Open A”, “dead note on the A” are no headings: what follows could be of the next string so named.
  const isHeading = isRun || (only.kind !== "dead" && said.fret !== "open");
  return {
    text: `${lead}${text}${said.tail}${tail}`,
    string: isHeading ? string : undefined,
  };
}

function isLinkable(before: LineEvent | undefined, string: number): boolean {
  const notes = before ? notesOf(before) : [];
  return notes.length === 1 && stringOf(notes[0]!) === string && notes[0]!.kind === "pitched";
}

/** “open A”, “A 5”, “string 5 fret 3”, “dead note on the A”. */
function placed(fret: string, spoken: string): string {
  const isNumber = spoken.startsWith("string");
  if (fret.startsWith("dead")) return `${fret} on ${withArticle(spoken)}`;
  if (fret === "open") return isNumber ? `${spoken} open` : `open ${spoken}`;
  return isNumber ? `${spoken} fret ${fret}` : `${spoken} ${fret}`;
}

const withArticle = (spoken: string) => (spoken.startsWith("string") ? spoken : `the ${spoken}`);

/** A note without its string. */
function sayNote(note: Note, names: PlaceNames): { fret: string; tail: string } | undefined {
  if (note.kind === "dead") return { fret: "dead note", tail: "" };
  if (!note.place || note.pitch.cents) return undefined;
  if (note.finger === 0 || note.finger === "T") return undefined;
  const { place } = note;
  const techniques = note.techniques.filter((technique) => !isLink(technique));
  const words = techniques.map((technique) => ofNote(technique, place, names));
  if (words.includes(undefined)) return undefined;
  const number = formatFret(place, names);
  const finger =
    note.finger === undefined
      ? ""
      : ` with the ${["first", "second", "third", "fourth"][note.finger - 1]} finger`;
  const pin = note.pinned ? " pinned" : "";
  return { fret: number === 0 ? "open" : String(number), tail: words.join("") + finger + pin };
}

function ofNote(technique: Technique, place: Place, names: PlaceNames): string | undefined {
  switch (technique.kind) {
    case "bend": {
      const steps = STEPS[technique.cents];
      if (technique.to || steps === undefined) return undefined;
      const bend = technique.course.startsWith("pre-") ? "pre-bend" : "bend";
      return ` ${bend} ${steps}${technique.course.endsWith("release") ? " and release" : ""}`;
    }
    case "vibrato":
      return technique.width === "wide" ? " with wide vibrato" : " with vibrato";
    case "trill":
      return ` trill with ${formatFret({ ...place, fret: fret(place.fret + technique.semitones) }, names)}`;
    case "let-ring":
      return " let ring";
    case "ghost":
      return " ghosted";
    case "fret-hand-mute":
      return " damped";
    case "slide-bar":
      return " with the slide-bar";
    case "natural-harmonic":
      return " harmonic";
    case "pinched-harmonic":
      return technique.partial === 2 ? " pinch harmonic" : undefined;
    case "slide-out":
      return technique.to === "below" ? " slide out of it" : " slide up out of it";
    default:
      return undefined;
  }
}

function ofEvent(technique: EventTechnique): string | undefined {
  switch (technique.kind) {
    case "palm-mute":
    case "staccato":
      return "";
    case "accent":
      return " accented";
    case "tremolo":
      return technique.value ? undefined : " tremolo";
    default:
      return undefined;
  }
}

/** What stands before the note, since behind it it could be meant of all notes before. */
function leadOf({ techniques, stroke }: NotesEvent, isMuted: boolean): string {
  const has = (kind: EventTechnique["kind"]) => techniques.some((one) => one.kind === kind);
  return [
    has("palm-mute") && !isMuted ? "palm mute " : "",
    has("staccato") ? "staccato " : "",
    stroke ? `${stroke}stroke ` : "",
  ].join("");
}

/** Slap and pop stand before what they sound. */
function pluckOf({ notes }: NotesEvent): string | undefined {
  const [pluck, ...others] = [...new Set(notes.map((note) => note.pluck))];
  if (others.length > 0) return undefined;
  if (pluck === undefined) return "";
  return pluck === "slap" || pluck === "pop" || pluck === "thumb" ? `${pluck} ` : undefined;
}

/** “A 5 and D 7 together”. */
function sayChord(
  notes: readonly Note[],
  names: PlaceNames,
  spoken: readonly string[],
): string | undefined {
  const said = notes.map((note) => {
    const one = sayNote(note, names);
    const string = stringOf(note);
    const isPlain = one && one.tail === "" && linkOf(note) === undefined && note.kind === "pitched";
    return isPlain && string !== undefined ? placed(one.fret, spoken[string - 1]!) : undefined;
  });
  return said.includes(undefined) ? undefined : `${said.join(" and ")} together`;
}
