import type { Finding } from "../../foundation/finding";
import { applyDifference } from "../../foundation/difference";
import { err, ok, type Result } from "../../foundation/result";
import type { Song } from "../../score/song";
import { migrateSong } from "./migrate-song";
import { readSong, readSongEnvelope } from "./song-json";

/** A song as it is stored: a whole document, and the differences that came since, all JSON text. */
export interface SongText {
  readonly whole: string;
  readonly changes: readonly string[];
}

/** A song with the plain value that differences are made from and applied to. */
export interface ReadSong {
  readonly song: Song;
  /** As it was sent, brought up to today's shape; `song` is what it was read as. */
  readonly plain: unknown;
  /** Of the document that it was read from: only differences of that shape may follow it. */
  readonly schema: number;
}

/** The same, parsed. */
export interface SongPieces {
  readonly whole: unknown;
  readonly changes: readonly unknown[];
}

export function readSongText({ whole, changes }: SongText): Result<ReadSong, readonly Finding[]> {
  return readSongPieces({ whole: parsed(whole), changes: changes.map(parsed) });
}

/**
 * Puts a stored song together and reads it. Differences are those of the document's own schema: what
 * they lead to is brought up to today's shape, not what they begin from.
 */
export function readSongPieces(pieces: SongPieces): Result<ReadSong, readonly Finding[]> {
  const stored = storedSong(pieces);
  if (!stored.ok) return err([finding(stored.error)]);
  const { schema } = stored.value;
  const plain = migrateSong(stored.value.song, schema);
  const song = readSong(plain);
  return song.ok ? ok({ song: song.value, plain, schema }) : song;
}

function storedSong({ whole, changes }: SongPieces): Result<{ schema: number; song: unknown }> {
  const envelope = readSongEnvelope(whole);
  if (!envelope.ok) return err(envelope.error[0]!.message);
  const { schema } = envelope.value;
  let plain = envelope.value.song;
  for (const [index, change] of changes.entries()) {
    const applied = applyDifference(plain, change);
    if (!applied.ok) return err(`change ${index + 1} does not fit: ${applied.error}`);
    plain = applied.value;
  }
  return ok({ schema, song: plain });
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

function finding(message: string): Finding {
  return { code: "song-text-wrong", severity: "error", where: {}, message };
}
