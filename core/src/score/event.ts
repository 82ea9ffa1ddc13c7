import type { Harmonic } from "../neck/harmonic";
import type { FingerByHand, Place } from "../neck/neck";
import type { Pitch } from "../pitch/pitch";
import { ZERO, type Fraction } from "../rhythm/fraction";
import {
  isLink,
  type EventTechnique,
  type LinkKind,
  type Pluck,
  type Stroke,
  type Technique,
  type TechniqueKind,
} from "./technique";

interface EventBase {
  readonly id: string;
  /** As a fraction of a whole note. Of a grace event: how long it sounds; it takes no time in the bar. */
  readonly duration: Fraction;
  /**
   * Nobody said how long it lasts: its duration, an eighth, only stands in for that, so that it can be
   * drawn and played evenly.
   */
  readonly lengthUnknown?: true;
  readonly fermata?: true;
  /** What is sung with it. */
  readonly lyric?: string;
  /** Free words at this moment. */
  readonly note?: string;
  /** When it is spoken of in the talk that it was understood from, in milliseconds from its start. */
  readonly spokenMs?: number;
}

/** One moment of a line. */
export type LineEvent = NotesEvent | RestEvent | HitEvent;

export interface NotesEvent extends EventBase {
  readonly kind: "notes";
  /** At least one, at most one a string. */
  readonly notes: readonly Note[];
  readonly techniques: readonly EventTechnique[];
  /** The teacher's own stroke; absent where the part's school suggests it. */
  readonly stroke?: Stroke;
  /** An ornament that takes its time from what stands before it, or from the note it leads to. */
  readonly grace?: "before" | "on-beat";
}

export interface RestEvent extends EventBase {
  readonly kind: "rest";
}

/** A sound without a string's pitch: a hand on the body, the pick along a wound string. */
export interface HitEvent extends EventBase {
  readonly kind: "hit";
  readonly sound: "body" | "scrape";
}

export type Note = PitchedNote | DeadNote;

/**
 * The pitch is what is heard when nothing is bent: of a harmonic, the harmonic. The place is where
 * it is played, absent while no place is known.
 */
export interface PitchedNote {
  readonly kind: "pitched";
  readonly id: string;
  readonly pitch: Pitch;
  readonly place?: Place;
  /** The teacher chose the place: nothing else may move it. */
  readonly pinned: boolean;
  /** Why the teacher pinned it. */
  readonly reason?: string;
  /** Strings that the teacher does not want it on, rising. */
  readonly notOn?: readonly number[];
  /** The teacher's own finger; absent where the engine's, at the place, will do. */
  readonly finger?: FingerByHand;
  readonly pluck?: Pluck;
  readonly techniques: readonly Technique[];
}

/** A percussive stroke on a damped string, without pitch. */
export interface DeadNote {
  readonly kind: "dead";
  readonly id: string;
  readonly string: number;
  readonly pluck?: Pluck;
}

/** The string a note occupies, if it has one. */
export function stringOf(note: Note): number | undefined {
  return note.kind === "dead" ? note.string : note.place?.string;
}

export function notesOf(event: LineEvent): readonly Note[] {
  return event.kind === "notes" ? event.notes : [];
}

/** The notes of an event that have a pitch. */
export function pitchedIn(event: LineEvent): readonly PitchedNote[] {
  return notesOf(event).filter((note): note is PitchedNote => note.kind === "pitched");
}

/** How long an event lasts, as another in its place says it too. */
export function lengthSaidBy({ duration, lengthUnknown }: LineEvent) {
  return { duration, ...(lengthUnknown && { lengthUnknown }) };
}

/** How much of its bar an event fills: nothing, if it is a grace. */
export function lengthOf(event: LineEvent): Fraction {
  return event.kind === "notes" && event.grace ? ZERO : event.duration;
}

export function linkOf(note: Note): LinkKind | undefined {
  if (note.kind === "dead") return undefined;
  const link = note.techniques.find(isLink);
  return link?.kind as LinkKind | undefined;
}

/** What a note says of one technique. */
export function techniqueOf<Kind extends TechniqueKind>(
  note: Note,
  kind: Kind,
): Extract<Technique, { readonly kind: Kind }> | undefined {
  if (note.kind === "dead") return undefined;
  return note.techniques.find(
    (one): one is Extract<Technique, { readonly kind: Kind }> => one.kind === kind,
  );
}

/** Whether and how a note sounds as a harmonic. */
export function harmonicOf(note: Note): Harmonic | undefined {
  if (techniqueOf(note, "natural-harmonic")) return { kind: "natural" };
  const pinched = techniqueOf(note, "pinched-harmonic");
  return pinched && { kind: "pinched", partial: pinched.partial };
}

export function eventTechniqueOf<Kind extends EventTechnique["kind"]>(
  event: LineEvent,
  kind: Kind,
): Extract<EventTechnique, { readonly kind: Kind }> | undefined {
  if (event.kind !== "notes") return undefined;
  return event.techniques.find(
    (one): one is Extract<EventTechnique, { readonly kind: Kind }> => one.kind === kind,
  );
}

export function isPalmMuted(event: LineEvent): boolean {
  return eventTechniqueOf(event, "palm-mute") !== undefined;
}

/** The same event with other notes; the same object where every note is. */
export function withNotes(event: LineEvent, change: (note: Note) => Note): LineEvent {
  if (event.kind !== "notes") return event;
  const notes = event.notes.map(change);
  return notes.every((note, index) => note === event.notes[index]) ? event : { ...event, notes };
}

/** The same event under ids of its own, so that both can stand in one song. */
export function copyOfEvent(
  { spokenMs: _spoken, ...event }: LineEvent,
  newId: () => string,
): LineEvent {
  const id = newId();
  if (event.kind !== "notes") return { ...event, id };
  return { ...event, id, notes: event.notes.map((note) => ({ ...note, id: newId() })) };
}

/** Whether a question about it is still open: its words hold a “?” of their own. */
export function isInDoubt({ note = "" }: LineEvent): boolean {
  return /(?:^|\s)\?(?:\s|$)/u.test(note);
}

/** Whether any of its notes is left ringing. */
export function isRinging(event: LineEvent): boolean {
  return notesOf(event).some((note) => techniqueOf(note, "let-ring") !== undefined);
}

/** The same note without its place and all that was decided about it. */
export function withoutPlace({
  place: _place,
  reason: _reason,
  finger: _finger,
  notOn: _notOn,
  ...rest
}: PitchedNote): PitchedNote {
  return { ...rest, pinned: false };
}

/** Whether a note of it has no place on the strings. */
export function isUnplaced(event: LineEvent): boolean {
  return notesOf(event).some((note) => note.kind === "pitched" && !note.place);
}
