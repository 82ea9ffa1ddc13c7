import { readSong, type SongText } from "@intonazione/core/formats/json";
import type { Song } from "@intonazione/core/score";
import type { Finding } from "@intonazione/core/foundation";
import { z } from "zod";
import { problem, readBody, type Incoming } from "../requests/http";
import type { StudioAccess } from "../requests/with-studio";
import { RevisionRepository, type RevisionMark } from "./revisions";
import { SongRepository, type SongSave } from "./song-repository";
import type { StoredSong } from "./stored-songs";

const MAX_BODY_BYTES = 25_000_000;
const MAX_MARK_BYTES = 10_000;

export function songsOf({ db, studio, afterCommit }: StudioAccess): SongRepository {
  return new SongRepository(db, studio.id, undefined, undefined, afterCommit);
}

export function revisionsOf({ db, studio }: StudioAccess): RevisionRepository {
  return new RevisionRepository(db, studio.id);
}

/** A song within a body, or the answer that says what is wrong with it. */
export function songArriving(value: unknown): Incoming<Song> {
  const song = readSong(value);
  return song.ok ? song : { ok: false, response: wrongSong(song.error) };
}

function wrongSong(findings: readonly Finding[]): Response {
  const message = findings[0]?.message ?? "the song cannot be read";
  return problem(422, { code: "song-wrong", message, findings });
}

/** Reads and checks the body that makes a song. */
export async function readNewSong(request: Request): Promise<Incoming<Song>> {
  const schema = z.object({ song: z.unknown() });
  const body = await readBody(request, schema, { what: "{ song }", maxBytes: MAX_BODY_BYTES });
  return body.ok ? songArriving(body.value.song) : body;
}

const baseVersion = z.int().min(1);
const saveSchema: z.ZodType<SongSave> = z.union([
  z.object({
    baseVersion,
    difference: z.looseObject({}),
    fingerprint: z.int().min(0).max(0xffff_ffff),
  }),
  z.object({ baseVersion, song: z.looseObject({}) }),
]);

/** Reads the body of a save; the song in it is checked against what is stored, by the repository. */
export function readSave(request: Request): Promise<Incoming<SongSave>> {
  const what = "{ baseVersion, difference, fingerprint } or { baseVersion, song }";
  return readBody(request, saveSchema, { what, maxBytes: MAX_BODY_BYTES });
}

/** Saves what came, and says how it went. */
export async function savedAnswer(
  songs: SongRepository,
  id: string,
  save: SongSave,
): Promise<Response> {
  const outcome = await songs.save(id, save);
  switch (outcome.kind) {
    case "saved":
      return Response.json({ version: outcome.version, savedAt: outcome.savedAt });
    case "missing":
      return notHere();
    case "stale":
      return problem(409, {
        code: "stale-version",
        message: `this song was saved as version ${outcome.version} in the meantime; yours was kept aside`,
      });
    case "whole-wanted":
      return problem(422, {
        code: "whole-wanted",
        message: "what changed does not fit what is stored here: the whole song is needed",
      });
    case "wrong":
      return wrongSong(outcome.findings);
  }
}

/** A stored song as it is kept: its texts are JSON already, and are sent on as they are. */
export function storedAnswer({ id, version, savedAt, ...text }: StoredSong): Response {
  return piecesAnswer(text, { id, version, savedAt });
}

/** @param head What is said beside the song. */
export function piecesAnswer({ whole, changes }: SongText, head: object = {}): Response {
  const said = JSON.stringify(head).slice(1, -1);
  const body = `{${said}${said && ","}"whole":${whole},"changes":[${changes.join()}]}`;
  return new Response(body, {
    // Packing a long song takes longer than sending it as it is.
    headers: { "Content-Type": "application/json", "Cache-Control": "no-store, no-transform" },
  });
}

export async function readRevisionMark(request: Request): Promise<Incoming<RevisionMark>> {
  const schema = z.object({
    name: z.string().trim().max(200).optional(),
    isRestored: z.literal(true).optional(),
  });
  return readBody(request, schema, { what: "{ name, isRestored }", maxBytes: MAX_MARK_BYTES });
}

export const notHere = () =>
  problem(404, { code: "song-missing", message: "this studio has no such song" });
