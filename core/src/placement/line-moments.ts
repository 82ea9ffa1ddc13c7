import { placesSounding } from "../neck/harmonic";
import type { Neck, Place } from "../neck/neck";
import { midiOf, type Midi } from "../pitch/pitch";
import { add, compare, subtract, toNumber, ZERO, type Fraction } from "../rhythm/fraction";
import { momentsOf, writtenLength, type Bar } from "../score/bar";
import {
  eventTechniqueOf,
  harmonicOf,
  lengthOf,
  linkOf,
  notesOf,
  techniqueOf,
  type LineEvent,
  type Note,
  type PitchedNote,
} from "../score/event";
import { isSilence } from "../score/ringing";
import type { LinkKind } from "../score/technique";
import { brokenChords } from "./broken-chords";
import type { Bond, Bonding, PlacingNote } from "./moment";

/** A note of a moment with where it comes from. */
export interface LineNote {
  readonly note: Note;
  readonly places: readonly Place[];
  readonly isNarrowed: boolean;
  /** Where it lies is not ours to change. */
  readonly isFixed: boolean;
  /** True while it sounds on from an earlier moment. */
  readonly isHeld: boolean;
}

/** What sounds at one moment of a line: what begins, and what is still held or left ringing. */
export interface LineMoment {
  /** Index of the bar. */
  readonly bar: number;
  /** From the first event of the bar. */
  readonly onset: Fraction;
  /** Low pitches first, dead strokes last; at least one. */
  readonly notes: readonly LineNote[];
  readonly gapSeconds: number;
  /** Whether silence lies between it and the moment before. */
  readonly isAfterRest: boolean;
}

/** Which of its pitch's places a note may have, the same list where it may have all; and whether it has only one by decision. */
export type Allow = (
  note: PitchedNote,
  places: readonly Place[],
) => { readonly places: readonly Place[]; readonly isFixed: boolean };

/**
 * The moments of a line, in order; rests and knocks only lengthen the time before the next one.
 * A note of one voice is held while the other moves on. What is left ringing rings to the end of
 * its bar, as long as strings of their own can be had for all of it; so does a broken chord.
 * @param secondsPerWhole By bar: how long a whole note lasts.
 */
export function lineMoments(
  bars: readonly Bar[],
  neck: Neck,
  secondsPerWhole: (bar: number) => number,
  allow: Allow,
): readonly LineMoment[] {
  const moments: LineMoment[] = [];
  const allPlaces = rememberedPlaces(neck);
  const placesOf = rememberedChoices(allPlaces, allow);
  // A chord is one by its sound, whatever is pinned.
  const chords = brokenChords(bars, neck, allPlaces);
  let gap = 0;
  let isAfterRest = false;
  for (const [index, bar] of bars.entries()) {
    const seconds = secondsPerWhole(index);
    let held: Held[] = [];
    let at = ZERO;
    for (const moment of momentsOf(bar)) {
      const { onset, events } = moment;
      gap += seconds * toNumber(subtract(onset, at));
      at = onset;
      const isGrace = events.every((event) => lengthOf(event).num === 0);
      const fresh = events.flatMap((event) =>
        notesOf(event).map((note) => ({ line: lineNote(note, placesOf), event })),
      );
      if (fresh.length === 0) {
        if (isSilence(moment)) {
          isAfterRest = true;
          held = held.filter(({ rings }) => !rings);
        }
        continue;
      }
      const chord = chordOf(
        fresh.map(({ line }) => line),
        chords,
      );
      held = held.filter(({ until, rings, chord: own }) =>
        own === undefined ? rings || compare(until, onset) > 0 : own === chord,
      );
      held = stillHeld(
        held,
        fresh.map(({ line }) => line),
        neck,
      );
      const notes = [...fresh.map(({ line }) => line), ...held.map(({ line }) => line)];
      notes.sort((a, b) => heightOf(a) - heightOf(b));
      moments.push({ bar: index, onset, notes, gapSeconds: gap, isAfterRest });
      gap = isGrace ? GRACE_SECONDS : 0;
      isAfterRest = false;
      held.push(...fresh.flatMap(({ line, event }) => heldAfter(line, event, onset, chord)));
    }
    gap += seconds * toNumber(subtract(writtenLength(bar), at));
  }
  return moments;
}

