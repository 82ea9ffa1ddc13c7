import {
  chordsOf,
  harmoniesOf,
  heardLines,
  keysOf,
  shiftOfParts,
  type HeardChord,
  type HeardLine,
  type StretchKey,
} from "@intonazione/core/analysis";
import { Memory, barNumber, barsOn, type BarIndex } from "@intonazione/core/foundation";
import { formatChord, formatPitch, parseKey, parsePitch, midiOf } from "@intonazione/core/pitch";
import { add, compare, formatFraction, type Fraction } from "@intonazione/core/rhythm";
import { chordAt, type Part, type Song } from "@intonazione/core/score";
import {
  degreeInChord,
  degreeOf,
  fingeredChord,
  fingeredKey,
  formatScale,
  keyOfScale,
  nameChord,
  soundingShift,
  type ChordReading,
  type Scale,
} from "@intonazione/core/theory";
import { fileArgument, type Outcome } from "./commands";
import { Unusable } from "./failure";
import type { Options } from "./options";
import { readSongFile } from "./song-files";

const MOST_READINGS = 4;

/** `analyse IN`: keys, chords, degrees and harmonies, fingered and sounding. */
export function analyse(options: Options): Outcome {
  const file = fileArgument(options, 1, "analyse IN");
  const { song, findings } = readSongFile(file);
  const memory = new Memory();
  const lines = heardLines(song, memory);
  return {
    file,
    findings,
    output: {
      keys: keysOf(song, lines, memory).map((key) => keyJson(song, key)),
      chords: lines.flatMap((line) => chordsJson(song, line, lines, memory)),
      degrees: lines.flatMap((line) =>
        degreesJson(song, line, chordsOf(song, line, lines, memory)),
      ),
      harmony: harmoniesOf(song, lines, memory).flatMap(({ partIds, barsBefore, moments }) =>
        moments.map(({ bar, onset, interval, clash }) => ({
          parts: partIds.map((id) => partNamed(song, id).name),
          bar: barNumber(barsOn(bar, barsBefore)),
          onset: formatFraction(onset),
          interval: interval.name,
          octaves: interval.octaves,
          clash,
        })),
      ),
    },
  };
}

function partNamed(song: Song, id: string): Part {
  return song.parts.find((part) => part.id === id)!;
}

function keyJson(song: Song, { phraseId, partId, readings, clear, evidence, agrees }: StretchKey) {
  const parts = partId === undefined ? song.parts : [partNamed(song, partId)];
  const shift = shiftOfParts(parts);
  const names = (scale: Scale) => ({
    sounding: formatScale(scale),
    fingered: shift === undefined ? null : formatScale(fingeredScale(scale, shift)),
  });
  return {
    phrase: song.phrases.find(({ id }) => id === phraseId)?.name ?? null,
    part: partId === undefined ? null : partNamed(song, partId).name,
    ...(clear ? names(clear.scale) : { sounding: null, fingered: null }),
    score: clear?.score ?? 0,
    evidence,
    agreesWithStated: agrees,
    readings: readings
      .slice(0, MOST_READINGS)
      .map(({ scale, score }) => ({ ...names(scale), score })),
  };
}

function fingeredScale(scale: Scale, shift: number): Scale {
  return { ...scale, tonic: fingeredKey(keyOfScale(scale), shift).tonic };
}

function chordsJson(
  song: Song,
  own: HeardLine,
  lines: readonly HeardLine[],
  memory: Memory,
): readonly object[] {
  const { part, barsBefore, frames } = own;
  const shift = soundingShift(part.instrument, part.capo);
  const names = ({ chord }: ChordReading) => ({
    sounding: formatChord(chord),
    fingered: formatChord(fingeredChord(chord, shift, song.key)),
  });
  return chordsOf(song, own, lines, memory).map(({ bar, onset, readings, withBass }) => ({
    part: part.name,
    bar: barNumber(barsOn(bar, barsBefore)),
    onset: formatFraction(add(onset, frames[bar]!.from)),
    ...names(readings[0]!),
    ...(withBass && { withBass: formatChord(withBass[0]!.chord) }),
    readings: readings.slice(0, MOST_READINGS).map((reading) => ({
      ...names(reading),
      score: reading.score,
      reasons: reading.reasons,
    })),
  }));
}

function degreesJson(
  song: Song,
  { part, barsBefore, frames, heard }: HeardLine,
  chords: readonly HeardChord[],
) {
  return heard.map(({ bar, onset, pitch }) => {
    const frame = frames[bar]!;
    const at = add(onset, frame.from);
    const chord = chordAt(frame, at) ?? chordHeardAt(chords, bar, onset);
    const against = chord && degreeInChord(pitch, chord);
    return {
      part: part.name,
      bar: barNumber(barsOn(bar, barsBefore)),
      onset: formatFraction(at),
      pitch: formatPitch(pitch),
      ofKey: plain(degreeOf(pitch, song.key)),
      ...(chord &&
        against && {
          chord: formatChord(chord),
          ofChord: plain(against.degree),
          target: against.isTarget,
        }),
    };
  });
}

/** Where no chord is named: the last that the part itself sounded in this bar. */
function chordHeardAt(chords: readonly HeardChord[], bar: BarIndex, onset: Fraction) {
  const heard = chords.findLast((one) => one.bar === bar && compare(one.onset, onset) <= 0);
  return heard?.readings[0]?.chord;
}

function plain(degree: string): string {
  return degree.replaceAll("♭", "b").replaceAll("♯", "#");
}

/** `name NOTES…`: what notes that sound together are called, the likeliest first. */
export function name(options: Options) {
  if (options.words.length === 0) {
    throw new Unusable("name needs notes, like name C3 E3 G3 B3");
  }
  const pitches = options.words.map((word) => {
    const pitch = parsePitch(word);
    if (!pitch.ok) throw new Unusable(pitch.error);
    return pitch.value;
  });
  const said = options.values["key"];
  const key = said === undefined ? undefined : parseKey(said);
  if (key && !key.ok) throw new Unusable(key.error);
  const names = new Map(pitches.map((pitch) => [midiOf(pitch) % 12, pitch]));
  const readings = nameChord(pitches.map(midiOf), { ...(key && { key: key.value }), names });
  return readings.map(({ chord, score, reasons }) => ({
    name: formatChord(chord),
    root: formatChord({ root: chord.root, quality: "" }),
    bass: formatChord({ root: chord.bass ?? chord.root, quality: "" }),
    score,
    reasons,
  }));
}
