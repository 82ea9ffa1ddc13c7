import { barEntries, type BarIndex } from "../foundation/bar-index";
import { placesSounding } from "../neck/harmonic";
import type { Neck, Place } from "../neck/neck";
import { midiOf, type Midi } from "../pitch/pitch";
import { subtract, toNumber, ZERO, type Fraction } from "../rhythm/fraction";
import type { Bar } from "../score/bar";
import { harmonicOf, linkOf, techniqueOf, type Note, type PitchedNote } from "../score/event";
import type { LinkKind } from "../score/technique";
import { barSound } from "../sounding/bar-sound";
import type { NoteStrings } from "../sounding/note-strings";
import { brokenChords } from "./broken-chords";
import { pedalsIn } from "./open-pedal";
import type { Bond, Bonding, PlacingNote } from "./hand-task";

/** A note of a moment with where it comes from. */
export interface LineNote {
  readonly note: Note;
  readonly places: readonly Place[];
  readonly isNarrowed: boolean;
  /** Where it lies is not ours to change. */
  readonly isFixed: boolean;
  /** Which chord it belongs to that is broken note by note; undefined where to none. */
  readonly chord: number | undefined;
  /** True while it sounds on from an earlier moment. */
  readonly isHeld: boolean;
}

/** What sounds at one moment of a line: what begins, and what is still held or left ringing. */
export interface LineMoment {
  /** Index of the bar. */
  readonly bar: BarIndex;
  /** From the first event of the bar. */
  readonly onset: Fraction;
  /** Low pitches first, dead strokes last; at least one. */
  readonly notes: readonly LineNote[];
  readonly gapSeconds: number;
  /** Whether silence lies between it and the moment before. */
  readonly isAfterRest: boolean;
}

export interface LineSound {
  readonly moments: readonly LineMoment[];
  /** Pitches of open strings that come again and again between other notes. */
  readonly pedals: ReadonlySet<number>;
}

/** Which of its pitch's places a note may have, the same list where it may have all; and whether it has only one by decision. */
export type Allow = (
  note: PitchedNote,
  places: readonly Place[],
) => { readonly places: readonly Place[]; readonly isFixed: boolean };

/**
 * The moments of a line at which notes begin, in order; rests and knocks only lengthen the time
 * before the next one. What the hand has to keep from before is what `barSound` says, on the strings
 * on which the notes may lie.
 * @param secondsPerWhole By bar: how long a whole note lasts.
 */
export function lineMoments(
  bars: readonly Bar[],
  neck: Neck,
  secondsPerWhole: (bar: BarIndex) => number,
  allow: Allow,
): LineSound {
  const moments: LineMoment[] = [];
  const allPlaces = rememberedPlaces(neck);
  const placesOf = rememberedChoices(allPlaces, allow);
  // A chord is one by its sound, whatever is pinned.
  const pedals = pedalsIn(bars, neck);
  const chords = brokenChords(bars, neck, allPlaces, pedals);
  const strings: NoteStrings = {
    of: (note) => (note.kind === "dead" ? [note.string] : placesOf(note).strings),
    yields: isStepBetween,
  };
  let gap = 0;
  let isAfterRest = false;
  for (const [index, bar] of barEntries(bars)) {
    const seconds = secondsPerWhole(index);
    let at = ZERO;
    const sound = barSound(bar, ZERO, strings);
    for (const { onset, begin, goOn, isSilence } of sound.moments) {
      gap += seconds * toNumber(subtract(onset, at));
      at = onset;
      if (begin.length === 0) {
        isAfterRest ||= isSilence;
        continue;
      }
      const notes = [
        ...begin.map(({ note }) => lineNote(note, placesOf, chords.get(note.id), false)),
        ...goOn.map(({ note }) => lineNote(note, placesOf, undefined, true)),
      ];
      notes.sort((a, b) => heightOf(a) - heightOf(b));
      moments.push({ bar: index, onset, notes, gapSeconds: gap, isAfterRest });
      gap = begin.every(({ isGrace }) => isGrace) ? GRACE_SECONDS : 0;
      isAfterRest = false;
    }
    gap += seconds * toNumber(subtract(sound.length, at));
  }
  return { moments, pedals };
}

/** A tune that rings moves on by steps: nobody asks that two notes of it ring into each other. */
const STEP = 2;

function isStepBetween(ringing: Note, beginning: Note): boolean {
  if (ringing.kind === "dead" || beginning.kind === "dead") return false;
  return Math.abs(midiOf(ringing.pitch) - midiOf(beginning.pitch)) <= STEP;
}

/** How long a grace leaves the hand, whatever it is written as. */
const GRACE_SECONDS = 0.08;

interface Choice extends Pick<LineNote, "places" | "isNarrowed" | "isFixed"> {
  readonly strings: readonly number[];
}

