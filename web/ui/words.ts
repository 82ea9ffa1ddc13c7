import { displayStringName } from "@intonazione/core/instrument";
import { formatFret, type Place, type PlaceNames } from "@intonazione/core/neck";
import { displayPitch } from "@intonazione/core/pitch";
import { beatAt, durationInWords, type Fraction, type Metre } from "@intonazione/core/rhythm";
import {
  notesOf,
  type BendCourse,
  type EventTechnique,
  type LineEvent,
  type LinkKind,
  type Note,
  type Pluck,
  type Technique,
} from "@intonazione/core/score";
import { bendInWords } from "@intonazione/core/strip";

/** Music in words, for panels and for those who hear the page instead of seeing it. */

/** A string's name by itself, with the signs of music. */
export function stringName(string: number, { strings }: PlaceNames): string {
  return displayStringName(strings[string - 1] ?? String(string));
}

export function stringInWords(string: number, names: PlaceNames): string {
  const name = stringName(string, names);
  return /^\d/u.test(name) ? `string ${name}` : `${name} string`;
}

/** @example placeInWords({ string: 4, fret: 5 }, names) // "D string, fret 5" */
export function placeInWords(place: Place, names: PlaceNames): string {
  const where = place.fret === 0 ? "open" : `fret ${formatFret(place, names)}`;
  return `${stringInWords(place.string, names)}, ${where}`;
}

const LINK_IN_WORDS: Readonly<Record<LinkKind, string>> = {
  "hammer-on": "hammered on",
  "pull-off": "pulled off",
  slide: "slid into",
  "shift-slide": "slid into and picked",
  tap: "tapped",
  release: "released",
  tie: "held on",
};

const COURSE_IN_WORDS: Readonly<Record<BendCourse, readonly [string, string]>> = {
  bend: ["bent", ""],
  "pre-bend": ["bent", " before it is picked"],
  "bend-and-release": ["bent", " and released"],
  "pre-bend-and-release": ["bent", " before it is picked, and released"],
};

function techniqueInWords(technique: Technique): string {
  switch (technique.kind) {
    case "bend": {
      const [before, after] = COURSE_IN_WORDS[technique.course];
      return `${before} ${bendInWords(technique.cents)}${after}`;
    }
    case "vibrato":
      return technique.width === "wide" ? "with wide vibrato" : "with vibrato";
    case "trill":
      return `trilled with the note ${technique.semitones} higher`;
    case "slide-in":
      return `slid in from ${technique.from}`;
    case "slide-out":
      return `slid out ${technique.to === "below" ? "down" : "up"}`;
    case "natural-harmonic":
      return "natural harmonic";
    case "pinched-harmonic":
      return "pinched harmonic";
    case "let-ring":
      return "left ringing";
    case "ghost":
      return "ghosted";
    case "fret-hand-mute":
      return "muted by the fretting hand";
    case "slide-bar":
      return "with the slide-bar";
    default:
      return LINK_IN_WORDS[technique.kind];
  }
}

const STROKE_IN_WORDS = { down: "downwards", up: "upwards" } as const;

function eventTechniqueInWords(technique: EventTechnique): string {
  switch (technique.kind) {
    case "palm-mute":
      return "palm muted";
    case "staccato":
      return "short";
    case "accent":
      return "accented";
    case "rake":
      return `raked ${STROKE_IN_WORDS[technique.stroke]}`;
    case "arpeggio":
      return `spread ${STROKE_IN_WORDS[technique.stroke]}`;
    case "tremolo":
      return technique.value
        ? `tremolo picked in ${durationInWords(technique.value)}s`
        : "tremolo picked";
    case "tremolo-bar":
      return `${technique.course} of the tremolo bar by ${bendInWords(technique.cents)}`;
  }
}

const PLUCK_IN_WORDS: Readonly<Record<Pluck, string>> = {
  slap: "slapped",
  pop: "popped",
  thumb: "with the thumb",
  p: "thumb (p)",
  i: "index (i)",
  m: "middle (m)",
  a: "ring (a)",
};

/** How long an event lasts, or that nobody said so yet. */
export function lengthInWords({ duration, lengthUnknown }: LineEvent): string {
  return lengthUnknown ? "length not said yet" : durationInWords(duration);
}

/** Everything that is done to an event beside its pitches, in a teacher's words. */
function howInWords(event: LineEvent): readonly string[] {
  const shared = [
    ...(event.kind === "notes" && event.grace
      ? [event.grace === "before" ? "grace note" : "grace note on the beat"]
      : []),
    ...(event.kind === "notes" ? event.techniques.map(eventTechniqueInWords) : []),
    ...(event.fermata ? ["held as long as you like"] : []),
  ];
  return event.kind === "notes" && event.stroke
    ? [...shared, event.stroke === "down" ? "down-stroke" : "up-stroke"]
    : shared;
}

/** Everything that is done to an event and to its notes, or to one of them, in a teacher's words. */
export function techniquesInWords(
  event: LineEvent,
  notes: readonly Note[] = notesOf(event),
): readonly string[] {
  const own = notes.flatMap((note) => (note.kind === "pitched" ? note.techniques : []));
  return [...own.map(techniqueInWords), ...howInWords(event)];
}

function noteInWords(note: Note, names: PlaceNames): string {
  const pluck = note.pluck ? `, ${PLUCK_IN_WORDS[note.pluck]}` : "";
  if (note.kind === "dead")
    return `dead stroke on the ${stringInWords(note.string, names)}${pluck}`;
  const where = note.place ? placeInWords(note.place, names) : "no place yet";
  const how = note.techniques.map((technique) => `, ${techniqueInWords(technique)}`).join("");
  const pinned = note.pinned ? ", pinned" : "";
  return `${displayPitch(note.pitch)}, ${where}${how}${pluck}${pinned}`;
}

export function eventInWords(event: LineEvent, names: PlaceNames): string {
  const what = (() => {
    if (event.kind === "rest") return "rest";
    if (event.kind === "hit") return event.sound === "body" ? "knock on the body" : "pick scrape";
    return event.notes.map((note) => noteInWords(note, names)).join(" and ");
  })();
  return [what, ...howInWords(event), lengthInWords(event)].join(", ");
}

/** By the denominator of the place within its beat. */
const DIVISION_IN_WORDS: Readonly<Record<number, string>> = {
  3: "the triplet",
  5: "five",
  6: "six",
  7: "seven",
  9: "nine",
};
const ORDINALS = ["first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth"];
const QUARTERS = ["", "e of ", "and of ", "a of "];

/**
 * A moment of a bar as one counts it. Within a triplet the middle and the last are told apart; within
 * five, six, seven and nine they are numbered; what is finer lies behind what was counted last.
 * @example countInWords(fraction(3, 8), COMMON_TIME) // "and of 2"
 * @example countInWords(fraction(2, 3), COMMON_TIME) // "the last of the triplet on 3"
 */
export function countInWords(onset: Fraction, metre: Metre): string {
  const { beat, within } = beatAt(onset, metre);
  const { num, den } = within;
  if (num === 0) return `on ${beat}`;
  if (den === 2 || den === 4) return `${QUARTERS[(4 * num) / den]}${beat}`;
  const division = DIVISION_IN_WORDS[den];
  if (division === undefined) {
    const counted = Math.floor((4 * num) / den);
    return counted === 0 ? `just after ${beat}` : `just after ${QUARTERS[counted]}${beat}`;
  }
  const which = num === den - 1 ? "last" : den === 3 ? "middle" : ORDINALS[num];
  return `the ${which} of ${division} on ${beat}`;
}
