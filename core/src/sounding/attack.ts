import { midiOf } from "../pitch/pitch";
import { linkOf, stringOf, type Note } from "../score/event";
import type { LinkKind } from "../score/technique";

/** How a note begins: the right hand sounds it, the left hand or a tap leads to it, or it only goes on. */
export type Attack = "struck" | "linked" | "tied";

const NOT_STRUCK: readonly LinkKind[] = ["hammer-on", "pull-off", "slide", "tap", "release", "tie"];

/** Whether the right hand is to sound a note anew, by what is written of it. */
export function isStruck(note: Note): boolean {
  const link = linkOf(note);
  return link === undefined || !NOT_STRUCK.includes(link);
}

/**
 * The note that another one is linked to: of the event before it in its voice, the one on its
 * string; while its place is not known, the one of its pitch.
 */
export function originOf(note: Note, before: readonly Note[]): Note | undefined {
  const string = stringOf(note);
  return string === undefined
    ? before.find((other) => isSamePitch(other, note))
    : before.find((other) => stringOf(other) === string);
}

/** What a tied note goes on from; undefined where it is not tied, or to nothing: then it is struck. */
export function tiedFrom(note: Note, before: readonly Note[]): Note | undefined {
  if (linkOf(note) !== "tie") return undefined;
  const origin = originOf(note, before);
  return origin && isSamePitch(origin, note) ? origin : undefined;
}

/** @param before The notes of the event before it in its voice. */
export function attackOf(note: Note, before: readonly Note[]): Attack {
  if (tiedFrom(note, before)) return "tied";
  return isStruck(note) || linkOf(note) === "tie" ? "struck" : "linked";
}

function isSamePitch(one: Note, other: Note): boolean {
  return (
    one.kind === "pitched" && other.kind === "pitched" && midiOf(one.pitch) === midiOf(other.pitch)
  );
}
