import { parseMidi, type MidiEvent } from "midi-file";
import type { Finding } from "../../foundation/finding";

/** A Standard MIDI File as its events, each with its time in ticks from the start. */
export interface MidiFile {
  readonly format: 0 | 1;
  readonly ticksPerQuarter: number;
  readonly tracks: readonly MidiTrack[];
}

export interface MidiTrack {
  /** Counted from 0, in the order of the file. */
  readonly index: number;
  readonly events: readonly TimedMidiEvent[];
  readonly endTick: number;
}

export interface TimedMidiEvent {
  readonly tick: number;
  readonly event: MidiEvent;
}

export interface MidiParsing {
  readonly file?: MidiFile;
  readonly findings: readonly Finding[];
}

/** Files of musicians have some ten thousand events, of three or four bytes; twenty times more is read. */
const MAX_TRACK_BYTES = 2_000_000;
const MAX_TRACKS = 256;
/** Where time is counted in frames, a quarter note is taken as half a second: 120 a minute. */
const QUARTER_S = 0.5;

/**
 * Reads a Standard MIDI File of format 0 or 1 as far as it goes: a broken track is kept up to where
 * it breaks, others whole. Never throws on a file. Format 2 holds separate patterns and is refused.
 * @see Standard MIDI Files 1.0, MMA RP-001
 */
export function parseMidiFile(bytes: Uint8Array): MidiParsing {
  const findings: Finding[] = [];
  const report = (code: string, severity: Finding["severity"], message: string) => {
    findings.push({ code, severity, where: {}, message });
  };
  const start = headerAt(bytes);
  if (start === undefined) {
    report("no-midi", "error", "this is no Standard MIDI File: it does not begin with MThd");
    return { findings };
  }
  const header = readHeader(bytes, start);
  if (header.format !== 0 && header.format !== 1) {
    const message =
      header.format === 2
        ? "this MIDI file is of format 2, separate patterns without a common time: save it as format 0 or 1"
        : `a MIDI file has format 0 or 1, got ${header.format}`;
    report("midi-format", "error", message);
    return { findings };
  }
  const ticksPerQuarter = ticksIn(header.division, report);
  if (ticksPerQuarter === undefined) return { findings };
  const tracks: MidiTrack[] = [];
  let left = MAX_TRACK_BYTES;
  for (const chunk of chunksFrom(bytes, header.next, report)) {
    if (tracks.length >= MAX_TRACKS) {
      report(
        "midi-tracks",
        "error",
        `a MIDI file may have ${MAX_TRACKS} tracks: the rest was not read`,
      );
      break;
    }
    left -= chunk.length;
    if (left < 0) {
      report(
        "midi-too-big",
        "error",
        `the tracks of a MIDI file may have ${MAX_TRACK_BYTES / 1e6} MB together, some 600,000 events: this is no song, and was not read`,
      );
      return { findings };
    }
    const { events, isBroken } = eventsOf(chunk);
    if (isBroken) {
      report(
        "midi-track-broken",
        "warning",
        `track ${tracks.length + 1} breaks off after ${events.length} events: read as far as it goes`,
      );
    }
    const timed = timedEvents(events);
    tracks.push({ index: tracks.length, events: timed, endTick: timed.at(-1)?.tick ?? 0 });
  }
  if (tracks.length === 0) {
    report("no-music", "error", "there is no track in this MIDI file");
    return { findings };
  }
  return { file: { format: header.format, ticksPerQuarter, tracks }, findings };
}

/** Files from the RIFF world wrap the same bytes. */
function headerAt(bytes: Uint8Array): number | undefined {
  const isAt = (at: number) =>
    bytes[at] === 0x4d &&
    bytes[at + 1] === 0x54 &&
    bytes[at + 2] === 0x68 &&
    bytes[at + 3] === 0x64;
  if (bytes.length >= 14 && isAt(0)) return 0;
  return bytes.length >= 34 && isAt(20) ? 20 : undefined;
}

