import { decodeText } from "../files/decode-text";
import { pitchClassAtFifths, type Key } from "../../pitch/key";
import { fraction, type Fraction } from "../../rhythm/fraction";
import { barLength, COMMON_TIME, parseMetre, type Metre } from "../../rhythm/metre";
import { isTempo } from "../../rhythm/tempo";
import { MOST_BARS_IN_FILE } from "../reading/song-room";
import type { MidiFile } from "./parse-midi";

/** A bar of the file. */
export interface MidiBar {
  readonly startTick: number;
  readonly endTick: number;
  readonly metre: Metre;
  readonly tempoBpm: number;
  /** A marker that begins with this bar. */
  readonly marker: string | undefined;
}

export interface MidiMaps {
  readonly bars: readonly MidiBar[];
  readonly key: Key | undefined;
  readonly title: string | undefined;
}

const USUAL_TEMPO = 120;

/** Bars, tempo, key and markers, from whichever track says them. */
export function mapsOf(file: MidiFile): MidiMaps {
  const { ticksPerQuarter, tracks } = file;
  const endTick = Math.max(0, ...tracks.map((track) => track.endTick));
  const metres: { tick: number; metre: Metre }[] = [];
  const tempos: { tick: number; bpm: number }[] = [];
  const markers: { tick: number; text: string }[] = [];
  let key: Key | undefined;
  let title: string | undefined;
  for (const { events, index } of tracks) {
    for (const { tick, event } of events) {
      switch (event.type) {
        case "timeSignature": {
          const metre = parseMetre(`${event.numerator}/${event.denominator}`);
          if (metre.ok) metres.push({ tick, metre: metre.value });
          break;
        }
        case "setTempo":
          tempos.push({ tick, bpm: Math.round(6e9 / event.microsecondsPerBeat) / 100 });
          break;
        case "keySignature":
          if (Math.abs(event.key) <= 7) key ??= keyOf(event.key, event.scale);
          break;
        case "marker":
          if (event.text.trim() !== "")
            markers.push({ tick, text: decoded(event.text).slice(0, 200) });
          break;
        case "trackName":
          // The first track of a file of several names the piece.
          if (index === 0 && file.format === 1) title ??= decoded(event.text).trim() || undefined;
          break;
        default:
      }
    }
  }
  const byTick = (a: { tick: number }, b: { tick: number }) => a.tick - b.tick;
  metres.sort(byTick);
  tempos.sort(byTick);
  markers.sort(byTick);
  const bars: MidiBar[] = [];
  let tick = 0;
  while (tick < endTick || bars.length === 0) {
    if (bars.length >= MOST_BARS_IN_FILE) break;
    const metre = metres.findLast((one) => one.tick <= tick + 1)?.metre ?? COMMON_TIME;
    const length = ticksIn(barLength(metre), ticksPerQuarter);
    const end = tick + length;
    const bpm = tempos.findLast((one) => one.tick < tick + length / 2)?.bpm ?? USUAL_TEMPO;
    const marker = markers.find((one) => Math.abs(one.tick - tick) <= length / 8)?.text;
    bars.push({
      startTick: tick,
      endTick: end,
      metre,
      tempoBpm: isTempo(bpm) ? bpm : USUAL_TEMPO,
      marker,
    });
    tick = end;
  }
  return { bars, key, title };
}

function ticksIn(duration: Fraction, ticksPerQuarter: number): number {
  return Math.max(1, Math.round((duration.num * 4 * ticksPerQuarter) / duration.den));
}

/** Ticks as a fraction of a whole note. Ticks of a frame may be a half one. */
export function durationOfTicks(ticks: number, ticksPerQuarter: number): Fraction {
  return fraction(Math.round(2 * ticks), Math.round(8 * ticksPerQuarter));
}

function keyOf(fifths: number, scale: number): Key {
  const isMinor = scale === 1;
  return {
    tonic: pitchClassAtFifths(fifths + (isMinor ? 3 : 0)),
    mode: isMinor ? "minor" : "major",
  };
}

/** Texts of a MIDI file are bytes; most programs write UTF-8 today. */
export function decoded(text: string): string {
  const bytes = Uint8Array.from(text, (sign) => sign.charCodeAt(0) & 0xff);
  return decodeText(bytes).text;
}
