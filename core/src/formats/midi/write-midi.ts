import { writeMidi as printMidi, type MidiEvent } from "midi-file";
import { strFromU8, strToU8 } from "fflate";
import { formatCapo } from "../../instrument/capo";
import { formatTuning } from "../../instrument/tuning";
import { neckOf } from "../../neck/neck";
import { signatureOf } from "../../pitch/key";
import { midiOf } from "../../pitch/pitch";
import { eventTimes, type EventTime } from "../../playing/event-times";
import { pitchCourse } from "../../playing/pitch-course";
import { playedBars, type PlayedBar } from "../../playing/timeline";
import { withEvents } from "../../score/bar";
import {
  eventTechniqueOf,
  linkOf,
  notesOf,
  stringOf,
  techniqueOf,
  type Note,
} from "../../score/event";
import { lineOf, type Part, type Song } from "../../score/song";
import { joinBytes } from "../files/join-bytes";
import { PROGRAM_OF_KIND } from "../reading/programs.data";
import { DRUM_CHANNEL } from "./midi-notes";

export interface MidiWriting {
  /** Every string sends on a channel of its own, string 1 on the lowest. */
  readonly channelPerString?: boolean;
}

export const TICKS_PER_QUARTER = 960;
/** How far a full turn of the wheel reaches, in semitones: far enough for every bend there is. */
const BEND_RANGE = 12;
const VELOCITY = { usual: 80, accent: 112, ghost: 30, dead: 24 } as const;
const WHEEL = { narrow: 48, wide: 96 } as const;
/** A dead note is a short click. */
const DEAD_TICKS = TICKS_PER_QUARTER / 8;

/** An event before its time is counted from the one before. */
type Untimed<Event = MidiEvent> = Event extends MidiEvent ? Omit<Event, "deltaTime"> : never;

/** An event with its time; those of one tick in the order of their rank. */
interface Timed {
  readonly tick: number;
  readonly rank: number;
  readonly event: Untimed;
}

/**
 * The song as it is heard through its form, as a Standard MIDI File of format 1: tempo, metre, key
 * and a marker for each phrase in the first track, then a track a part. Bends turn the wheel, with
 * their range set; fermatas are not held.
 */
export function writeMidi(song: Song, { channelPerString = false }: MidiWriting = {}): Uint8Array {
  const plain = withoutFermatas(song);
  const bars = playedBars(plain);
  const starts = startTicks(bars);
  let next = 0;
  const tracks = plain.parts.map((part) => {
    const count = channelPerString ? part.instrument.tuning.length : 1;
    // Channels come round again where a song has more strings than a cable has channels.
    const channels = Array.from({ length: count }, (_, index) => CHANNELS[(next + index) % 15]!);
    next += count;
    return partTrack(plain, part, bars, starts, channels);
  });
  const all = [firstTrack(plain, bars, starts), ...tracks].map(withDeltas);
  return joinBytes([header(all.length), ...all.flatMap(trackChunk)]);
}

/** MThd: format 1, the tracks, the ticks of a quarter note. */
function header(tracks: number): Uint8Array {
  const bytes = Uint8Array.from([0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 1, 0, 0, 0, 0]);
  const view = new DataView(bytes.buffer);
  view.setUint16(10, tracks);
  view.setUint16(12, TICKS_PER_QUARTER);
  return bytes;
}

/** The package copies all it wrote at every long time: it is given a few events at once. */
const EVENTS_AT_ONCE = 64;
const FILE_AND_CHUNK_HEAD = 14 + 8;

function trackChunk(events: readonly MidiEvent[]): readonly Uint8Array[] {
  const pieces: Uint8Array[] = [];
  for (let at = 0; at < events.length; at += EVENTS_AT_ONCE) {
    const track = events.slice(at, at + EVENTS_AT_ONCE);
    const written = printMidi({ header: { format: 0, numTracks: 1 }, tracks: [track] });
    pieces.push(Uint8Array.from(written.slice(FILE_AND_CHUNK_HEAD)));
  }
  const length = pieces.reduce((sum, piece) => sum + piece.length, 0);
  const head = Uint8Array.from([0x4d, 0x54, 0x72, 0x6b, 0, 0, 0, 0]);
  new DataView(head.buffer).setUint32(4, length);
  return [head, ...pieces];
}