function readHeader(bytes: Uint8Array, start: number) {
  const view = new DataView(bytes.buffer, bytes.byteOffset + start, bytes.length - start);
  const length = view.getUint32(4);
  return {
    format: view.getUint16(8),
    division: view.getUint16(12),
    next: start + 8 + Math.max(6, length),
  };
}

function ticksIn(
  division: number,
  report: (code: string, severity: Finding["severity"], message: string) => void,
): number | undefined {
  if (division === 0) {
    report(
      "midi-division",
      "error",
      "this MIDI file counts 0 ticks a quarter note: it has no time",
    );
    return undefined;
  }
  if (division < 0x8000) return division;
  const frames = 0x100 - (division >> 8);
  const ticks = frames * (division & 0xff) * QUARTER_S;
  if (ticks === 0) {
    report("midi-division", "error", "this MIDI file counts 0 ticks a frame: it has no time");
    return undefined;
  }
  report(
    "midi-frames",
    "warning",
    "this MIDI file counts film frames, not beats: bars were laid over it at 120 quarter notes a minute",
  );
  return ticks;
}

/** The tracks' bytes; a chunk that is longer than the file ends with it. */
function* chunksFrom(
  bytes: Uint8Array,
  from: number,
  report: (code: string, severity: Finding["severity"], message: string) => void,
): Generator<Uint8Array> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  for (let at = from; at + 8 <= bytes.length;) {
    const length = view.getUint32(at + 4);
    const isTrack = view.getUint32(at) === 0x4d54726b;
    const end = at + 8 + length;
    if (end > bytes.length) {
      report("midi-cut-off", "warning", "the file ends within a track: read as far as it goes");
    }
    if (isTrack) yield bytes.subarray(at + 8, Math.min(end, bytes.length));
    at = end;
  }
}

/** A track as the package reads it; of one that it refuses, the longest beginning that it takes. */
function eventsOf(track: Uint8Array): { events: readonly MidiEvent[]; isBroken: boolean } {
  const whole = tryTrack(track);
  if (whole) return { events: whole.filter(isWhole), isBroken: !whole.every(isWhole) };
  let good = 0;
  let bad = track.length;
  while (bad - good > 1) {
    const middle = (good + bad) >> 1;
    if (tryTrack(track.subarray(0, middle))) good = middle;
    else bad = middle;
  }
  const events = tryTrack(track.subarray(0, good)) ?? [];
  return { events: events.filter(isWhole), isBroken: true };
}

function tryTrack(track: Uint8Array): readonly MidiEvent[] | undefined {
  const head = new Uint8Array(22);
  head.set([0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 1, 0, 96, 0x4d, 0x54, 0x72, 0x6b]);
  new DataView(head.buffer).setUint32(18, track.length);
  const file = new Uint8Array(head.length + track.length);
  file.set(head);
  file.set(track, head.length);
  try {
    return parseMidi(file).tracks[0] ?? [];
  } catch {
    // What the package throws is a string about one byte: the caller says where it is.
    return undefined;
  }
}

/** An event that the end of the track cuts through lacks some of its numbers. */
function isWhole(event: MidiEvent): boolean {
  if (!Number.isFinite(event.deltaTime)) return false;
  switch (event.type) {
    case "noteOn":
    case "noteOff":
      return isByte(event.noteNumber) && isByte(event.velocity);
    case "controller":
      return isByte(event.controllerType) && isByte(event.value);
    case "programChange":
      return isByte(event.programNumber);
    case "pitchBend":
      return Number.isFinite(event.value) && Math.abs(event.value) <= 8192;
    case "setTempo":
      return event.microsecondsPerBeat > 0;
    default:
      return true;
  }
}

function isByte(value: number | undefined): boolean {
  return value !== undefined && value >= 0 && value <= 127;
}

function timedEvents(events: readonly MidiEvent[]): readonly TimedMidiEvent[] {
  let tick = 0;
  return events.map((event) => {
    tick += event.deltaTime;
    return { tick, event };
  });
}
