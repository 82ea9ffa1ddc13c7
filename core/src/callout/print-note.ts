import { formatFret, type PlaceNames } from "../neck/place-names";
import type { Place } from "../neck/neck";
import { formatPitch } from "../pitch/pitch";
import { formatDuration } from "../rhythm/duration";
import {
  linkOf,
  notesOf,
  stringOf,
  type LineEvent,
  type Note,
  type PitchedNote,
} from "../score/event";
import {
  isLink,
  techniqueKey,
  type EventTechnique,
  type LinkKind,
  type Technique,
} from "../score/technique";
import { sayString } from "./context";
import { EVENT_WORDS, NOTE_WORDS, PLUCK_WORDS, signOfCents, wordOf } from "./words.data";

const LETTER_OF_LINK: Readonly<Record<LinkKind, string>> = {
  "hammer-on": "h",
  "pull-off": "p",
  slide: "s",
  "shift-slide": "S",
  tap: "t",
  release: "r",
  tie: "~",
};

/** What is said already before a note. */
export interface SaidAround {
  /** The string that was named last. */
  readonly string: number | undefined;
  /** The words of the brackets around it. */
  readonly groups: ReadonlySet<string>;
}

export function sayNote(note: Note, { string, groups }: SaidAround, names: PlaceNames): string {
  const isNamed = string !== undefined && stringOf(note) === string;
  if (note.kind === "dead") {
    const name = isNamed ? "" : nameOf(note.string, names);
    return `${name}x${sayPluck(note, groups)}`;
  }
  const place =
    note.place && (isNamed ? formatFret(note.place, names) : sayPlace(note.place, names));
  return (
    sayLink(note) + (place ?? `@${formatPitch(note.pitch)}`) + saySuffixes(note, groups, names)
  );
}

/** The words that brackets around an event may say, for all of it alike. */
export function groupWordsOf(event: LineEvent): readonly string[] {
  if (event.kind !== "notes") return [];
  const { notes } = event;
  const [first] = notes;
  const pitched = notes.filter((note) => note.kind === "pitched");
  const words: string[] = [];
  for (const technique of pitched[0]?.techniques ?? []) {
    const word = isLink(technique) ? undefined : groupWordOf(technique);
    const isOnAll = pitched.every(({ techniques }) =>
      techniques.some((one) => techniqueKey(one) === techniqueKey(technique)),
    );
    if (word !== undefined && isOnAll) words.push(word);
  }
  for (const technique of event.techniques) words.push(sayEventTechnique(technique).slice(1));
  const finger = pitched[0]?.finger;
  const hasFinger = finger !== undefined && finger !== 0;
  if (hasFinger && pitched.every((note) => note.place && note.finger === finger))
    words.push(String(finger));
  const pluck = first?.pluck;
  if (pluck && notes.every((note) => note.pluck === pluck)) words.push(wordOf(PLUCK_WORDS, pluck)!);
  if (event.stroke) words.push(event.stroke);
  return words;
}

function groupWordOf(technique: Technique): string | undefined {
  if (technique.kind === "vibrato") return technique.width === "wide" ? "vv" : "v";
  return wordOf(NOTE_WORDS, technique);
}

/** `h5` behind the note before it. */
export function sayChained(
  event: LineEvent,
  groups: ReadonlySet<string>,
  names: PlaceNames,
): string {
  const [note] = notesOf(event);
  if (note?.kind !== "pitched") return "";
  const fret = formatFret(note.place!, names);
  return sayLink(note) + fret + saySuffixes(note, groups, names) + sayEventWords(event, groups);
}

function sayPlace(place: Place, names: PlaceNames): string {
  return nameOf(place.string, names) + formatFret(place, names);
}

function nameOf(string: number, { strings }: PlaceNames): string {
  return sayString(strings[string - 1] ?? String(string));
}

function sayLink(note: Note): string {
  const link = linkOf(note);
  return link ? LETTER_OF_LINK[link] : "";
}

const sayPluck = ({ pluck }: Note, groups: ReadonlySet<string>): string => {
  const word = pluck && wordOf(PLUCK_WORDS, pluck);
  return word === undefined || groups.has(word) ? "" : `.${word}`;
};

/** Everything behind the fret, but what the brackets around the event say already. */
function saySuffixes(note: PitchedNote, groups: ReadonlySet<string>, names: PlaceNames): string {
  const { cents } = note.pitch;
  const own = note.techniques.filter((one) => !groups.has(groupWordOf(one) ?? ""));
  const words = own.map((technique) => sayTechnique(technique, note, names));
  const suffixes = words.filter((word) => !word.startsWith("."));
  const dotted = words.filter((word) => word.startsWith("."));
  const finger = note.finger === undefined ? "" : String(note.finger);
  return (
    (cents ? `c${cents}` : "") +
    suffixes.join("") +
    (note.place && note.pinned ? "!" : "") +
    dotted.join("") +
    (finger === "" || groups.has(finger) ? "" : `.${finger}`) +
    sayPluck(note, groups)
  );
}

function sayTechnique(technique: Technique, note: PitchedNote, names: PlaceNames): string {
  switch (technique.kind) {
    case "bend": {
      const amount = technique.to
        ? `>${sayPlace(technique.to, names)}`
        : signOfCents(technique.cents);
      const isPre = technique.course.startsWith("pre-");
      const isReleased = technique.course.endsWith("release");
      return `${isPre ? "p" : ""}b${amount}${isReleased ? "r" : ""}`;
    }
    case "vibrato":
      return technique.width === "wide" ? "vv" : "v";
    case "trill": {
      if (!note.place) return `tr+${technique.semitones}`;
      const { string, fret } = note.place;
      // From the fret up, as it is counted in this school.
      const above = formatFret({ string, fret }, names) + technique.semitones;
      return `tr${above}`;
    }
    case "pinched-harmonic":
      return `.pinch${technique.partial === 2 ? "" : technique.partial}`;
    case "let-ring":
    case "slide-bar":
    case "ghost":
    case "fret-hand-mute":
    case "natural-harmonic":
    case "slide-in":
    case "slide-out":
      return `.${wordOf(NOTE_WORDS, technique)}`;
    default:
      return "";
  }
}

/** What concerns the event as a whole, behind its last note, but what the brackets around it say. */
export function sayEventWords(event: LineEvent, groups: ReadonlySet<string>): string {
  const doubt = event.note === DOUBT ? "?" : "";
  const fermata = event.fermata ? ".hold" : "";
  if (event.kind !== "notes") return fermata + doubt;
  const own = [
    ...event.techniques.map(sayEventTechnique),
    ...(event.stroke ? [`.${event.stroke}`] : []),
  ];
  return own.filter((word) => !groups.has(word.slice(1))).join("") + fermata + doubt;
}

/** The words above an event of which whoever said it is not sure. */
export const DOUBT = "?";

function sayEventTechnique(technique: EventTechnique): string {
  switch (technique.kind) {
    case "tremolo":
      return `.trem${technique.value ? formatDuration(technique.value) : ""}`;
    case "tremolo-bar":
      return `.${technique.course}${signOfCents(technique.cents)}`;
    default:
      return `.${wordOf(EVENT_WORDS, technique)}`;
  }
}
