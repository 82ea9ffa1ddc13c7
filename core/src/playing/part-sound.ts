import type { Attack, Damping, NoiseAct, PassagePart, StringAct } from "../passage/passage";
import { frequencyHzOf } from "../pitch/frequency";
import { toNumber } from "../rhythm/fraction";
import {
  eventTechniqueOf,
  linkOf,
  notesOf,
  stringOf,
  techniqueOf,
  type PitchedNote,
} from "../score/event";
import type { Part } from "../score/song";
import type { Pluck } from "../score/technique";
import type { PartTime, PlayedNote } from "../sounding/part-times";
import { endOf, pitchCourse, wobbleOf, type SharePoint } from "./pitch-course";
import type { Handwork } from "./strokes";

/** Strings of a strummed chord follow each other by so much, those of a spread one by more. */
const STRUM_S = 0.006;
const SPREAD_S = 0.07;
/** Damped strings on the way of a rake. */
const RAKE = { strings: 3, apartS: 0.022 } as const;
/** Unmeasured tremolo. */
const TREMOLO_A_SECOND = 12;
const DEAD_S = 0.12;
const STRENGTH = { usual: 0.5, accent: 0.8, ghost: 0.2, linked: 0.3, tap: 0.45 } as const;

/** One note on its string, before its neighbours are known. */
interface OnString {
  readonly played: PlayedNote;
  readonly at: PartTime;
  readonly string: number;
  readonly start: number;
  readonly end: number;
  readonly pluck: Pluck | undefined;
}

/**
 * What a part's strings do, from the times of its events.
 *
 * @param works The strokes of each event, by id: the order in which a chord's strings are struck.
 * @param referenceHz What A4 is.
 */
export function partSound(
  part: Part,
  times: readonly PartTime[],
  works: ReadonlyMap<string, Handwork>,
  referenceHz: number,
): PassagePart {
  const strings = part.instrument.tuning.length;
  const played = times.flatMap((at) => notesIn(at, works.get(at.event.id), strings));
  const byString = new Map<number, OnString[]>();
  for (const one of [...played].sort((a, b) => a.start - b.start)) {
    const row = byString.get(one.string) ?? [];
    row.push(one);
    byString.set(one.string, row);
  }
  const acts = [...byString.values()].flatMap((row) => actsOnString(row, referenceHz));
  const rakes = times.flatMap((at) => rakeBefore(at, strings));
  return {
    id: part.id,
    // Notes without a place sound too, on strings of their own.
    strings: Math.max(strings, ...acts.map(({ string }) => string)),
    acts: [...acts, ...rakes].sort((a, b) => a.at - b.at),
    noises: times.flatMap(noisesOf),
  };
}

function notesIn(at: PartTime, work: Handwork | undefined, strings: number): readonly OnString[] {
  const { event, start, end } = at;
  const notes = notesOf(event);
  const played = new Map(at.notes.map((one) => [one.note, one]));
  const spread = eventTechniqueOf(event, "arpeggio");
  const stroke = spread?.stroke ?? work?.stroke ?? "down";
  const most = (end - start) / (2 * Math.max(1, notes.length));
  const apart = Math.min(spread ? SPREAD_S : work?.plucks ? 0 : STRUM_S, most);
  const order = notes
    .map((_, index) => index)
    .sort((a, b) => {
      const thickFirst = (stringOf(notes[b]!) ?? 0) - (stringOf(notes[a]!) ?? 0);
      return stroke === "down" ? thickFirst : -thickFirst;
    });
  let homeless = strings;
  return notes.map((note, index) => ({
    played: played.get(note)!,
    at,
    string: stringOf(note) ?? ++homeless,
    start: start + order.indexOf(index) * apart,
    end,
    pluck: note.pluck ?? work?.plucks?.[index],
  }));
}

/** The notes of one string in their order: each may be reached from the one before. */
function actsOnString(row: readonly OnString[], referenceHz: number): readonly StringAct[] {
  const acts: StringAct[] = [];
  let before:
    | { readonly played: PlayedNote; readonly note: PitchedNote; readonly endCents: number }
    | undefined;
  for (const [index, one] of row.entries()) {
    const { start } = one;
    const { note, origin } = one.played;
    if (note.kind === "dead") {
      acts.push(deadAct(one, start, acts.at(-1)?.hz ?? 90));
      before = undefined;
      continue;
    }
    const from = linkOf(note) && origin && before?.played === origin ? before : undefined;
    const next = row[index + 1];
    const after =
      next?.played.note.kind === "pitched" && next.start - one.end < 0.03
        ? next.played.note
        : undefined;
    const ofEvent = one.at.event.kind === "notes" ? one.at.event.techniques : [];
    const course = pitchCourse(note, {
      ...(from && { before: from }),
      ...(after && { after }),
      ofEvent,
    });
    acts.push(...actsOf(one, note, from !== undefined, course, referenceHz));
    before = { played: one.played, note, endCents: endOf(course, note) };
  }
  return acts;
}

