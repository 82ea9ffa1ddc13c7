import { decodeText } from "../files/decode-text";
import { pitchClassAtFifths, type Key } from "../../pitch/key";
import { fraction, type Fraction } from "../../rhythm/fraction";
import { barLength, COMMON_TIME, parseMetre, type Metre } from "../../rhythm/metre";
import { isTempo, MAX_TEMPO_BPM, MIN_TEMPO_BPM } from "../../rhythm/tempo";
import { MOST_BARS_IN_FILE } from "../reading/song-room";
import type { MidiFile } from "./parse-midi";

/** A bar of the file. */
export interface MidiBar {
  readonly startTick: number;
  readonly endTick: number;
  readonly metre: Metre;
  /** Where the file has several tempos in a bar, the one by which it lasts as long. */
  readonly tempoBpm: number;
  /** How many the file has in it. */
  readonly tempi: number;
  /** A marker that begins with this bar. */
  readonly marker: string | undefined;
}

export interface MidiMaps {
  readonly bars: readonly MidiBar[];
  readonly key: Key | undefined;
  readonly title: string | undefined;
  /** Tempos that nobody plays, brought to the nearest that somebody does. */
  readonly beyond: number;
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
  let beyond = 0;
  for (const { events, index } of tracks) {
    for (const { tick, event } of events) {
      switch (event.type) {
        case "timeSignature": {
          const metre = parseMetre(`${event.numerator}/${event.denominator}`);
          if (metre.ok) metres.push({ tick, metre: metre.value });
          break;
        }
        case "setTempo": {
          const bpm = Math.round(6e9 / event.microsecondsPerBeat) / 100;
          if (!isTempo(bpm)) beyond++;
          tempos.push({ tick, bpm: Math.min(MAX_TEMPO_BPM, Math.max(MIN_TEMPO_BPM, bpm)) });
          break;
        }
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
  for (const list of [metres, tempos, markers]) list.sort(byTick);
  const bars = barsUpTo(endTick, ticksPerQuarter, { metres, tempos, markers });
  return { bars, key, title, beyond };
}

interface Marks {
  readonly metres: readonly { readonly tick: number; readonly metre: Metre }[];
  readonly tempos: readonly Tempo[];
  readonly markers: readonly { readonly tick: number; readonly text: string }[];
}

interface Tempo {
  readonly tick: number;
  readonly bpm: number;
}

/** The bars of a file: a metre that is named within one begins the next. */
function barsUpTo(
  endTick: number,
  ticksPerQuarter: number,
  { metres, tempos, markers }: Marks,
): readonly MidiBar[] {
  const bars: MidiBar[] = [];
  let [tick, metreAt, tempoAt, markerAt] = [0, 0, 0, 0];
  let tempo: Tempo = { tick: 0, bpm: USUAL_TEMPO };
  let metre: Metre = COMMON_TIME;
  while ((tick < endTick || bars.length === 0) && bars.length < MOST_BARS_IN_FILE) {
    for (; metreAt < metres.length && metres[metreAt]!.tick <= tick + 1; metreAt++) {
      metre = metres[metreAt]!.metre;
    }
    const full = ticksIn(barLength(metre), ticksPerQuarter);
    const cut = metres[metreAt] && cutAt(metres[metreAt]!.tick - tick, full, ticksPerQuarter);
    const length = cut?.ticks ?? full;
    const end = tick + length;
    const own: Tempo[] = [tempo];
    for (; tempoAt < tempos.length && tempos[tempoAt]!.tick < end - 1; tempoAt++) {
      tempo = tempos[tempoAt]!;
      if (tempo.tick <= tick + 1) own.pop();
      own.push(tempo);
    }
    // The bar line nearest to it is meant; of several the first.
    const marker = markers[markerAt];
    const isHere = marker !== undefined && marker.tick < tick + length / 2;
    while (markerAt < markers.length && markers[markerAt]!.tick < tick + length / 2) markerAt++;
    bars.push({
      startTick: tick,
      endTick: end,
      metre: cut?.metre ?? metre,
      tempoBpm: evenTempo(own, tick, end),
      tempi: own.length,
      marker: isHere ? marker.text : undefined,
    });
    tick = end;
  }
  return bars;
}

/** A bar that a new metre cuts short, where what is left of it is a metre of its own. */
function cutAt(
  ticks: number,
  full: number,
  ticksPerQuarter: number,
): { readonly ticks: number; readonly metre: Metre } | undefined {
  if (ticks >= full - 1) return undefined;
  for (const unit of [4, 8, 16, 32]) {
    const length = (4 * ticksPerQuarter) / unit;
    const beats = Math.round(ticks / length);
    if (beats >= 1 && beats <= 32 && Math.abs(beats * length - ticks) < 0.01) {
      return { ticks, metre: { beats, unit } };
    }
  }
  return undefined;
}

/** One tempo for a bar, so that it lasts as long as with all of its own. */
function evenTempo(tempos: readonly Tempo[], from: number, to: number): number {
  let minutes = 0;
  for (const [index, { tick, bpm }] of tempos.entries()) {
    const until = tempos[index + 1]?.tick ?? to;
    minutes += (until - Math.max(from, tick)) / bpm;
  }
  const [only] = tempos;
  return only && tempos.length === 1 ? only.bpm : Math.round((100 * (to - from)) / minutes) / 100;
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
