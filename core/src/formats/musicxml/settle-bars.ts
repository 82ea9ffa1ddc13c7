import { barEntries, formatBar } from "../../foundation/bar-index";
import { MAX_STRINGS } from "../../instrument/tuning";
import { add, compare, fraction, subtract, ZERO, type Fraction } from "../../rhythm/fraction";
import { barLength, type Metre } from "../../rhythm/metre";
import { MAX_EVENTS_IN_BAR, type Bar } from "../../score/bar";
import type { LineEvent, Note } from "../../score/event";
import { inOrder } from "../../score/technique";
import type { Remarks } from "../reading/remarks";
import type { RawEvent, RawMeasure, RawNote } from "./raw";
import { stringForDead, type SettledPart } from "./settle-notes";

/** A bar of a part, and whether it only says that the part is silent. */
export interface SettledBar {
  readonly bar: Bar;
  readonly isSilent: boolean;
}

interface Setting extends SettledPart {
  readonly remarks: Remarks;
  readonly newId: () => string;
  /** What holds in each measure. */
  readonly metres: readonly Metre[];
}

/** The measures of a part as bars: one voice, the one below, rests where the file leaves gaps. */
export function settleBars(
  measures: readonly RawMeasure[],
  setting: Setting,
): readonly SettledBar[] {
  joinLinks(measures);
  const voices = voicesOf(measures);
  return barEntries(measures).map(([index, measure]) => {
    const say = (code: string, message: string) =>
      setting.remarks.say(
        code,
        "warning",
        `${setting.part.name}, ${formatBar(index)}: ${message}`,
        {
          bar: index,
        },
      );
    const byVoice = voices.map((voice) => measure.events.filter((event) => keyOf(event) === voice));
    const [main = [], second, ...rest] = byVoice.filter((events) => events.length > 0);
    const isSilent = measure.events.length > 0 && measure.events.every((event) => event.isWholeBar);
    const more = rest.flat().filter(({ notes }) => notes.length > 0);
    const folded = more.map((event) => foldIn(event, [main, second ?? []]));
    if (more.length > 0) say("third-voice", foldedInWords(folded));
    const whole = barLength(setting.metres[index]!);
    const bar: Bar = {
      events: eventsOfVoice(main, setting, whole, say),
      ...(second &&
        second.some((event) => !event.isWholeBar) && {
          voiceTwo: eventsOfVoice(second, setting, whole, say),
        }),
    };
    return { bar, isSilent };
  });
}

function keyOf({ staff, voice }: RawEvent): string {
  return `${staff} ${voice}`;
}

/** The voices of a part by their numbers; those that only say that a bar is silent come last. */
function voicesOf(measures: readonly RawMeasure[]): readonly string[] {
  const said = new Map<string, boolean>();
  for (const { events } of measures) {
    for (const event of events) {
      said.set(keyOf(event), said.get(keyOf(event)) === true || !event.isWholeBar);
    }
  }
  const numbers = (key: string) => key.split(" ").map((word) => Number(word) || 0);
  return [...said.keys()].sort((a, b) => {
    const [staffA = 0, voiceA = 0] = numbers(a);
    const [staffB = 0, voiceB = 0] = numbers(b);
    return Number(said.get(b)) - Number(said.get(a)) || staffA - staffB || voiceA - voiceB;
  });
}

type Folding = "whole" | "other length" | undefined;

/**
 * Takes an event of a third voice into one of two: as notes of a chord that begins with it, or where
 * a voice is silent all the while.
 * @returns how it was taken in; undefined where there is no room for it.
 */
function foldIn(event: RawEvent, voices: readonly [RawEvent[], RawEvent[]]): Folding {
  const beginning = voices
    .flat()
    .filter(
      (one) =>
        one.kind === "notes" && !one.grace && !event.grace && compare(one.onset, event.onset) === 0,
    );
  const alike = beginning.find((one) => compare(one.duration, event.duration) === 0);
  if (alike) {
    alike.notes.push(...event.notes);
    return "whole";
  }
  for (const voice of voices) {
    const meeting = event.grace ? voice : voice.filter((one) => meets(one, event));
    if (meeting.some(({ kind }) => kind !== "rest")) continue;
    // What is left of a rest comes back where a voice has a gap.
    for (const rest of meeting) voice.splice(voice.indexOf(rest), 1);
    voice.push(event);
    return "whole";
  }
  const [host] = beginning;
  host?.notes.push(...event.notes);
  return host && "other length";
}

function meets(one: RawEvent, other: RawEvent): boolean {
  const isBefore = (a: RawEvent, b: RawEvent) => compare(add(a.onset, a.duration), b.onset) <= 0;
  return one.isWholeBar || !(isBefore(one, other) || isBefore(other, one));
}

function foldedInWords(folded: readonly Folding[]): string {
  const count = (kind: Folding) => folded.filter((one) => one === kind).length;
  const [others, lost] = [count("other length"), count(undefined)];
  return [
    `a bar has two voices here: of a third one ${folded.length - lost} of ${folded.length} events were taken into them`,
    others > 0 && `${others} with another length`,
    lost > 0 && `${lost} were left out`,
  ]
    .filter(Boolean)
    .join(", ");
}

