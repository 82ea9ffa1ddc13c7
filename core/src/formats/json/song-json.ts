import { z } from "zod";
import type { Finding } from "../../foundation/finding";
import { err, ok, type Result } from "../../foundation/result";
import type { Song } from "../../score/song";
import { checkSong } from "./check-song";
import { fieldFindings } from "./field-findings";
import { migrateSong } from "./migrate-song";
import { readingSchema } from "./schema";

/** Raised whenever the shape of a document changes; `migrateSong` then learns the step. */
export const SCHEMA_VERSION = 6;
export const FORMAT = "intonazione-song";
const MAX_JSON_LENGTH = 20_000_000;

/** A song as it is stored and exchanged. */
export interface SongDocument {
  readonly format: typeof FORMAT;
  readonly schema: number;
  readonly song: unknown;
}

/** @param schema Of what shape the song is. */
export function documentOf(song: unknown, schema = SCHEMA_VERSION): SongDocument {
  return { format: FORMAT, schema, song };
}

/**
 * `readSongJson(writeSongJson(song))` is the same song.
 * @param indent - How far the document's lines are indented; 0 puts all on one.
 */
export function writeSongJson(song: Song, indent = 1): string {
  return `${JSON.stringify(documentOf(song), undefined, indent)}\n`;
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
  return readSongDocument(value);
}

/** Reads a stored document of this or an earlier schema version. */
export function readSongDocument(value: unknown): Result<Song, readonly Finding[]> {
  const document = readSongEnvelope(value);
  return document.ok ? readSong(migrateSong(document.value.song, document.value.schema)) : document;
}

/** What a document says of its song, in the shape that it has, not checked yet. */
export function readSongEnvelope(
  value: unknown,
): Result<Omit<SongDocument, "format">, readonly Finding[]> {
  const envelope = z
    .object({ format: z.literal(FORMAT), schema: z.int().min(1), song: z.unknown() })
    .safeParse(value);
  if (!envelope.success) {
    return failure("no-song-file", `this is no song of ours: expected {"format": "${FORMAT}", …}`);
  }
  const { schema } = envelope.data;
  if (schema > SCHEMA_VERSION) {
    return failure(
      "schema-too-new",
      `this song was written by a newer version (schema ${schema}, we know ${SCHEMA_VERSION}): update first`,
    );
  }
  return ok({ schema, song: envelope.data.song });
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
