import type { PartTime } from "../../sounding/part-times";
import { pitchCourse } from "../../playing/pitch-course";
import { eventTechniqueOf, techniqueOf, type Note } from "../../score/event";
import type { Struck } from "./struck-notes";
import type { Timed } from "./timed-events";

/** How far a full turn of the wheel reaches, in semitones: far enough for every bend there is. */
export const BEND_RANGE = 12;
const VELOCITY = { usual: 80, accent: 112, ghost: 30, dead: 24 } as const;
const WHEEL = { narrow: 48, wide: 96 } as const;

/** A note with what the wheel does while it sounds, where it may be turned. */
export function eventsOfNote(
  { note, at, midi, from, to }: Struck,
  channel: number,
  mayBend: boolean,
): readonly Timed[] {
  const end = Math.max(from + 1, to);
  const events: Timed[] = [
    {
      tick: from,
      rank: 6,
      event: { type: "noteOn", channel, noteNumber: midi, velocity: velocityOf(note, at) },
    },
    { tick: end, rank: 3, event: { type: "noteOff", channel, noteNumber: midi, velocity: 0 } },
  ];
  if (note.kind === "dead" || !mayBend) return events;
  const ofEvent = at.event.kind === "notes" ? at.event.techniques : [];
  const course = pitchCourse(note, { ofEvent });
  const wheel = (tick: number, cents: number, rank: number): Timed => {
    const value = Math.round((8192 * cents) / (100 * BEND_RANGE));
    return {
      tick,
      rank,
      event: { type: "pitchBend", channel, value: Math.max(-8192, Math.min(8191, value)) },
    };
  };
  if (course.some(({ cents }) => cents !== 0)) {
    const span = end - from;
    for (const [index, point] of course.entries()) {
      const before = course[index - 1];
      const steps = before && before.cents !== point.cents ? 8 : 1;
      for (let step = 1; step <= steps; step++) {
        const share = before ? before.share + ((point.share - before.share) * step) / steps : 0;
        const cents = before
          ? before.cents + ((point.cents - before.cents) * step) / steps
          : point.cents;
        const tick = Math.min(end - 1, from + Math.round(share * span));
        events.push(wheel(tick, cents, tick === from ? 5 : 7));
      }
    }
    events.push(wheel(end, 0, 4));
  }
  const vibrato = techniqueOf(note, "vibrato");
  if (vibrato) {
    const turn = (tick: number, value: number, rank: number): Timed => ({
      tick,
      rank,
      event: { type: "controller", channel, controllerType: 1, value },
    });
    events.push(turn(from, WHEEL[vibrato.width], 5), turn(end, 0, 4));
  }
  return events;
}

function velocityOf(note: Note, { event }: PartTime): number {
  if (note.kind === "dead") return VELOCITY.dead;
  if (techniqueOf(note, "ghost")) return VELOCITY.ghost;
  return eventTechniqueOf(event, "accent") ? VELOCITY.accent : VELOCITY.usual;
}
