import { randomUUID } from "node:crypto";
import { readFileSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { basename, dirname, extname, join } from "node:path";
import { hasErrors, type Finding } from "@intonazione/core/foundation";
import { readFile, type FileKind } from "@intonazione/core/formats/open-file";
import { sizeProblem } from "@intonazione/core/formats/files";
import { surveyMidi, type GridWish } from "@intonazione/core/formats/midi";
import type { Capo, TuningReading } from "@intonazione/core/instrument";
import type { Song } from "@intonazione/core/score";
import { lineOf, Unusable } from "./failure";

export const newId = () => randomUUID();

export interface SongFile {
  readonly song: Song;
  readonly kind: FileKind;
  readonly findings: readonly Finding[];
  /** The voices of a MIDI file, and which of them were taken. */
  readonly voices?: readonly {
    readonly name: string;
    readonly notes: number;
    readonly taken: boolean;
  }[];
}

/** What a reader is told beside the file. */
export interface ReadingSet {
  readonly tuning?: TuningReading | undefined;
  readonly capo?: Capo | undefined;
  /** Voices of a MIDI file, counted from 1; the likely ones where it is left out. */
  readonly voices?: readonly number[] | undefined;
  readonly grid?: GridWish | undefined;
}

/** Reads a song from any file that may hold one; tuning and capo override what a tablature says of itself. */
export function readSongFile(path: string, set: ReadingSet = {}): SongFile {
  const bytes = readBytes(path);
  const options = {
    newId,
    ...(set.tuning && { tuning: set.tuning.tuning, family: set.tuning.family }),
    ...(set.capo !== undefined && { capo: set.capo }),
  };
  const take = set.voices && idsOfVoices(bytes, set.voices);
  const midi = { take, grid: set.grid };
  const { song, kind, findings, voices } = readFile(basename(path), bytes, { ...options, midi });
  if (song) {
    const isTaken = (id: string, isLikely: boolean) => (take ? take.includes(id) : isLikely);
    const told = voices?.map(({ id, name, noteCount, isLikely }) => ({
      name,
      notes: noteCount,
      taken: isTaken(id, isLikely),
    }));
    return { song, kind, findings, ...(told && { voices: told }) };
  }
  const reason = findings.find(({ severity }) => severity === "error") ?? findings[0];
  throw new Unusable(reason ? lineOf(reason, path) : `${path}: nothing in it can be read`);
}

function idsOfVoices(bytes: Uint8Array, numbers: readonly number[]): readonly string[] {
  const { survey } = surveyMidi(bytes);
  return numbers.map((number) => {
    const voice = survey?.voices[number - 1];
    if (voice) return voice.id;
    const most = survey?.voices.length ?? 0;
    throw new Unusable(
      most > 0
        ? `--voices must be 1–${most}, got ${number}`
        : "--voices is for MIDI files, and this is none",
    );
  });
}

function readBytes(path: string): Uint8Array {
  try {
    // A file that is too big is not even opened.
    const problem = sizeProblem(path, statSync(path).size);
    if (problem === undefined) return readFileSync(path);
    throw new Unusable(problem);
  } catch (error) {
    if (error instanceof Unusable) throw error;
    throw new Unusable(`${path}: ${error instanceof Error ? error.message : "cannot be read"}`);
  }
}

/** Writes whole or not at all: into a file beside it first, which then takes its name. */
export function writeWhole(path: string, content: Uint8Array | string): void {
  const temporary = join(dirname(path), `.${newId()}.part`);
  try {
    writeFileSync(temporary, content);
    renameSync(temporary, path);
  } catch (error) {
    rmSync(temporary, { force: true });
    throw new Unusable(`${path}: ${error instanceof Error ? error.message : "cannot be written"}`);
  }
}

export function endingOf(path: string): string {
  return extname(path).toLowerCase();
}

/** Counted from 1. */
export function partAt(song: Song, part: number) {
  const found = song.parts[part - 1];
  if (!found) throw new Unusable(`--part must be 1–${song.parts.length}, got ${part}`);
  return found;
}

export function exitCodeFor(findings: readonly Finding[]): 0 | 1 {
  return hasErrors(findings) ? 1 : 0;
}
