import { readSong } from "@intonazione/core/formats/json";
import type { Finding } from "@intonazione/core/foundation";
import type { Song } from "@intonazione/core/score";
import { z } from "zod";
import { database, isUnreachable } from "./database";
import { SongRepository } from "./song-repository";
import { currentStudio } from "./studio-repository";

/** What the routes and the page agree on. */

const MAX_BODY_BYTES = 25_000_000;

export const songIdSchema = z.uuid();

export async function ourSongs(): Promise<SongRepository> {
  const db = database();
  return new SongRepository(db, (await currentStudio(db)).id);
}

export interface Problem {
  readonly code: string;
  readonly message: string;
  readonly findings?: readonly Finding[];
}

export function problem(status: number, body: Problem): Response {
  return Response.json(body, { status });
}

/** Runs a handler; a database that is down becomes a 503 that the page can wait out. */
export async function answer(handle: () => Promise<Response>): Promise<Response> {
  try {
    return await handle();
  } catch (error) {
    if (isUnreachable(error)) {
      return problem(503, {
        code: "database-unreachable",
        message:
          "the database does not answer: your work is kept in this browser and saved when it is back",
      });
    }
    console.error(error);
    return problem(500, { code: "server-failed", message: "the server failed; nothing was saved" });
  }
}

const saveSchema = z.object({ song: z.unknown(), baseVersion: z.int().min(1) });

export type SaveRequest =
  | { readonly ok: true; readonly song: Song; readonly baseVersion: number }
  | { readonly ok: false; readonly response: Response };

/** Reads and checks the body of a save. Only pages of our own may write. */
export async function readSave(request: Request): Promise<SaveRequest> {
  const refuse = (status: number, body: Problem): SaveRequest => ({
    ok: false,
    response: problem(status, body),
  });
  const site = request.headers.get("sec-fetch-site");
  if (site !== null && site !== "same-origin" && site !== "none") {
    return refuse(403, { code: "foreign-page", message: "saves come from our own pages only" });
  }
  if (Number(request.headers.get("content-length") ?? 0) > MAX_BODY_BYTES) {
    return refuse(413, { code: "too-long", message: "a song may have 25 MB" });
  }
  const body: unknown = await request.json().catch(() => undefined);
  const parsed = saveSchema.safeParse(body);
  if (!parsed.success) {
    return refuse(400, { code: "body-wrong", message: "expected { song, baseVersion }" });
  }
  const song = readSong(parsed.data.song);
  if (!song.ok) {
    const message = song.error[0]?.message ?? "the song cannot be read";
    return refuse(422, { code: "song-wrong", message, findings: song.error });
  }
  return { ok: true, song: song.value, baseVersion: parsed.data.baseVersion };
}

export const notHere = () =>
  problem(404, { code: "song-missing", message: "this studio has no such song" });
