import { extname } from "node:path";
import type { Finding } from "@intonazione/core/foundation";
import {
  capoProblem,
  isSameCapo,
  NO_CAPO,
  TUNING_LIBRARY,
  tuningNames,
  USUAL_BUILD,
  usualInstrument,
  type Capo,
  type Instrument,
} from "@intonazione/core/instrument";
import { neckOf, placesOf, type Neck } from "@intonazione/core/neck";
import { formatPitch, midiOf, parsePitch } from "@intonazione/core/pitch";
import { explainUnreachable, placeBars } from "@intonazione/core/placement";
import { remapBars } from "@intonazione/core/remap";
import { formatFeel, formatFraction } from "@intonazione/core/rhythm";
import { barsOfPart, type Bar, type Part, type Song } from "@intonazione/core/score";
import { Unusable } from "./failure";
import { capoOption, fretsOption, integerOption, tuningOption, type Options } from "./options";
import { formJson, partJson } from "./part-json";
import { newId, partAt, readSongFile, writeSongFile } from "./song-files";

const DEFAULT_FRETS = 24;

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

function neckFor(instrument: Pick<Instrument, "tuning" | "frets" | "scaleLengthMm">, capo: Capo) {
  const problem = capoProblem(capo, instrument);
  if (problem !== undefined) throw new Unusable(problem);
  return neckOf(instrument, capo);
}

function fileArgument(options: Options, count: number, usage: string): string {
  if (options.words.length !== count) throw new Unusable(`expected ${usage}`);
  return options.words[0]!;
}

export function read(options: Options): Outcome {
  const file = fileArgument(options, 1, "read FILE");
  const { song, findings } = readSongFile(file, {
    tuning: tuningOption(options, "strings"),
    capo: capoOption(options, "capo"),
  });
  return { file, findings, output: songJson(song, song.parts, findings) };
}

function songJson(song: Song, parts: readonly Part[], findings: readonly Finding[]) {
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

export function convert(options: Options): Outcome {
  const file = fileArgument(options, 2, "convert IN OUT");
  const target = options.words[1]!;
  if (![".txt", ".json"].includes(extname(target).toLowerCase())) {
    throw new Unusable(`${target}: files end in .txt or .json`);
  }
  const part = integerOption(options, "part", 1, 99) ?? 1;
  const { song, findings } = readSongFile(file);
  writeSongFile(target, song, part);
  return { file, findings };
}

export function place(options: Options): Outcome {
  const file = fileArgument(options, 1, "place IN");
  const strings = tuningOption(options, "strings");
  const capo = capoOption(options, "capo");
  const source = readSongFile(file, { tuning: strings, capo });
  const number = integerOption(options, "part", 1, 99);
  const findings = [...source.findings];
  let { song } = source;
  const chosen = number === undefined ? song.parts : [partAt(song, number)];
  for (const part of chosen) {
    const instrument = {
      ...part.instrument,
      ...(strings && { tuning: strings.tuning, kind: USUAL_BUILD[strings.family].kind }),
      frets: fretsOption(options) ?? Math.max(DEFAULT_FRETS, part.instrument.frets),
    };
    const set: Part = { ...part, instrument, capo: capo ?? part.capo };
    const bars = barsOfPart(song, part.id);
    const neck = neckFor(instrument, set.capo);
    // On other strings the old places mean nothing: the line is moved there with its pitches.
    const isMoved = strings !== undefined || !isSameCapo(set.capo, part.capo);
    const placed = isMoved
      ? remapBars(bars, neckOf(part.instrument, part.capo), neck, newId).bars
      : placeBars(bars, neck, "unpinned").bars;
    song = withBars(song, set, placed);
    findings.push(...homelessFindings(placed, neck));
  }
  const parts = song.parts.filter((part) => chosen.some((one) => one.id === part.id));
  return { file, findings, output: songJson(song, parts, findings) };
}

/** The whole part as one line: the command line prints bars, not phrases. */
function withBars(song: Song, part: Part, bars: readonly Bar[]): Song {
  const phrase = song.phrases[0] ?? { id: newId(), name: "All", marks: [] };
  return {
    ...song,
    parts: song.parts.map((one) => (one.id === part.id ? part : one)),
    phrases: song.phrases.length > 0 ? song.phrases : [phrase],
    lines: [
      ...song.lines.filter((line) => line.partId !== part.id),
      { phraseId: phrase.id, partId: part.id, bars, others: [] },
    ],
  };
}

function homelessFindings(bars: readonly Bar[], neck: Neck): Finding[] {
  const { unreachable } = placeBars(bars, neck, "unplaced");
  const findings: Finding[] = [];
  for (const [index, bar] of bars.entries()) {
    for (const event of bar.events) {
      for (const note of event.kind === "notes" ? event.notes : []) {
        const why = unreachable.get(note.id);
        if (!why || note.kind === "dead") continue;
        findings.push({
          code: "unreachable",
          severity: "warning",
          where: { bar: index + 1 },
          message: `${formatPitch(note.pitch)}: ${explainUnreachable(why)}`,
        });
      }
    }
  }
  return findings;
}

export function remap(options: Options): Outcome {
  const file = fileArgument(options, 1, 'remap IN --to-strings "…"');
  const target = tuningOption(options, "to-strings");
  if (!target) throw new Unusable('remap needs --to-strings, like --to-strings "D A D G B E"');
  const { song, findings } = readSongFile(file);
  const part = partAt(song, integerOption(options, "part", 1, 99) ?? 1);
  const capo = capoOption(options, "to-capo") ?? NO_CAPO;
  const instrument: Instrument = {
    ...usualInstrument(target, part.instrument.name),
    frets: fretsOption(options) ?? DEFAULT_FRETS,
  };
  const from = neckOf(part.instrument, part.capo);
  const moved = remapBars(barsOfPart(song, part.id), from, neckFor(instrument, capo), newId);
  const set: Part = { ...part, instrument, capo };
  const all = [...findings, ...moved.findings];
  return {
    file,
    findings: all,
    output: {
      ...songJson(withBars(song, set, moved.bars), [set], all),
      unreachable: moved.unreachable.map(({ bar, onset, pitch, why }) => ({
        bar,
        onset: formatFraction(onset),
        pitch: formatPitch(pitch),
        why: explainUnreachable(why),
      })),
    },
  };
}
