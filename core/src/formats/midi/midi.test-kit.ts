import { writeMidi as printMidi, type MidiEvent } from "midi-file";
import { expect } from "vitest";
import { formatPitch } from "../../pitch/pitch";
import { formatFraction } from "../../rhythm/fraction";
import { eventsOf } from "../../score/bar";
import { notesOf, type Note } from "../../score/event";
import { testId } from "../../score/song.arbitraries";
import { barsOfPart, type Song } from "../../score/song";
import type { Technique } from "../../score/technique";
import { checkSong } from "../json/check-song";
import type { GridWish } from "./quantise";
import { songOfMidi } from "./song-of-midi";
import { surveyMidi } from "./midi-survey";

const PPQ = 480;
/** Events by their ticks from the start; `[tick, event]`. */
export type At = readonly [number, Record<string, unknown> & { readonly type: string }];

export function file(tracks: readonly (readonly At[])[], header: object = {}): Uint8Array {
  const timed = tracks.map((events) => {
    let before = 0;
    return [...events]
      .sort(([a], [b]) => a - b)
      .map(([tick, event]) => {
        const deltaTime = tick - before;
        before = tick;
        return { ...event, deltaTime } as unknown as MidiEvent;
      });
  });
  return Uint8Array.from(
    printMidi({
      header: { format: 1, numTracks: tracks.length, ticksPerBeat: PPQ, ...header },
      tracks: timed,
    }),
  );
}

export const on = (tick: number, noteNumber: number, channel = 0, velocity = 80): At => [
  tick,
  { type: "noteOn", channel, noteNumber, velocity },
];
export const off = (tick: number, noteNumber: number, channel = 0): At => [
  tick,
  { type: "noteOff", channel, noteNumber, velocity: 0 },
];
export const played = (from: number, to: number, midi: number, channel = 0): At[] => [
  on(from, midi, channel),
  off(to, midi, channel),
];
export const bend = (tick: number, cents: number, channel = 0): At => [
  tick,
  { type: "pitchBend", channel, value: Math.round((cents / 200) * 8191) },
];
export const program = (programNumber: number, channel = 0): At => [
  0,
  { type: "programChange", channel, programNumber },
];
export const name = (text: string): At => [0, { meta: true, type: "trackName", text }];

export function read(bytes: Uint8Array, grid?: GridWish, take?: readonly string[]) {
  const { survey, findings } = surveyMidi(bytes);
  if (!survey) throw new Error(findings.map(({ message }) => message).join("; "));
  const reading = songOfMidi(survey, testId, { grid, take });
  if (!reading.song) throw new Error("nothing was taken");
  expect(checkSong(reading.song)).toEqual([]);
  return {
    song: reading.song,
    moved: reading.moved,
    survey,
    findings: [...findings, ...reading.findings],
  };
}
export const eventsIn = (song: Song, part = 0) => eventsOf(barsOfPart(song, song.parts[part]!.id));
const sayTechnique = (one: Technique) =>
  one.kind === "bend"
    ? `${one.course} ${one.cents}`
    : one.kind === "vibrato"
      ? `vibrato ${one.width}`
      : one.kind;
export const say = (note: Note) =>
  note.kind === "dead"
    ? "x"
    : [formatPitch(note.pitch), ...note.techniques.map(sayTechnique)].join(" ");
export const said = (song: Song) =>
  eventsIn(song)
    .map((event) => `${formatFraction(event.duration)} ${notesOf(event).map(say).join("+") || "-"}`)
    .join(", ");