type PlacesOf = (note: PitchedNote) => readonly Place[];

/** A line asks for the same few pitches again and again. */
function rememberedPlaces(neck: Neck): PlacesOf {
  const known = new Map<string, readonly Place[]>();
  return (note) => {
    const harmonic = harmonicOf(note);
    const midi = midiOf(note.pitch);
    const how = harmonic?.kind === "pinched" ? harmonic.partial : (harmonic?.kind ?? "");
    const key = `${midi} ${how}`;
    let places = known.get(key);
    if (!places) known.set(key, (places = placesSounding(midi, neck, harmonic)));
    return places;
  };
}

function rememberedChoices(allPlaces: PlacesOf, allow: Allow): (note: PitchedNote) => Choice {
  const choices = new Map<PitchedNote, Choice>();
  return (note) => {
    let choice = choices.get(note);
    if (!choice) {
      const all = allPlaces(note);
      const { places, isFixed } = allow(note, all);
      const strings = [...new Set(places.map(({ string }) => string))];
      choices.set(note, (choice = { places, strings, isFixed, isNarrowed: places !== all }));
    }
    return choice;
  };
}

function lineNote(
  note: Note,
  placesOf: (note: PitchedNote) => Choice,
  chord: number | undefined,
  isHeld: boolean,
): LineNote {
  if (note.kind === "dead") {
    return { note, places: [], isNarrowed: true, isFixed: true, chord, isHeld };
  }
  const { places, isNarrowed, isFixed } = placesOf(note);
  return { note, places, isNarrowed, isFixed, chord, isHeld };
}

function heightOf({ note }: LineNote): number {
  return note.kind === "dead" ? 1000 + note.string : midiOf(note.pitch);
}

const BONDS: Readonly<Record<LinkKind, Bond>> = {
  "hammer-on": "legato",
  "pull-off": "legato",
  tap: "legato",
  slide: "slide",
  "shift-slide": "slide",
  release: "legato",
  tie: "same-place",
};

/** What the pitches of a whole phrase tell of each. */
export interface PhrasePitches {
  readonly lowest: Midi | undefined;
  /** Whether that is the thickest string, open: on others the lowest note of a line is open no more often than any other. */
  readonly isBass: boolean;
  /** Pitches of open strings that come again and again between other notes. */
  readonly pedals: ReadonlySet<number>;
}

/**
 * The moment as the search sees it, bound to what was held before it.
 * @param before The notes that were given a place at the moment before.
 * @param withBar Whether the whole line is played with a slide-bar.
 */
export function placingNotes(
  { isAfterRest }: Pick<LineMoment, "isAfterRest">,
  notes: readonly LineNote[],
  before: readonly LineNote[],
  { lowest, isBass, pedals }: PhrasePitches,
  withBar: boolean,
): readonly PlacingNote[] {
  return notes.map((one): PlacingNote => {
    const { note, places, isNarrowed, isFixed, chord, isHeld } = one;
    if (note.kind === "dead") return { kind: "dead", string: note.string };
    const midi = midiOf(note.pitch);
    const bond = isAfterRest && !isHeld ? undefined : bondOf(note, isHeld, before);
    const isHarmonic = harmonicOf(note) !== undefined;
    const isBent = techniqueOf(note, "bend") !== undefined;
    const isBarred = withBar || techniqueOf(note, "slide-bar") !== undefined;
    return {
      kind: "pitched",
      midi,
      places,
      isNarrowed,
      isFixed,
      bond,
      cents: isBarred ? (note.pitch.cents ?? 0) : 0,
      isBarred,
      isBent,
      needsFret:
        isBent ||
        techniqueOf(note, "slide-in") !== undefined ||
        techniqueOf(note, "slide-out") !== undefined,
      isHarmonic,
      isLowest: midi === lowest && !isHarmonic && (isBass || notes.some((other) => other.isHeld)),
      isPedal: pedals.has(midi) && !isHarmonic,
      chord,
      isHeld,
    };
  });
}

function bondOf(
  note: PitchedNote,
  isHeld: boolean,
  before: readonly LineNote[],
): Bonding | undefined {
  if (before.length === 0) return undefined;
  if (isHeld) {
    const to = before.findIndex((other) => other.note.id === note.id);
    return to < 0 ? undefined : { to, kind: "same-place" };
  }
  const link = linkOf(note);
  if (!link) return undefined;
  const kind = BONDS[link];
  if (kind !== "same-place") return { to: "any", kind };
  const height = midiOf(note.pitch);
  const to = before.findIndex(
    (other) => other.note.kind === "pitched" && midiOf(other.note.pitch) === height,
  );
  return to < 0 ? undefined : { to, kind };
}
