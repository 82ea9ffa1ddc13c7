import type { Finding } from "@intonazione/core/foundation";
import {
  capoProblem,
  NO_CAPO,
  TUNING_LIBRARY,
  tuningNames,
  type Capo,
  type Instrument,
} from "@intonazione/core/instrument";
import { neckOf, placesOf } from "@intonazione/core/neck";
import { formatPitch, midiOf, parsePitch } from "@intonazione/core/pitch";
import { formatFeel } from "@intonazione/core/rhythm";
import type { Part, Song } from "@intonazione/core/score";
import { Unusable } from "./failure";
import {
  capoOption,
  fretsOption,
  integerOption,
  readingOptions,
  tuningOption,
  type Options,
} from "./options";
import { formJson, partJson } from "./part-json";
import { partAt, readSongFile } from "./song-files";

export const DEFAULT_FRETS = 24;

/** What a command has found out; printed by `main`. */
export interface Outcome {
  readonly file: string;
  readonly findings: readonly Finding[];
  readonly output?: unknown;
}

export function tunings() {
  return TUNING_LIBRARY.map(({ id, name, family, tuning }) => ({
    id,
    name,
    instrument: family,
    strings: tuningNames(tuning),
  }));
}

export function positions(options: Options) {
  const strings = tuningOption(options, "strings");
  if (!strings) throw new Unusable('positions needs --strings, like --strings "E2 A2 D3 G3 B3 E4"');
  if (options.words.length === 0) throw new Unusable("positions needs at least one pitch, like G3");
  const neck = neckFor(
    { tuning: strings.tuning, frets: fretsOption(options) ?? DEFAULT_FRETS, scaleLengthMm: 648 },
    capoOption(options, "capo") ?? NO_CAPO,
  );
  return options.words.map((word) => {
    const pitch = parsePitch(word);
    if (!pitch.ok) throw new Unusable(pitch.error);
    const midi = midiOf(pitch.value);
    return {
      pitch: formatPitch(pitch.value),
      midi,
      positions: placesOf(midi, neck).map(({ string, fret }) => ({ string, fret })),
    };
  });
}

export function neckFor(
  instrument: Pick<Instrument, "tuning" | "frets" | "scaleLengthMm">,
  capo: Capo,
) {
  const problem = capoProblem(capo, instrument);
  if (problem !== undefined) throw new Unusable(problem);
  return neckOf(instrument, capo);
}

export function fileArgument(options: Options, count: number, usage: string): string {
  if (options.words.length !== count) throw new Unusable(`expected ${usage}`);
  return options.words[0]!;
}

export function read(options: Options): Outcome {
  const file = fileArgument(options, 1, "read FILE");
  const { song, findings, voices } = readSongFile(file, {
    tuning: tuningOption(options, "strings"),
    capo: capoOption(options, "capo"),
    ...readingOptions(options),
  });
  const part = integerOption(options, "part", 1, 99);
  const parts = part === undefined ? song.parts : [partAt(song, part)];
  const output = songJson(song, parts, findings);
  return { file, findings, output: { ...output, ...(voices && { voices }) } };
}

export function songJson(song: Song, parts: readonly Part[], findings: readonly Finding[]) {
  return {
    title: song.title,
    tempo: song.tempoBpm,
    feel: formatFeel(song.feel),
    form: formJson(song),
    parts: parts.map((part) => partJson(song, part)),
    findings: findings.map(({ severity, where, message, code }) => ({
      severity,
      where,
      message,
      code,
    })),
  };
}
