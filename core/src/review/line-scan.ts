import type { Severity } from "../foundation/finding";
import { stringsOn } from "../strings/assumed-strings";
import type { StringSet } from "../instrument/string-set";
import { neckOf, type Neck } from "../neck/neck";
import type { Key } from "../pitch/key";
import type { PlayerHand } from "../placement/player-hand";
import { toNumber, type Fraction } from "../rhythm/fraction";
import { wholeSeconds } from "../rhythm/tempo";
import { timed } from "../score/bar";
import { lengthOf, linkOf, type LineEvent, type Note } from "../score/event";
import type { BarFrame } from "../score/frame";
import type { Line, Part, Phrase } from "../score/song";
import type { Group, ReviewFinding } from "./finding";
import type { Mend } from "./mend";

/** One event of a line at its time. */
export interface ScannedEvent {
  readonly event: LineEvent;
  /** Index of the bar in the line. */
  readonly bar: number;
  /** From the first event of the bar. */
  readonly onset: Fraction;
  readonly isVoiceTwo: boolean;
  readonly isGrace: boolean;
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
  /** In order of time; of one moment the upper voice first. */
  readonly events: readonly ScannedEvent[];
}

export type LineBasis = Omit<LineScan, "neck" | "strings" | "events">;

export function scanLine(basis: LineBasis): LineScan {
  const { part, line, frames } = basis;
  const events: ScannedEvent[] = [];
  let barStart = 0;
  for (const [bar, { events: upper, voiceTwo = [] }] of line.bars.entries()) {
    const frame = frames[bar]!;
    const whole = wholeSeconds(frame.tempoBpm);
    for (const [voice, isVoiceTwo] of [[upper, false] as const, [voiceTwo, true] as const]) {
      for (const { event, onset } of timed(voice)) {
        const start = barStart + whole * toNumber(onset);
        const isGrace = event.kind === "notes" && lengthOf(event).num === 0;
        const end = start + whole * toNumber(event.duration);
        events.push({ event, bar, onset, isVoiceTwo, isGrace, start, end });
      }
    }
    barStart += whole * toNumber(frame.length);
  }
  events.sort((a, b) => a.start - b.start || Number(a.isVoiceTwo) - Number(b.isVoiceTwo));
  return {
    ...basis,
    neck: neckOf(part.instrument, part.capo),
    strings: stringsOn(part.instrument),
    events,
  };
}

/** Where in a line something was found: an event, one of its notes, a bar by its index, or all of it. */
export type FoundAt =
  { readonly at: ScannedEvent; readonly note?: Note } | { readonly bar: number } | undefined;

/** A finding of a line, with the place filled in; of a bar that is its first event. */
export function found(
  { phrase, part, line, barsBefore }: LineBasis,
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
      ...(bar !== undefined && { bar: barsBefore + bar + 1 }),
      ...(event && { eventId: event.id }),
      ...(where && "at" in where && where.note && { noteId: where.note.id }),
    },
    message,
    evidence,
    ...(mend && { mend }),
  };
}

const NOT_STRUCK: readonly string[] = ["hammer-on", "pull-off", "slide", "tap", "release", "tie"];

/** Whether the right hand sounds a note anew. */
export function isStruck(note: Note): boolean {
  const link = linkOf(note);
  return link === undefined || !NOT_STRUCK.includes(link);
}
