import { randomUUID } from "node:crypto";
import { readFileSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { basename, dirname, extname, join } from "node:path";
import { hasErrors, type Finding } from "@intonazione/core/foundation";
import { readFile, type FileKind } from "@intonazione/core/formats/open-file";
import { sizeProblem } from "@intonazione/core/formats/files";
import type { Capo, TuningReading } from "@intonazione/core/instrument";
import type { Song } from "@intonazione/core/score";
import { lineOf, Unusable } from "./failure";

export const newId = () => randomUUID();

export interface SongFile {
  readonly song: Song;
  readonly kind: FileKind;
  readonly findings: readonly Finding[];
}

/** Reads a song from any file that may hold one; tuning and capo override what a tablature says of itself. */
export function readSongFile(
  path: string,
  set: { readonly tuning?: TuningReading | undefined; readonly capo?: Capo | undefined } = {},
): SongFile {
  const { song, kind, findings } = readFile(basename(path), readBytes(path), {
    newId,
    ...(set.tuning && { tuning: set.tuning.tuning, family: set.tuning.family }),
    ...(set.capo !== undefined && { capo: set.capo }),
  });
  if (song) return { song, kind, findings };
  const reason = findings.find(({ severity }) => severity === "error") ?? findings[0];
  throw new Unusable(reason ? lineOf(reason, path) : `${path}: nothing in it can be read`);
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