const CHANNELS = Array.from({ length: 16 }, (_, channel) => channel).filter(
  (channel) => channel !== DRUM_CHANNEL,
);

function withoutFermatas(song: Song): Song {
  return {
    ...song,
    lines: song.lines.map((line) => ({
      ...line,
      bars: line.bars.map((bar) =>
        withEvents(bar, (event) => {
          if (!event.fermata) return event;
          const { fermata: _fermata, ...rest } = event;
          return rest;
        }),
      ),
    })),
  };
}

/** Where each bar begins, and where the last one ends. */
function startTicks(bars: readonly PlayedBar[]): readonly number[] {
  const last = bars.at(-1);
  const ticks = bars.map(({ start }) =>
    Math.round((start.num * 4 * TICKS_PER_QUARTER) / start.den),
  );
  if (!last) return [0];
  const end = last.start.num / last.start.den + last.length.num / last.length.den;
  return [...ticks, Math.round(end * 4 * TICKS_PER_QUARTER)];
}

function firstTrack(
  song: Song,
  bars: readonly PlayedBar[],
  starts: readonly number[],
): readonly Timed[] {
  const events: Timed[] = [
    { tick: 0, rank: 0, event: { meta: true, type: "trackName", text: asBytes(song.title) } },
    {
      tick: 0,
      rank: 1,
      event: {
        meta: true,
        type: "keySignature",
        key: signatureOf(song.key),
        scale: song.key.mode === "minor" ? 1 : 0,
      },
    },
  ];
  let metre = "";
  let tempo = 0;
  for (const [index, bar] of bars.entries()) {
    const tick = starts[index]!;
    const { beats, unit } = metreOf(bar);
    if (`${beats}/${unit}` !== metre) {
      metre = `${beats}/${unit}`;
      events.push({
        tick,
        rank: 2,
        event: {
          meta: true,
          type: "timeSignature",
          numerator: beats,
          denominator: unit,
          metronome: 96 / unit,
          thirtyseconds: 8,
        },
      });
    }
    if (bar.frame.tempoBpm !== tempo) {
      tempo = bar.frame.tempoBpm;
      const microsecondsPerBeat = Math.round(6e7 / tempo);
      events.push({ tick, rank: 3, event: { meta: true, type: "setTempo", microsecondsPerBeat } });
    }
    if (bar.index === 0) {
      const name = song.phrases.find(({ id }) => id === bar.pass.phraseId)!.name;
      events.push({ tick, rank: 4, event: { meta: true, type: "marker", text: asBytes(name) } });
    }
  }
  return [...events, endOf(starts.at(-1)!)];
}

/** The metre a bar really has: that of the page, or what is as long as a bar that is fuller or shorter. */
function metreOf({ frame, length }: PlayedBar): { beats: number; unit: number } {
  const { beats, unit } = frame.metre;
  if (beats * length.den === unit * length.num) return frame.metre;
  for (const finer of [4, 8, 16, 32]) {
    const count = (length.num * finer) / length.den;
    if (Number.isInteger(count) && count >= 1 && count <= 32) return { beats: count, unit: finer };
  }
  return frame.metre;
}

function partTrack(
  song: Song,
  part: Part,
  bars: readonly PlayedBar[],
  starts: readonly number[],
  channels: readonly number[],
): readonly Timed[] {
  const { instrument, capo } = part;
  const words = [`tuning: ${formatTuning(instrument.tuning)}`, `capo: ${formatCapo(capo)}`];
  const head: Timed[] = [
    { tick: 0, rank: 0, event: { meta: true, type: "trackName", text: asBytes(part.name) } },
    ...words.map((text): Timed => ({
      tick: 0,
      rank: 1,
      event: { meta: true, type: "text", text },
    })),
    ...channels.flatMap((channel) => setUpOf(channel, PROGRAM_OF_KIND[instrument.kind] - 1)),
  ];
  const times = bars.flatMap((played, index) => {
    const bar = lineOf(song, played.pass.phraseId, part.id)?.bars[played.index];
    const start = starts[index]!;
    const tickOf = (seconds: number) =>
      start +
      Math.round(((seconds - played.startSeconds) / played.secondsAWhole) * 4 * TICKS_PER_QUARTER);
    return bar
      ? eventTimes(bar, played, song.feel).map((at) => ({
          at,
          from: tickOf(at.start),
          to: tickOf(at.end),
        }))
      : [];
  });
  const notes = notesIn(times, part);
  const alone = new Set(notes.filter((note) => channels.length > 1 || isAlone(note, notes)));
  const sounding = notes.flatMap((note) =>
    eventsOfNote(note, channels[channels.length > 1 ? note.string - 1 : 0]!, alone.has(note)),
  );
  return [...head, ...sounding, endOf(Math.max(starts.at(-1)!, ...times.map(({ to }) => to)))];
}

