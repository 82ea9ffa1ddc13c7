import {
  add,
  compare,
  divide,
  fraction,
  multiply,
  subtract,
  toNumber,
  type Fraction,
} from "../rhythm/fraction";
import { remembering } from "../foundation/remembering";
import { oddPartOf } from "../rhythm/duration";
import { timed, type Bar, type TimedEvent } from "../score/bar";
import { lengthOf, notesOf, stringOf, techniqueOf, type LineEvent } from "../score/event";
import type { BarFrame } from "../score/frame";
import type { PickingSchool } from "../score/picking";
import type { Pluck, Stroke } from "../score/technique";
import { isStruck } from "../sounding/attack";

/** How the right hand sounds an event. */
export interface Handwork {
  /** Of the pick or the strumming hand. */
  readonly stroke?: Stroke;
  /** By note, in their order, where the hand plucks; nothing where a note is not sounded anew. */
  readonly plucks?: readonly (Pluck | undefined)[];
  /** The teacher said so; else the school suggests it. */
  readonly isByHand: boolean;
}

/**
 * The strokes of a line by one school, by event id. What the teacher wrote by hand stays and the
 * school goes on from there; events that are only hammered, slid or tied to have none.
 *
 * - by-grid: the down-stroke falls on the even places of the beat's grid, as a strumming arm does
 * - strict-alternate: down and up in turn, whatever the rhythm
 * - economy: on to a thinner string down, to a thicker one up, else in turn
 * - open-up-fretted-down: the open string up, what is fretted down
 * - fingers: p on the thick strings, i m a on the three thin ones, in turn on one string; a bass i m
 * - slap: the thick half of the strings slapped, the thin half popped
 *
 * @param frames What holds in each bar.
 * @param strings How many the instrument has.
 */
export function suggestStrokes(
  bars: readonly Bar[],
  frames: readonly BarFrame[],
  school: PickingSchool,
  strings: number,
): ReadonlyMap<string, Handwork> {
  const strokes = new Map<string, Handwork>();
  let before: Struck | undefined;
  for (const [index, bar] of bars.entries()) {
    const { works, last } = strokesOfBar(bar, frames[index]!, school, strings, before);
    for (const [id, work] of works) strokes.set(id, work);
    before = last;
  }
  return strokes;
}

/** The strokes of a bar, and what the next one goes on from. */
const strokesOfBar = remembering(
  (
    bar: Bar,
    frame: BarFrame,
    school: PickingSchool,
    strings: number,
    from: Struck | undefined,
  ): { readonly works: readonly (readonly [string, Handwork])[]; readonly last?: Struck } => {
    const works: [string, Handwork][] = [];
    let last = from;
    for (const at of timed(bar.events)) {
      const { event } = at;
      if (event.kind !== "notes" || !event.notes.some(isStruck)) continue;
      const work =
        school === "fingers" || school === "slap"
          ? pluckedBy(school, event, strings, last)
          : strokeBy(school, at, bar, frame, last);
      works.push([event.id, work]);
      last = { event, work };
    }
    for (const event of bar.voiceTwo ?? []) {
      if (event.kind === "notes" && event.stroke)
        works.push([event.id, { stroke: event.stroke, isByHand: true }]);
    }
    return { works, ...(last && { last }) };
  },
);

interface Struck {
  readonly event: LineEvent;
  readonly work: Handwork;
}

function strokeBy(
  school: Exclude<PickingSchool, "fingers" | "slap">,
  at: TimedEvent,
  bar: Bar,
  frame: BarFrame,
  before: Struck | undefined,
): Handwork {
  const { event } = at;
  const plucks = notesOf(event).map(({ pluck }) => pluck);
  if (plucks.some(Boolean)) return { plucks, isByHand: true };
  if (event.kind === "notes" && event.stroke) return { stroke: event.stroke, isByHand: true };
  const last = before?.work.stroke;
  const inTurn: Stroke = last === "down" ? "up" : "down";
  const stroke = (): Stroke => {
    switch (school) {
      case "all-down":
        return "down";
      case "strict-alternate":
        return inTurn;
      case "open-up-fretted-down":
        return notesOf(event).every((note) => note.kind === "pitched" && note.place?.fret === 0)
          ? "up"
          : "down";
      case "by-grid":
        return onGrid(at, bar, frame);
      case "economy": {
        const from = before && thickest(before.event);
        const to = thickest(event);
        if (from === undefined || to === undefined || from === to) return inTurn;
        return to < from ? "down" : "up";
      }
    }
  };
  return { stroke: stroke(), isByHand: false };
}

/** Even places of the coarsest grid that all of the beat lies on; thirds count within their beat. */
function onGrid({ onset }: TimedEvent, bar: Bar, frame: BarFrame): Stroke {
  const beat = fraction(1, frame.metre.unit);
  const here = add(onset, frame.from);
  const beatOf = (place: Fraction) => Math.floor(toNumber(divide(place, beat)));
  const start = multiply(fraction(beatOf(here)), beat);
  const inBeat = timed(bar.events)
    .filter(({ event }) => lengthOf(event).num > 0)
    .map((one) => add(one.onset, frame.from))
    .filter((place) => beatOf(place) === beatOf(here))
    .map((place) => subtract(place, start));
  const within = subtract(here, start);
  if (inBeat.some(({ den }) => oddPartOf(den) > 1)) {
    // A tuplet alternates within its beat.
    const order = inBeat.filter((other) => compare(other, within) < 0).length;
    return order % 2 === 0 ? "down" : "up";
  }
  const finest = Math.max(8, ...inBeat.map(({ den }) => den));
  const step = Math.round(toNumber(here) * finest);
  return step % 2 === 0 ? "down" : "up";
}

function thickest(event: LineEvent): number | undefined {
  const strings = notesOf(event).flatMap((note) => stringOf(note) ?? []);
  return strings.length > 0 ? Math.max(...strings) : undefined;
}

function pluckedBy(
  school: "fingers" | "slap",
  event: LineEvent,
  strings: number,
  before: Struck | undefined,
): Handwork {
  const notes = notesOf(event);
  const isByHand = notes.some(({ pluck }) => pluck !== undefined);
  if (event.kind === "notes" && event.stroke) return { stroke: event.stroke, isByHand: true };
  const plucks = notes.map((note): Pluck | undefined => {
    if (note.pluck) return note.pluck;
    if (!isStruck(note) || techniqueOf(note, "fret-hand-mute")) return undefined;
    const string = stringOf(note) ?? 1;
    if (school === "slap") return string > strings / 2 ? "slap" : "pop";
    if (strings > 5 && string > 3) return "p";
    const finger = strings > 5 ? (["a", "m", "i"] as const)[string - 1]! : "i";
    const last = before && pluckOn(before, strings > 5 ? string : undefined);
    if (notes.length > 1) return finger;
    return last === "i" ? "m" : last === "m" ? "i" : finger;
  });
  return { plucks, isByHand };
}

/** With what the string, or any string, was plucked the time before. */
function pluckOn({ event, work }: Struck, string: number | undefined): Pluck | undefined {
  const index = notesOf(event).findIndex(
    (note) => string === undefined || stringOf(note) === string,
  );
  return work.plucks?.[index];
}
