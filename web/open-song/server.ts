import { readSongPieces, readSongText, type SongText } from "@intonazione/core/formats/json";
import { differenceOf, fingerprint } from "@intonazione/core/foundation";
import type { Song } from "@intonazione/core/score";
import { z } from "zod";
import { ask, AWAY_PROBLEM, isAway, messageOf } from "@/calls/ask";
import type { StoredVersion } from "./store";

/** What the page hears from the server. Everything but a settled answer counts as "away". */
export type SaveAnswer =
  | { readonly kind: "saved"; readonly version: number; readonly at: Date }
  | { readonly kind: "stale" }
  | { readonly kind: "refused"; readonly message: string }
  | { readonly kind: "away" };

const savedSchema = z.object({ version: z.int(), savedAt: z.coerce.date() });
const createdSchema = z.object({ id: z.uuid() });
const problemSchema = z.object({ code: z.string(), message: z.string() });
const piecesSchema = z.object({ whole: z.unknown(), changes: z.array(z.unknown()) });
const storedSchema = piecesSchema.extend({ version: z.int(), savedAt: z.coerce.date() });

/**
 * Saves what changed since `base`, which the server has as `baseVersion`; without a base, the whole
 * song. The server asks for the whole where the change does not lead it to the same song.
 */
export async function saveSong(
  id: string,
  song: Song,
  base: Song | undefined,
  baseVersion: number,
): Promise<SaveAnswer> {
  const difference = base && differenceOf(base, song);
  // What the server has already need not be sent.
  if (base && !difference) return { kind: "saved", version: baseVersion, at: new Date() };
  const answer = await putSong(
    id,
    difference
      ? { baseVersion, difference, fingerprint: fingerprint(song) }
      : { baseVersion, song },
  );
  return answer.kind === "whole-wanted"
    ? settled(await putSong(id, { baseVersion, song }))
    : answer;
}

type PutAnswer = SaveAnswer | { readonly kind: "whole-wanted"; readonly message: string };

function settled(answer: PutAnswer): SaveAnswer {
  return answer.kind === "whole-wanted" ? { ...answer, kind: "refused" } : answer;
}

async function putSong(id: string, body: unknown): Promise<PutAnswer> {
  const response = await ask(`/api/songs/${id}`, "PUT", body);
  if (isAway(response)) return { kind: "away" };
  if (response.status === 409) return { kind: "stale" };
  const answer: unknown = await response.json().catch(() => undefined);
  if (!response.ok) {
    const problem = problemSchema.safeParse(answer);
    const message = problem.data?.message ?? `the server answered ${response.status}`;
    return { kind: problem.data?.code === "whole-wanted" ? "whole-wanted" : "refused", message };
  }
  const saved = savedSchema.safeParse(answer);
  if (!saved.success) return { kind: "away" };
  return { kind: "saved", version: saved.data.version, at: saved.data.savedAt };
}

/** The song as it is stored; undefined while the server is away. */
export async function fetchSong(id: string): Promise<StoredVersion | undefined> {
  const response = await ask(`/api/songs/${id}`, "GET");
  if (!response?.ok) return undefined;
  const stored = storedSchema.safeParse(await response.json().catch(() => undefined));
  return stored.success ? storedVersion(stored.data, readSongPieces(stored.data)) : undefined;
}

interface Stored {
  readonly version: number;
  readonly savedAt: Date;
}

/** Puts a stored song together; undefined when it cannot be read. */
export function readStored(stored: SongText & Stored): StoredVersion | undefined {
  return storedVersion(stored, readSongText(stored));
}

function storedVersion(
  { version, savedAt }: Stored,
  read: ReturnType<typeof readSongText>,
): StoredVersion | undefined {
  return read.ok ? { song: read.value.song, version, at: savedAt } : undefined;
}

const revisionsSchema = z.object({
  revisions: z.array(
    z.object({
      id: z.string(),
      version: z.int(),
      isAside: z.boolean(),
      savedAt: z.coerce.date(),
      name: z.string().optional(),
      isRestored: z.boolean(),
    }),
  ),
});
export type Revision = z.infer<typeof revisionsSchema>["revisions"][number];

/**
 * What was saved of a song, newest first, a page of it; undefined while the server is away.
 * @param before The id of a revision: the page begins behind it.
 */
export async function fetchRevisions(
  id: string,
  before?: string,
): Promise<readonly Revision[] | undefined> {
  const query = before === undefined ? "" : `?before=${before}`;
  const response = await ask(`/api/songs/${id}/revisions${query}`, "GET");
  if (!response?.ok) return undefined;
  const read = revisionsSchema.safeParse(await response.json().catch(() => undefined));
  return read.success ? read.data.revisions : undefined;
}

/** The song as it was then; undefined while the server is away. */
export async function fetchRevision(id: string, revisionId: string): Promise<Song | undefined> {
  const response = await ask(`/api/songs/${id}/revisions/${revisionId}`, "GET");
  if (!response?.ok) return undefined;
  const pieces = piecesSchema.safeParse(await response.json().catch(() => undefined));
  const read = pieces.success ? readSongPieces(pieces.data) : undefined;
  return read?.ok ? read.value.song : undefined;
}

/** Names a revision, or says that it was brought back. @returns whether the server knows it now. */
export async function markRevision(
  id: string,
  revisionId: string,
  mark: { readonly name?: string; readonly isRestored?: true },
): Promise<boolean> {
  return (await ask(`/api/songs/${id}/revisions/${revisionId}`, "PATCH", mark))?.ok === true;
}

/** @returns the new song's id, or what went wrong, worded for the teacher. */
export async function createSong(
  song: Song,
): Promise<{ readonly id: string } | { readonly problem: string }> {
  const response = await ask("/api/songs", "POST", { song });
  if (isAway(response)) {
    return {
      problem: AWAY_PROBLEM,
    };
  }
  if (!response.ok) return { problem: await messageOf(response) };
  const created = createdSchema.safeParse(await response.json().catch(() => undefined));
  return created.success ? created.data : { problem: "the server's answer cannot be read" };
}
