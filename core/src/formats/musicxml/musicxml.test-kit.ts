import { noteValueOf, writtenAs } from "../../rhythm/duration";
import { fraction } from "../../rhythm/fraction";
import type { Bar } from "../../score/bar";
import type { LineEvent, Note, PitchedNote } from "../../score/event";
import { inOrder } from "../../score/technique";
import { copyOfBars } from "../../score/versions";

/**
 * Bars as MusicXML can say them: no ids, pins or reasons, and no length that was not said; one finger a note; what no single note
 * value says in tied pieces.
 */
export function asMusicXmlSays(bars: readonly Bar[]): readonly Bar[] {
  return copyOfBars(bars, () => "").map(({ events, voiceTwo }) => ({
    events: events.flatMap(pieces),
    ...(voiceTwo && { voiceTwo: voiceTwo.flatMap(pieces) }),
  }));
}

function pieces({ lengthUnknown: _unknown, ...event }: LineEvent): readonly LineEvent[] {
  const isGrace = event.kind === "notes" && event.grace !== undefined;
  if (isGrace) {
    const duration = noteValueOf(event.duration) ? event.duration : fraction(1, 16);
    return [{ ...event, duration, notes: event.notes.map(plainNote) }];
  }
  const values = writtenAs(event.duration) ?? [event.duration];
  return values.map((duration, index): LineEvent => {
    if (index === 0) {
      if (event.kind !== "notes") return { ...event, duration };
      return { ...event, duration, notes: event.notes.map(plainNote) };
    }
    const notes =
      event.kind === "notes" ? event.notes.filter((note) => note.kind === "pitched") : [];
    if (event.kind !== "notes" || notes.length === 0) return { kind: "rest", id: "", duration };
    return {
      kind: "notes",
      id: "",
      duration,
      notes: notes.map((note) => {
        const { pluck: _pluck, ...rest } = plainPitched(note);
        const harmonic = rest.techniques.filter(({ kind }) => kind.endsWith("-harmonic"));
        return { ...rest, techniques: inOrder([{ kind: "tie" }, ...harmonic]) };
      }),
      techniques: event.techniques.filter(({ kind }) => kind === "palm-mute"),
    };
  });
}

function plainNote(note: Note): Note {
  return note.kind === "dead" ? note : plainPitched(note);
}

function plainPitched({
  reason: _reason,
  notOn: _notOn,
  place,
  finger,
  ...note
}: PitchedNote): PitchedNote {
  const { finger: held, ...bare } = place ?? {};
  const said = finger ?? held;
  return {
    ...note,
    ...(place && { place: bare as NonNullable<typeof place> }),
    pinned: false,
    ...(said !== undefined && { finger: said }),
    techniques: note.techniques.map((one) => {
      if (one.kind !== "bend") return one;
      const { to: _to, ...bend } = one;
      return bend;
    }),
  };
}
