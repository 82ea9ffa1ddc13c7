import type { Finding } from "../../foundation/finding";
import { err, ok, type Result } from "../../foundation/result";
import type { Song } from "../../score/song";
import { checkSong } from "./check-song";
import { documentOf, readDocument, type DocumentFormat } from "./document";
import { fieldFindings } from "./field-findings";
import { migrateSong } from "./migrate-song";
import { readingSchema } from "./schema";

/** A song as it is stored and exchanged; raising its schema, teach `migrateSong` the step. */
export const SONG_FORMAT: DocumentFormat<Song> = {
  name: "song",
  format: "intonazione-song",
  schema: 10,
  migrate: migrateSong,
  read: readSong,
};
const MAX_JSON_LENGTH = 20_000_000;

/**
 * `readSongJson(writeSongJson(song))` is the same song.
 * @param indent - How far the document's lines are indented; 0 puts all on one.
 */
export function writeSongJson(song: Song, indent = 1): string {
  return `${JSON.stringify(documentOf(SONG_FORMAT, song), undefined, indent)}\n`;
}

/** Reads a file of ours. @returns every reason why it cannot be used, with its path in the document. */
export function readSongJson(text: string): Result<Song, readonly Finding[]> {
  if (text.length > MAX_JSON_LENGTH) {
    return failure(
      "too-long",
      `a song file may have ${MAX_JSON_LENGTH} characters, got ${text.length}`,
    );
  }
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return failure(
      "no-json",
      `this is no JSON: ${error instanceof Error ? error.message : "unreadable"}`,
    );
  }
  return readDocument(SONG_FORMAT, value);
}

/** Checks a song that arrives without its envelope. */
export function readSong(value: unknown): Result<Song, readonly Finding[]> {
  const parsed = readingSchema.safeParse(value);
  if (!parsed.success) return err(fieldFindings(parsed.error, "song"));
  const findings = checkSong(parsed.data);
  return findings.length > 0 ? err(findings) : ok(parsed.data);
}

function failure(code: string, message: string): Result<never, readonly Finding[]> {
  return err([{ code, severity: "error", where: {}, message }]);
}
