import { formatFret, type Place, type PlaceNames } from "@intonazione/core/neck";
import { displayPitch } from "@intonazione/core/pitch";
import { countAt, durationInWords, type Fraction, type Metre } from "@intonazione/core/rhythm";
import type {
  BendCourse,
  EventTechnique,
  LineEvent,
  LinkKind,
  Note,
  Pluck,
  Technique,
} from "@intonazione/core/score";
import { bendInWords } from "@intonazione/core/strip";

/** Music in words, for panels and for those who hear the page instead of seeing it. */

export function stringInWords(string: number, { strings }: PlaceNames): string {
  const name = strings[string - 1] ?? String(string);
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

export function techniqueInWords(technique: Technique): string {
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

/** Everything that is done to an event beside its pitches, in a teacher's words. */
export function howInWords(event: LineEvent): readonly string[] {
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
  return [what, ...howInWords(event), durationInWords(event.duration)].join(", ");
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