function actsOf(
  { played, at: { event, bar }, string, start, end, pluck }: OnString,
  note: PitchedNote,
  isReached: boolean,
  course: readonly SharePoint[],
  referenceHz: number,
): readonly StringAct[] {
  const length = Math.max(0.01, end - start);
  const isShort = eventTechniqueOf(event, "staccato") !== undefined;
  const until = Math.max(start + (isShort ? length / 2 : length), played.until);
  const attack = attackOf(note, isReached, pluck, eventTechniqueOf(event, "accent") !== undefined);
  const wobble = wobbleOf(note);
  const act: StringAct = {
    at: start,
    until,
    string,
    hz: frequencyHzOf({ ...note.pitch, cents: 0 }, referenceHz),
    ...(attack && { attack }),
    damping: dampingOf(note, eventTechniqueOf(event, "palm-mute") !== undefined),
    course: course.map(({ share, cents }) => ({ at: share * length, cents })),
    ...(wobble && { wobble }),
  };
  const tremolo = eventTechniqueOf(event, "tremolo");
  if (!tremolo) return [act];
  const step = tremolo.value ? toNumber(tremolo.value) * bar.secondsAWhole : 1 / TREMOLO_A_SECOND;
  const count = Math.max(1, Math.round(length / step));
  return Array.from({ length: count }, (_, index) => ({
    ...act,
    at: start + index * step,
    until: isShort ? start + (index + 1 / 2) * step : until,
    course: act.course.map((point) => ({ ...point, at: point.at - index * step })),
  }));
}

function deadAct({ string, end, pluck, at }: OnString, start: number, hz: number): StringAct {
  const by = pluck ? byOf(pluck) : "pick";
  const isAccented = eventTechniqueOf(at.event, "accent") !== undefined;
  return {
    at: start,
    until: Math.min(end, start + DEAD_S),
    string,
    hz,
    attack: { strength: isAccented ? STRENGTH.accent : STRENGTH.usual, by },
    damping: "dead",
    course: [],
  };
}

function attackOf(
  note: PitchedNote,
  isReached: boolean,
  pluck: Pluck | undefined,
  isAccented: boolean,
): Attack | undefined {
  const link = linkOf(note);
  if (link === "tap") return { by: "tap", strength: STRENGTH.tap };
  if (isReached) {
    if (link === "hammer-on") return { by: "hammer", strength: STRENGTH.linked };
    if (link === "pull-off") return { by: "pull", strength: STRENGTH.linked };
    if (link === "slide" || link === "tie" || link === "release") return undefined;
  }
  const strength = techniqueOf(note, "ghost")
    ? STRENGTH.ghost
    : isAccented
      ? STRENGTH.accent
      : STRENGTH.usual;
  return { by: pluck ? byOf(pluck) : "pick", strength };
}

function byOf(pluck: Pluck): Attack["by"] {
  if (pluck === "slap" || pluck === "pop" || pluck === "thumb") return pluck;
  return pluck === "p" ? "thumb" : "finger";
}

function dampingOf(note: PitchedNote, isPalmMuted: boolean): Damping {
  if (techniqueOf(note, "fret-hand-mute")) return "fretting-hand";
  return isPalmMuted ? "palm" : "none";
}

/** Damped strings just before the beat, in the direction of the stroke. */
function rakeBefore({ event, start }: PartTime, strings: number): readonly StringAct[] {
  const rake = eventTechniqueOf(event, "rake");
  const played = notesOf(event).flatMap((note) => stringOf(note) ?? []);
  if (!rake || played.length === 0) return [];
  const isDown = rake.stroke === "down";
  const edge = isDown ? Math.max(...played) : Math.min(...played);
  return Array.from({ length: RAKE.strings }, (_, index): StringAct | undefined => {
    const away = RAKE.strings - index;
    const string = isDown ? edge + away : edge - away;
    const at = start - away * RAKE.apartS;
    if (string < 1 || string > strings || at < 0) return undefined;
    const attack = { by: "pick", strength: STRENGTH.ghost } as const;
    return { at, until: at + DEAD_S, string, hz: 110, attack, damping: "dead", course: [] };
  }).filter((act) => act !== undefined);
}

function noisesOf({ event, start }: PartTime): readonly NoiseAct[] {
  if (event.kind !== "hit") return [];
  return [{ at: start, kind: event.sound, strength: STRENGTH.usual }];
}
