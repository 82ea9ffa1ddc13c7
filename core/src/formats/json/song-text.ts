import type { Finding } from "../../foundation/finding";
import { applyDifference } from "../../foundation/difference";
import { err, ok, type Result } from "../../foundation/result";
import type { Song } from "../../score/song";
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
}

/** The same, parsed. */
export interface SongPieces {
  readonly whole: unknown;
  readonly changes: readonly unknown[];
}

export function readSongText({ whole, changes }: SongText): Result<ReadSong, readonly Finding[]> {
  return readSongPieces({ whole: parsed(whole), changes: changes.map(parsed) });
}

/** Puts a stored song together and reads it. Differences are those of the document's own schema. */
export function readSongPieces(pieces: SongPieces): Result<ReadSong, readonly Finding[]> {
  const plain = plainSong(pieces);
  if (!plain.ok) return err([finding(plain.error)]);
  const song = readSong(plain.value);
  return song.ok ? ok({ song: song.value, plain: plain.value }) : song;
}

function plainSong({ whole, changes }: SongPieces): Result<unknown> {
  const envelope = readSongEnvelope(whole);
  if (!envelope.ok) return err(envelope.error[0]!.message);
  let plain = envelope.value;
  for (const [index, change] of changes.entries()) {
    const applied = applyDifference(plain, change);
    if (!applied.ok) return err(`change ${index + 1} does not fit: ${applied.error}`);
    plain = applied.value;
  }
  return ok(plain);
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
