import { tupletRuns } from "../../checks/tuplets";
import { writtenAs } from "../../rhythm/duration";
import { ZERO, type Fraction } from "../../rhythm/fraction";
import type { Bar } from "../../score/bar";
import { lengthOf, linkOf, notesOf, stringOf, type LineEvent, type Note } from "../../score/event";
import type { Joined, Lead } from "./write-notations";

/** A note as one piece of it stands in the file. */
export interface WrittenNote {
  readonly note: Note;
  readonly joined: Joined;
}

/** An event, or a piece of it where no single note value says its duration. */
export interface WrittenEvent {
  readonly event: LineEvent;
  readonly isFirst: boolean;
  /** What it is drawn as; of a grace, too, though it takes no time. */
  readonly value: Fraction;
  /** How long the bar goes on with it: 0 for a grace. */
  readonly length: Fraction;
  /** Empty for a rest, and for what is left of a value behind a knock or a dead note. */
  readonly notes: readonly WrittenNote[];
  readonly lead: Lead;
}

/** The voices of one bar: that of its events, and the one below. */
export type WrittenBar = readonly (readonly WrittenEvent[])[];

interface Piece {
  event: LineEvent;
  isFirst: boolean;
  value: Fraction;
  notes: { note: Note; joined: { -readonly [Key in keyof Joined]: Joined[Key] } }[];
  lead: Lead;
}

/**
 * Bars one behind the other as a file says them: long values in pieces, and every note knowing by
 * what the next one on its string is reached.
 */
export function writtenBars(bars: readonly (Bar | undefined)[]): readonly WrittenBar[] {
  /** By voice and string: the last note before. */
  const last = [0, 1].map(() => new Map<number, Piece["notes"][number]>());
  return bars.map((bar) =>
    voicesOf(bar).map((events, voice) =>
      piecesOf(events).map((piece): WrittenEvent => {
        for (const written of piece.notes) {
          const string = stringOf(written.note);
          if (string === undefined) continue;
          const before = last[voice]!.get(string);
          const link = written.joined.isContinuation ? undefined : linkOf(written.note);
          if (before && link) before.joined.next = link;
          last[voice]!.set(string, written);
        }
        const isGrace = lengthOf(piece.event).num === 0;
        return { ...piece, length: isGrace ? ZERO : piece.value };
      }),
    ),
  );
}

function voicesOf(bar: Bar | undefined): readonly (readonly LineEvent[])[] {
  if (!bar) return [];
  return bar.voiceTwo ? [bar.events, bar.voiceTwo] : [bar.events];
}

function piecesOf(events: readonly LineEvent[]): readonly Piece[] {
  const runs = tupletRuns(events);
  const opening = new Set(runs.map((run) => run.events[0]!.event));
  const closing = new Set(runs.map((run) => run.events.at(-1)!.event));
  return events.flatMap((event) => {
    const isGrace = lengthOf(event).num === 0;
    const values = (isGrace ? undefined : writtenAs(event.duration)) ?? [event.duration];
    return values.map((value, index): Piece => {
      const isFirst = index === 0;
      const isLast = index === values.length - 1;
      return {
        event,
        isFirst,
        value,
        notes: notesOf(event)
          .filter((note) => isFirst || note.kind === "pitched")
          .map((note) => ({
            note,
            joined: {
              next: undefined,
              isContinued: !isLast && note.kind === "pitched",
              isContinuation: !isFirst,
            },
          })),
        lead: {
          opensTuplet: isFirst && !isGrace && opening.has(event),
          closesTuplet: isLast && !isGrace && closing.has(event),
        },
      };
    });
  });
}
