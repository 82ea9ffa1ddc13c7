import { formatFret, type PlaceNames } from "../neck/place-names";
import type { Place } from "../neck/neck";
import { formatPitch } from "../pitch/pitch";
import { formatDuration } from "../rhythm/duration";
import { linkOf, notesOf, type LineEvent, type Note, type PitchedNote } from "../score/event";
import type { EventTechnique, LinkKind, Technique } from "../score/technique";
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

export function sayNote(note: Note, event: LineEvent, names: PlaceNames): string {
  if (note.kind === "dead") {
    return `${nameOf(note.string, names)}x${note.pluck ? `.${wordOf(PLUCK_WORDS, note.pluck)}` : ""}`;
  }
  const where = note.place ? sayPlace(note.place, names) : `@${formatPitch(note.pitch)}`;
  return sayLink(note) + where + saySuffixes(note, event, names);
}

/** `h5` behind the note before it. */
export function sayChained(event: LineEvent, names: PlaceNames): string {
  const [note] = notesOf(event);
  if (note?.kind !== "pitched") return "";
  const fret = formatFret(note.place!, names);
  return sayLink(note) + fret + saySuffixes(note, event, names) + sayEventWords(event);
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

/** Everything behind the fret, but what the brackets around the event say already. */
function saySuffixes(note: PitchedNote, event: LineEvent, names: PlaceNames): string {
  const { cents } = note.pitch;
  const words = note.techniques.map((technique) => sayTechnique(technique, note, event, names));
  const suffixes = words.filter((word) => !word.startsWith("."));
  const dotted = words.filter((word) => word.startsWith("."));
  return (
    (cents ? `c${cents}` : "") +
    suffixes.join("") +
    (note.place && note.pinned ? "!" : "") +
    dotted.join("") +
    (note.finger === undefined ? "" : `.${note.finger}`) +
    (note.pluck ? `.${wordOf(PLUCK_WORDS, note.pluck)}` : "")
  );
}

function sayTechnique(
  technique: Technique,
  note: PitchedNote,
  event: LineEvent,
  names: PlaceNames,
): string {
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
      return isSaidByBracket(technique.kind, event) ? "" : `.${wordOf(NOTE_WORDS, technique)}`;
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

/** `ring[…]` and `slidebar[…]` are said where every note of the event has them. */
function isSaidByBracket(kind: "let-ring" | "slide-bar", event: LineEvent): boolean {
  return notesOf(event).every(
    (note) => note.kind === "dead" || note.techniques.some((one) => one.kind === kind),
  );
}

/** What concerns the event as a whole, behind its last note; the palm mute is said by its bracket. */
export function sayEventWords(event: LineEvent): string {
  const fermata = event.fermata ? ".hold" : "";
  if (event.kind !== "notes") return fermata;
  const stroke = event.stroke ? `.${event.stroke}` : "";
  return event.techniques.map(sayEventTechnique).join("") + stroke + fermata;
}

function sayEventTechnique(technique: EventTechnique): string {
  switch (technique.kind) {
    case "palm-mute":
      return "";
    case "tremolo":
      return `.trem${technique.value ? formatDuration(technique.value) : ""}`;
    case "tremolo-bar":
      return `.${technique.course}${signOfCents(technique.cents)}`;
    default:
      return `.${wordOf(EVENT_WORDS, technique)}`;
  }
}