/** Gives every note its link, where only the other end of it is written. */
function joinLinks(measures: readonly RawMeasure[]): void {
  const last = new Map<string, RawNote>();
  for (const { events } of measures) {
    for (const event of events) {
      for (const note of event.notes) {
        const key = `${keyOf(event)} ${note.string ?? "?"}`;
        const before = last.get(key);
        if (before && !note.link) {
          note.link = before.starts[0] ?? (note.isSlurred ? slurredLink(before, note) : undefined);
        }
        last.set(key, note);
      }
    }
  }
}

/** A slur between two notes of one string is a hammer-on or a pull-off, by where it leads. */
function slurredLink(before: RawNote, note: RawNote): RawNote["link"] {
  if (note.string === undefined || before.fret === undefined || note.fret === undefined) {
    return undefined;
  }
  if (note.fret === before.fret) return undefined;
  return note.fret > before.fret ? "hammer-on" : "pull-off";
}

function eventsOfVoice(
  raw: readonly RawEvent[],
  setting: Setting,
  whole: Fraction,
  say: (code: string, message: string) => void,
): readonly LineEvent[] {
  const events: LineEvent[] = [];
  let at = ZERO;
  for (const one of [...raw].sort((a, b) => compare(a.onset, b.onset) || graceFirst(a, b))) {
    if (compare(one.onset, at) < 0 && !one.grace) {
      say("voice-overlap", "notes of one voice overlap: the later one was left out");
      continue;
    }
    if (compare(one.onset, at) > 0) {
      const duration = subtract(one.onset, at);
      events.push({ kind: "rest", id: setting.newId(), duration });
      at = one.onset;
    }
    const duration = one.isWholeBar ? whole : one.duration;
    const length = one.grace ? ZERO : duration;
    if (duration.num <= 0 || duration.num > 16 * duration.den || tooFine(duration)) {
      say("duration-wrong", "a note without a duration was left out");
      continue;
    }
    const event = eventOf({ ...one, duration }, setting);
    if (event) events.push(event);
    at = add(at, length);
  }
  if (events.length <= MAX_EVENTS_IN_BAR) return events;
  say(
    "bar-too-full",
    `a bar may have ${MAX_EVENTS_IN_BAR} events, got ${events.length}: the rest was left out`,
  );
  return events.slice(0, MAX_EVENTS_IN_BAR);
}

function tooFine({ num, den }: Fraction): boolean {
  return num > 1_000_000 || den > 1_000_000;
}

function graceFirst(a: RawEvent, b: RawEvent): number {
  return Number(b.grace !== undefined) - Number(a.grace !== undefined);
}

function eventOf(raw: RawEvent, setting: Setting): LineEvent | undefined {
  const { newId } = setting;
  const words = raw.words.join(", ").slice(0, 500);
  const base = {
    id: newId(),
    duration: fraction(raw.duration.num, raw.duration.den),
    ...(raw.hasFermata && { fermata: true as const }),
    ...(raw.lyric !== undefined && { lyric: raw.lyric }),
    ...(words !== "" && { note: words }),
  };
  if (raw.kind === "hit") return { kind: "hit", ...base, sound: raw.sound };
  const notes = raw.kind === "notes" ? notesOf(raw, setting) : [];
  if (notes.length === 0) return raw.grace ? undefined : { kind: "rest", ...base };
  return {
    kind: "notes",
    ...base,
    notes,
    techniques: inOrder(raw.techniques),
    ...(raw.stroke && { stroke: raw.stroke }),
    ...(raw.grace && { grace: raw.grace }),
  };
}

function notesOf(raw: RawEvent, { part, settled, remarks, newId }: Setting): readonly Note[] {
  const taken = new Set<number>();
  const notes: Note[] = [];
  for (const note of raw.notes) {
    const pluck = note.pluck && { pluck: note.pluck };
    if (note.isDead) {
      const string = stringForDead(note, part.instrument.tuning);
      if (taken.has(string)) continue;
      taken.add(string);
      notes.push({ kind: "dead", id: newId(), string, ...pluck });
      continue;
    }
    const known = settled.get(note);
    const place = known && !taken.has(known.place.string) ? known.place : undefined;
    if (known && !place) {
      remarks.tally(
        "string-twice",
        "warning",
        `${part.name}: two notes at once on one string: the second keeps its pitch only`,
      );
    }
    if (place) taken.add(place.string);
    const pitch = known?.pitch ?? note.pitch;
    if (!pitch) continue;
    // A harmonic without its place is only the pitch it sounds at.
    const techniques = place
      ? note.techniques
      : note.techniques.filter(({ kind }) => kind !== "natural-harmonic");
    notes.push({
      kind: "pitched",
      id: newId(),
      pitch,
      ...(place && { place }),
      pinned: false,
      ...(note.finger !== undefined && { finger: note.finger }),
      ...pluck,
      techniques: inOrder([...(note.link ? [{ kind: note.link }] : []), ...techniques]).slice(
        0,
        12,
      ),
    });
  }
  if (notes.length > MAX_STRINGS) {
    remarks.tally(
      "chord-too-big",
      "warning",
      `${part.name}: a chord has at most ${MAX_STRINGS} notes: the rest of it was left out`,
    );
  }
  return notes.slice(0, MAX_STRINGS);
}
