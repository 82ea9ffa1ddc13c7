import { barsOn, type BarIndex } from "../foundation/bar-index";
import type { Severity } from "../foundation/finding";
import { stringsOn } from "../strings/assumed-strings";
import type { StringSet } from "../instrument/string-set";
import { neckOf, type Neck } from "../neck/neck";
import type { Key } from "../pitch/key";
import type { PlayerHand } from "../placement/player-hand";
import { add } from "../rhythm/fraction";
import type { Note } from "../score/event";
import type { BarFrame } from "../score/frame";
import type { Line, Part, Phrase } from "../score/song";
import type { EventInLine } from "../sounding/events-in-line";
import { lineSound, secondsInLine, type LineSound } from "../sounding/line-sound";
import type { Group, ReviewFinding } from "./finding";
import type { Mend } from "./mend";

/** An event of a line at its time. */
export interface ScannedEvent extends EventInLine {
  /** From the start of the line to where it begins and ends as written, in seconds; swing left out. */
  readonly start: number;
  readonly end: number;
}

/** A line with everything that its checks ask for. */
export interface LineScan {
  readonly part: Part;
  readonly phrase: Phrase;
  readonly line: Line;
  readonly frames: readonly BarFrame[];
  /** Bars of the part before this phrase. */
  readonly barsBefore: number;
  readonly key: Key;
  readonly referenceHz: number;
  readonly neck: Neck;
  /** The strings that are on, or where nobody said, such as are usual. */
  readonly strings: StringSet;
  readonly player: PlayerHand;
  readonly sound: LineSound;
  /** In order of time; of one moment the upper voice first. */
  readonly events: readonly ScannedEvent[];
}

export type LineBasis = Omit<LineScan, "neck" | "strings" | "sound" | "events">;

export function scanLine(basis: LineBasis): LineScan {
  const { part, line, frames } = basis;
  const sound = lineSound(line.bars, frames, part.instrument.tuning.length);
  const events = sound.events.map((at): ScannedEvent => {
    const { bar, onset } = at;
    const start = secondsInLine(sound, bar, onset);
    const end = secondsInLine(sound, bar, add(onset, at.event.duration));
    return { ...at, start, end };
  });
  return {
    ...basis,
    neck: neckOf(part.instrument, part.capo),
    strings: stringsOn(part.instrument),
    sound,
    events,
  };
}

/** Where in a line something was found: an event, one of its notes, a bar by its index, or all of it. */
export type FoundAt =
  { readonly at: ScannedEvent; readonly note?: Note } | { readonly bar: BarIndex } | undefined;

/** A finding of a line, with the place filled in; of a bar that is its first event. */
export function found(
  { phrase, part, line, barsBefore }: Pick<LineBasis, "phrase" | "part" | "line" | "barsBefore">,
  group: Group,
  code: string,
  severity: Severity,
  where: FoundAt,
  message: string,
  evidence: readonly string[],
  mend?: Mend,
): ReviewFinding {
  const bar = where && ("at" in where ? where.at.bar : where.bar);
  const event = where && ("at" in where ? where.at.event : line.bars[where.bar]?.events[0]);
  return {
    code,
    group,
    severity,
    where: {
      phraseId: phrase.id,
      partId: part.id,
      ...(bar !== undefined && { bar: barsOn(bar, barsBefore) }),
      ...(event && { eventId: event.id }),
      ...(where && "at" in where && where.note && { noteId: where.note.id }),
    },
    message,
    evidence,
    ...(mend && { mend }),
  };
}