/** How long a grace leaves the hand, whatever it is written as. */
const GRACE_SECONDS = 0.08;

interface Held {
  readonly line: LineNote;
  readonly until: Fraction;
  readonly rings: boolean;
  /** The broken chord that it belongs to. */
  readonly chord: number | undefined;
}

function chordOf(
  notes: readonly LineNote[],
  chords: ReadonlyMap<string, number>,
): number | undefined {
  return notes.length === 1 ? chords.get(notes[0]!.note.id) : undefined;
}

function heldAfter(
  line: LineNote,
  event: LineEvent,
  onset: Fraction,
  chord: number | undefined,
): readonly Held[] {
  if (line.note.kind === "dead" || line.isHeld) return [];
  const rings = chord !== undefined || techniqueOf(line.note, "let-ring") !== undefined;
  const isShort = eventTechniqueOf(event, "staccato") !== undefined || lengthOf(event).num === 0;
  if (isShort && !rings) return [];
  const until = add(onset, event.duration);
  return [{ line: { ...line, isHeld: true }, until, rings, chord }];
}

/** What begins anew on its own pitch is no longer held; what rings gives way when strings run out. */
function stillHeld(held: readonly Held[], fresh: readonly LineNote[], neck: Neck): Held[] {
  const pitches = new Set(fresh.map(heightOf));
  const isTaken = ({ rings, line }: Held) => rings && isCertainlyTaken(line, fresh);
  const kept = held.filter((one) => !pitches.has(heightOf(one.line)) && !isTaken(one));
  while (kept.some(({ rings }) => rings)) {
    if (hasStringsFor([...fresh, ...kept.map(({ line }) => line)], neck.openMidi.length)) break;
    kept.splice(
      kept.findIndex(({ rings }) => rings),
      1,
    );
  }
  return kept;
}

/** Whether what begins has no other string than the one that this note has to lie on. */
function isCertainlyTaken(line: LineNote, fresh: readonly LineNote[]): boolean {
  const [place, ...more] = line.places;
  if (!place || more.length > 0) return false;
  return fresh.some(({ note, places }) => {
    if (note.kind === "dead") return note.string === place.string;
    return places.length > 0 && places.every(({ string }) => string === place.string);
  });
}

/** Whether every note can have a string of its own; what the hand makes of it is asked later. */
function hasStringsFor(notes: readonly LineNote[], strings: number): boolean {
  if (notes.length > strings) return false;
  const taken = new Set<number>();
  const find = (index: number): boolean => {
    const one = notes[index];
    if (!one) return true;
    const wanted =
      one.note.kind === "dead" ? [one.note.string] : one.places.map(({ string }) => string);
    return wanted.some((string) => {
      if (taken.has(string)) return false;
      taken.add(string);
      const isFound = find(index + 1);
      taken.delete(string);
      return isFound;
    });
  };
  return find(0);
}

type Choice = Pick<LineNote, "places" | "isNarrowed" | "isFixed">;

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
      choices.set(note, (choice = { places, isFixed, isNarrowed: places !== all }));
    }
    return choice;
  };
}

function lineNote(note: Note, placesOf: (note: PitchedNote) => Choice): LineNote {
  if (note.kind === "dead")
    return { note, places: [], isNarrowed: true, isFixed: true, isHeld: false };
  const { places, isNarrowed, isFixed } = placesOf(note);
  return { note, places, isNarrowed, isFixed, isHeld: false };
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

/**
 * The moment as the search sees it, bound to what was held before it.
 * @param before The notes that were given a place at the moment before.
 * @param withBar Whether the whole line is played with a slide-bar.
 */
export function placingNotes(
  { isAfterRest }: Pick<LineMoment, "isAfterRest">,
  notes: readonly LineNote[],
  before: readonly LineNote[],
  lowest: Midi | undefined,
  withBar: boolean,
): readonly PlacingNote[] {
  return notes.map((one): PlacingNote => {
    const { note, places, isNarrowed, isFixed, isHeld } = one;
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
      isLowest: midi === lowest && !isHarmonic,
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
