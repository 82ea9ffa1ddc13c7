import { formatCapo } from "../../instrument/capo";
import { formatTuning } from "../../instrument/tuning";
import { signatureOf } from "../../pitch/key";
import { formatMetre } from "../../rhythm/metre";
import { partTimes } from "../../sounding/part-times";
import { playedBars, type PlayedBar } from "../../sounding/played-bars";
import { withEvents } from "../../score/bar";
import { type Part, type Song } from "../../score/song";
import { PROGRAM_OF_KIND } from "../reading/programs.data";
import { DRUM_CHANNEL } from "./midi-notes";
import { BEND_RANGE, eventsOfNote } from "./note-events";
import { metreInFile } from "./pick-up-bars";
import { isAlone, notesIn } from "./struck-notes";
import { asBytes, endOf, printTracks, TICKS_PER_QUARTER, type Timed } from "./timed-events";

export interface MidiWriting {
  /** Every string sends on a channel of its own, string 1 on the lowest. */
  readonly channelPerString?: boolean;
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
  return printTracks([firstTrack(plain, bars, starts), ...tracks]);
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
    const inFile = metreInFile(bar.frame.metre, bar.length);
    if (formatMetre(inFile) !== metre) {
      metre = formatMetre(inFile);
      events.push({
        tick,
        rank: 2,
        event: {
          meta: true,
          type: "timeSignature",
          numerator: inFile.beats,
          denominator: inFile.unit,
          metronome: 96 / inFile.unit,
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
  const indexOf = new Map(bars.map((played, index) => [played, index]));
  const times = partTimes(song, part, bars).map((at) => {
    const own = indexOf.get(at.bar)!;
    const tickOf = (seconds: number) => {
      // A long grace begins bars before its own, at their tempo; none before the piece.
      let index = own;
      while (index > 0 && seconds < bars[index]!.startSeconds) index--;
      const { startSeconds, secondsAWhole } = bars[index]!;
      const wholes = Math.max(0, seconds - startSeconds) / secondsAWhole;
      return starts[index]! + Math.round(wholes * 4 * TICKS_PER_QUARTER);
    };
    return { at, from: tickOf(at.start), to: tickOf(at.end) };
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
