import { readSong } from "@intonazione/core/formats/json";
import type { Song } from "@intonazione/core/score";
import { z } from "zod";
import { database } from "./database";
import { problem, readBody, refuse, type Incoming } from "./http";
import { SongRepository } from "./song-repository";
import { currentStudio } from "./studio-repository";

const MAX_BODY_BYTES = 25_000_000;

export async function ourSongs(): Promise<SongRepository> {
  const db = database();
  return new SongRepository(db, (await currentStudio(db)).id);
}

const saveSchema = z.object({ song: z.unknown(), baseVersion: z.int().min(1) });

export interface SongSave {
  readonly song: Song;
  readonly baseVersion: number;
}

/** A song within a body, or the answer that says what is wrong with it. */
export function songArriving(value: unknown): Incoming<Song> {
  const song = readSong(value);
  if (song.ok) return song;
  const message = song.error[0]?.message ?? "the song cannot be read";
  return refuse(422, { code: "song-wrong", message, findings: song.error });
}

/** Reads and checks the body of a save. */
export async function readSave(request: Request): Promise<Incoming<SongSave>> {
  const what = "{ song, baseVersion }";
  const body = await readBody(request, saveSchema, { what, maxBytes: MAX_BODY_BYTES });
  if (!body.ok) return body;
  const song = songArriving(body.value.song);
  if (!song.ok) return song;
  return { ok: true, value: { song: song.value, baseVersion: body.value.baseVersion } };
}

export const notHere = () =>
  problem(404, { code: "song-missing", message: "this studio has no such song" });
