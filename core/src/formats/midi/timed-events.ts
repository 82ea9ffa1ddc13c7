import { strFromU8, strToU8 } from "fflate";
import { writeMidi as printMidi, type MidiEvent } from "midi-file";
import { joinBytes } from "../files/join-bytes";

export const TICKS_PER_QUARTER = 960;

/** An event before its time is counted from the one before. */
type Untimed<Event = MidiEvent> = Event extends MidiEvent ? Omit<Event, "deltaTime"> : never;

/** An event with its time; those of one tick in the order of their rank. */
export interface Timed {
  readonly tick: number;
  readonly rank: number;
  readonly event: Untimed;
}

/** Tracks as a Standard MIDI File of format 1. */
export function printTracks(tracks: readonly (readonly Timed[])[]): Uint8Array {
  const all = tracks.map(withDeltas);
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

export function endOf(tick: number): Timed {
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
export function asBytes(text: string): string {
  return strFromU8(strToU8(text), true);
}
