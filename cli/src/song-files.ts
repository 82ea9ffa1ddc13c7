import { randomUUID } from "node:crypto";
import { readFileSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { dirname, extname, join } from "node:path";
import { hasErrors, type Finding } from "@intonazione/core/foundation";
import { readSongJson, writeSongJson } from "@intonazione/core/formats/json";
import { readTextTab, songOfTextTab, writeTextTab } from "@intonazione/core/formats/text-tab";
import type { Capo, TuningReading } from "@intonazione/core/instrument";
import type { Song } from "@intonazione/core/score";
import { lineOf, Unusable } from "./failure";

export const newId = () => randomUUID();

const MAX_FILE_BYTES = 25_000_000;
const UNUSABLE = new Set(["no-tablature", "no-text", "too-long"]);

export interface SongFile {
  readonly song: Song;
  readonly findings: readonly Finding[];
}

/** Reads a song by its file ending; tuning and capo override what a tablature says of itself. */
export function readSongFile(
  path: string,
  set: { readonly tuning?: TuningReading | undefined; readonly capo?: Capo | undefined } = {},
): SongFile {
  const text = readText(path);
  if (extname(path).toLowerCase() === ".json") {
    const song = readSongJson(text);
    if (!song.ok) throw new Unusable(lineOf(song.error[0]!, path));
    return { song: song.value, findings: [] };
  }
  const reading = readTextTab(text, {
    newId,
    ...(set.tuning && { tuning: set.tuning.tuning, family: set.tuning.family }),
    ...(set.capo !== undefined && { capo: set.capo }),
  });
  const unusable = reading.findings.find((finding) => UNUSABLE.has(finding.code));
  if (unusable) throw new Unusable(lineOf(unusable, path));
  return { song: songOfTextTab(reading, newId), findings: reading.findings };
}

function readText(path: string): string {
  let size: number;
  try {
    size = statSync(path).size;
    if (size <= MAX_FILE_BYTES) return readFileSync(path, "utf8");
  } catch (error) {
    throw new Unusable(`${path}: ${error instanceof Error ? error.message : "cannot be read"}`);
  }
  throw new Unusable(`${path}: a file may have ${MAX_FILE_BYTES} bytes, got ${size}`);
}

/** Writes whole or not at all: into a file beside it first, which then takes its name. */
export function writeSongFile(path: string, song: Song, part: number): void {
  const text = textOf(path, song, part);
  const temporary = join(dirname(path), `.${newId()}.part`);
  try {
    writeFileSync(temporary, text);
    renameSync(temporary, path);
  } catch (error) {
    rmSync(temporary, { force: true });
    throw new Unusable(`${path}: ${error instanceof Error ? error.message : "cannot be written"}`);
  }
}

function textOf(path: string, song: Song, part: number): string {
  switch (extname(path).toLowerCase()) {
    case ".json":
      return writeSongJson(song);
    case ".txt":
      return writeTextTab(song, partAt(song, part).id);
    default:
      throw new Unusable(`${path}: files end in .txt or .json`);
  }
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
