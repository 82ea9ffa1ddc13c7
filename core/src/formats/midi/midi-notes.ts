import type { MidiFile, MidiTrack } from "./parse-midi";

/** A sounded note of one channel. */
export interface MidiNote {
  readonly start: number;
  readonly end: number;
  /** 0–127, C4 = 60. */
  readonly midi: number;
  readonly velocity: number;
  readonly channel: number;
}

/** Where a channel's pitch stands from a tick on, in cents. */
export interface BendPoint {
  readonly tick: number;
  readonly cents: number;
}

/** One channel of one track with one program: what one hand, or one string of it, plays. */
export interface MidiChannel {
  readonly track: number;
  readonly channel: number;
  /** In the order of their starts. */
  readonly notes: readonly MidiNote[];
  readonly bends: readonly BendPoint[];
  /** Ticks at which the modulation wheel is moved. */
  readonly modulation: readonly { readonly tick: number; readonly value: number }[];
  readonly program: number | undefined;
  /** Notes that were never ended, or began twice. */
  readonly hanging: number;
}

/** General MIDI keeps this channel for drums. */
export const DRUM_CHANNEL = 9;
/** RP-018: a bend reaches two semitones where nobody sets its range. */
const USUAL_RANGE_CENTS = 200;

export function channelsOf({ tracks }: MidiFile): readonly MidiChannel[] {
  return tracks.flatMap(channelsOfTrack);
}

function channelsOfTrack(track: MidiTrack): readonly MidiChannel[] {
  const readers = new Map<number, ChannelReader>();
  for (const { tick, event } of track.events) {
    if (!("channel" in event) || event.type === "channelPrefix") continue;
    let reader = readers.get(event.channel);
    if (!reader)
      readers.set(event.channel, (reader = new ChannelReader(track.index, event.channel)));
    reader.take(tick, event);
  }
  return [...readers.values()].flatMap((reader) => reader.finish(track.endTick));
}

type ChannelEvent = Extract<MidiTrack["events"][number]["event"], { readonly channel: number }>;

class ChannelReader {
  /** By the program they were begun with. */
  private readonly notes = new Map<number | undefined, MidiNote[]>();
  private readonly open = new Map<number, Open>();
  private readonly bends: BendPoint[] = [];
  private readonly modulation: { tick: number; value: number }[] = [];
  private program: number | undefined;
  private hanging = 0;
  private rangeCents = USUAL_RANGE_CENTS;
  /** The registered parameter that data entry sets: 0 is the range of the bend. */
  private parameter: [number, number] = [127, 127];

  constructor(
    private readonly track: number,
    private readonly channel: number,
  ) {}

  take(tick: number, event: ChannelEvent): void {
    switch (event.type) {
      case "noteOn":
        if (this.open.has(event.noteNumber)) {
          this.hanging++;
          this.close(event.noteNumber, tick);
        }
        this.open.set(event.noteNumber, {
          start: tick,
          velocity: event.velocity,
          program: this.program,
        });
        return;
      case "noteOff":
        this.close(event.noteNumber, tick);
        return;
      case "programChange":
        this.program = event.programNumber;
        return;
      case "pitchBend":
        this.bends.push({ tick, cents: (event.value / 8192) * this.rangeCents });
        return;
      case "controller":
        this.controller(tick, event.controllerType, event.value);
        return;
      default:
    }
  }

  private controller(tick: number, type: number, value: number): void {
    if (type === 1) this.modulation.push({ tick, value });
    if (type === 101) this.parameter = [value, this.parameter[1]];
    if (type === 100) this.parameter = [this.parameter[0], value];
    const isRange = this.parameter[0] === 0 && this.parameter[1] === 0;
    if (type === 6 && isRange) this.rangeCents = 100 * value + (this.rangeCents % 100);
    if (type === 38 && isRange) {
      this.rangeCents = 100 * Math.floor(this.rangeCents / 100) + Math.min(99, value);
    }
  }

  private close(midi: number, end: number): void {
    const open = this.open.get(midi);
    if (!open) return;
    this.open.delete(midi);
    const { start, velocity, program } = open;
    const notes = this.notes.get(program) ?? [];
    notes.push({ start, end: Math.max(end, start), midi, velocity, channel: this.channel });
    this.notes.set(program, notes);
  }

  /** A channel for each program that has notes; one without any where none has. */
  finish(endTick: number): readonly MidiChannel[] {
    this.hanging += this.open.size;
    for (const midi of [...this.open.keys()]) this.close(midi, endTick);
    const programs = [...this.notes.keys()].filter((program) => program !== undefined);
    // What sounds before the first program is named is of that one.
    const unnamed = this.notes.get(undefined) ?? [];
    const [first = this.program] = programs;
    return (programs.length > 0 ? programs : [first]).map((program, index): MidiChannel => {
      const own = program === undefined ? [] : (this.notes.get(program) ?? []);
      const notes = program === first ? [...unnamed, ...own] : own;
      return {
        track: this.track,
        channel: this.channel,
        notes: notes.sort((a, b) => a.start - b.start || b.midi - a.midi),
        bends: this.bends,
        modulation: this.modulation,
        program,
        hanging: index === 0 ? this.hanging : 0,
      };
    });
  }
}

interface Open {
  readonly start: number;
  readonly velocity: number;
  readonly program: number | undefined;
}
