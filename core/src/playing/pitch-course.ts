import { courseAt } from "../passage/passage";
import { harmonicCents } from "../neck/harmonic";
import { midiOf } from "../pitch/pitch";
import { harmonicOf, linkOf, techniqueOf, type PitchedNote } from "../score/event";
import type { BendCourse, EventTechnique, Technique } from "../score/technique";

/** A point of a pitch course: a share of the note's length, and cents above the note's own pitch. */
export interface SharePoint {
  /** 0–1. */
  readonly share: number;
  readonly cents: number;
}

/** A bend rises in the first quarter of its note, and is released in the third. */
const BENDS: Readonly<Record<BendCourse, readonly (readonly [number, 0 | 1])[]>> = {
  bend: [
    [0, 0],
    [1 / 4, 1],
  ],
  "pre-bend": [[0, 1]],
  "bend-and-release": [
    [0, 0],
    [1 / 4, 1],
    [1 / 2, 1],
    [3 / 4, 0],
  ],
  "pre-bend-and-release": [
    [0, 1],
    [1 / 4, 1],
    [1 / 2, 0],
  ],
};

/** Slides from and to nowhere begin and end so far away, and take an eighth of the note. */
const SLIDE_IN_CENTS = 200;
const SLIDE_OUT_CENTS = 500;
/** A slide leaves its first note for the second in the last quarter. */
const SLIDE_SHARE = 1 / 4;

export interface Neighbours {
  /** The note before on the same string, and where its course ended, where this one is linked to it. */
  readonly before?: { readonly note: PitchedNote; readonly endCents: number };
  /** The note after on the same string. */
  readonly after?: PitchedNote;
  readonly ofEvent?: readonly EventTechnique[];
}

/**
 * How the pitch of a note moves while it sounds, by what is written. Points are joined by straight
 * lines, the first and last hold. Vibrato and trills swing around this course and are no part of it.
 */
export function pitchCourse(
  note: PitchedNote,
  { before, after, ofEvent = [] }: Neighbours = {},
): readonly SharePoint[] {
  const points = addUp(movesOf(note, before, ofEvent));
  const last = points.at(-1)!;
  const next = after && linkOf(after);
  const slid =
    next === "slide" || next === "shift-slide"
      ? [
          { share: Math.max(last.share, 1 - SLIDE_SHARE), cents: last.cents },
          { share: 1, cents: 100 * (midiOf(after!.pitch) - midiOf(note.pitch)) },
        ]
      : [];
  const tuned = offsetOf(note);
  return [...points, ...slid].map(({ share, cents }) => ({ share, cents: cents + tuned }));
}

type Move = readonly SharePoint[];

/** What moves the pitch, each by itself; a move without points is none. */
function movesOf(
  note: PitchedNote,
  before: Neighbours["before"],
  ofEvent: readonly EventTechnique[],
): readonly Move[] {
  const link = linkOf(note);
  const carried = before && (link === "tie" || link === "release") ? before.endCents : 0;
  const isReleased = link === "release" && before !== undefined;
  const bend = techniqueOf(note, "bend");
  const moves: Move[] = [
    ...note.techniques.map(slideMove),
    ...ofEvent.flatMap((one) => (one.kind === "tremolo-bar" ? [barMove(one)] : [])),
  ];
  if (isReleased) {
    moves.push([
      { share: 0, cents: carried },
      { share: 1 / 4, cents: 0 },
    ]);
  }
  if (bend) moves.push(bendMove(bend, isReleased ? 0 : carried));
  if (!isReleased && !bend) moves.push([{ share: 0, cents: carried }]);
  return moves;
}

/** Moves that happen at the same time add up: a bent note may dive, or slide out from its height. */
function addUp(moves: readonly Move[]): readonly SharePoint[] {
  const courses = moves.map((move) => move.map(({ share, cents }) => ({ at: share, cents })));
  const shares = new Set(moves.flatMap((move) => move.map(({ share }) => share)));
  return [...shares]
    .sort((a, b) => a - b)
    .map((share) => ({
      share,
      cents: courses.reduce((sum, course) => sum + courseAt(course, share), 0),
    }));
}

/** A bend that goes on from a bend starts where that one stands. */
function bendMove(
  { course, cents }: Extract<Technique, { readonly kind: "bend" }>,
  carried: number,
): Move {
  return BENDS[course].map(([share, height]) => ({
    share,
    cents: height === 1 ? cents : share === 0 ? carried : 0,
  }));
}

function slideMove(technique: Technique): Move {
  switch (technique.kind) {
    case "slide-in": {
      const from = technique.from === "below" ? -SLIDE_IN_CENTS : SLIDE_IN_CENTS;
      return [
        { share: 0, cents: from },
        { share: 1 / 8, cents: 0 },
      ];
    }
    case "slide-out": {
      const to = technique.to === "below" ? -SLIDE_OUT_CENTS : SLIDE_OUT_CENTS;
      return [
        { share: 3 / 4, cents: 0 },
        { share: 1, cents: to },
      ];
    }
    default:
      return [];
  }
}

function barMove({
  cents,
  course,
}: Extract<EventTechnique, { readonly kind: "tremolo-bar" }>): Move {
  switch (course) {
    case "dip":
      return [
        { share: 0, cents: 0 },
        { share: 1 / 4, cents: -cents },
        { share: 1 / 2, cents: 0 },
      ];
    case "dive":
      return [
        { share: 1 / 4, cents: 0 },
        { share: 1, cents: -cents },
      ];
    case "scoop":
      return [
        { share: 0, cents: -cents },
        { share: 1 / 4, cents: 0 },
      ];
  }
}

/** What the slide-bar, or the partial of a harmonic, adds to the semitone that is written. */
function offsetOf(note: PitchedNote): number {
  const harmonic = harmonicOf(note);
  const partial = harmonic && note.place ? harmonicCents(note.place, harmonic) : 0;
  return (note.pitch.cents ?? 0) + partial;
}

/** Where a course stands at its end, without what the note itself is tuned by. */
export function endOf(course: readonly SharePoint[], note: PitchedNote): number {
  return (course.at(-1)?.cents ?? 0) - offsetOf(note);
}

/** Vibrato in cents to either side, by its width. */
const VIBRATO_CENTS = { narrow: 20, wide: 60 } as const;
const VIBRATO_A_SECOND = 5.5;
/** A trill's changes a second; both notes together half as many. */
const TRILL_A_SECOND = 12;

export function wobbleOf(note: PitchedNote) {
  const trill = techniqueOf(note, "trill");
  if (trill) {
    const cents = 100 * trill.semitones;
    return { shape: "steps", cents, perSecond: TRILL_A_SECOND / 2 } as const;
  }
  const vibrato = techniqueOf(note, "vibrato");
  if (!vibrato) return undefined;
  const cents = VIBRATO_CENTS[vibrato.width];
  return { shape: "sine", cents, perSecond: VIBRATO_A_SECOND } as const;
}