/** The programme, and the range of the pitch wheel: registered parameter 0. */
function setUpOf(channel: number, programNumber: number): readonly Timed[] {
  const control = (controllerType: number, value: number): Timed => ({
    tick: 0,
    rank: 2,
    event: { type: "controller", channel, controllerType, value },
  });
  return [
    { tick: 0, rank: 2, event: { type: "programChange", channel, programNumber } },
    control(101, 0),
    control(100, 0),
    control(6, BEND_RANGE),
    control(38, 0),
  ];
}

/** A note from where it is struck to where its last tie ends. */
interface Struck {
  readonly note: Note;
  readonly at: EventTime;
  readonly midi: number;
  readonly string: number;
  readonly from: number;
  to: number;
}

function notesIn(
  times: readonly { readonly at: EventTime; readonly from: number; readonly to: number }[],
  part: Part,
): readonly Struck[] {
  const { openMidi } = neckOf(part.instrument, part.capo);
  const struck: Struck[] = [];
  const last = new Map<string, Struck>();
  for (const { at, from, to } of [...times].sort((a, b) => a.from - b.from)) {
    for (const note of notesOf(at.event)) {
      const string = stringOf(note) ?? stringFor(note, openMidi);
      const midi = note.kind === "dead" ? openMidi[note.string - 1]! : midiOf(note.pitch);
      const key = `${string} ${midi}`;
      const before = last.get(key);
      if (linkOf(note) === "tie" && before && Math.abs(before.to - from) <= 1) {
        before.to = to;
        continue;
      }
      const one = {
        note,
        at,
        midi,
        string,
        from,
        to: note.kind === "dead" ? Math.min(to, from + DEAD_TICKS) : to,
      };
      last.set(key, one);
      struck.push(one);
    }
  }
  return struck;
}

/** A note without a place goes to the thinnest string that lies below it. */
function stringFor(note: Note, openMidi: readonly number[]): number {
  if (note.kind === "dead") return note.string;
  const at = openMidi.findIndex((open) => open <= midiOf(note.pitch));
  return at < 0 ? openMidi.length : at + 1;
}

/** The wheel bends a whole channel: only a note by itself may be bent there. */
function isAlone(one: Struck, all: readonly Struck[]): boolean {
  if (!isBent(one)) return false;
  return all.every((other) => other === one || other.to <= one.from || other.from >= one.to);
}

function isBent({ note, at }: Struck): boolean {
  if (note.kind === "dead") return false;
  const isMoved = note.techniques.some(({ kind }) =>
    ["bend", "slide-in", "slide-out", "vibrato"].includes(kind),
  );
  return (
    isMoved ||
    note.pitch.cents !== undefined ||
    eventTechniqueOf(at.event, "tremolo-bar") !== undefined
  );
}

function eventsOfNote(
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

function velocityOf(note: Note, { event }: EventTime): number {
  if (note.kind === "dead") return VELOCITY.dead;
  if (techniqueOf(note, "ghost")) return VELOCITY.ghost;
  return eventTechniqueOf(event, "accent") ? VELOCITY.accent : VELOCITY.usual;
}

function endOf(tick: number): Timed {
  return { tick, rank: 9, event: { meta: true, type: "endOfTrack" } };
}

function withDeltas(events: readonly Timed[]): MidiEvent[] {
  let before = 0;
  return [...events]
    .sort((a, b) => a.tick - b.tick || a.rank - b.rank)
    .map(({ tick, event }) => {
      const deltaTime = tick - before;
      before = tick;
      return { ...event, deltaTime };
    });
}

/** The package writes a character as a byte: text goes out as the bytes of UTF-8. */
function asBytes(text: string): string {
  return strFromU8(strToU8(text), true);
}
