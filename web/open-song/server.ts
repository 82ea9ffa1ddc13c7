import { readSong } from "@intonazione/core/formats/json";
import type { Song } from "@intonazione/core/score";
import { z } from "zod";
import { ask, AWAY_PROBLEM, isAway, messageOf } from "@/calls/ask";

/** What the page hears from the server. Everything but a settled answer counts as "away". */
export type SaveAnswer =
  | { readonly kind: "saved"; readonly version: number; readonly at: Date }
  | { readonly kind: "stale" }
  | { readonly kind: "refused"; readonly message: string }
  | { readonly kind: "away" };

const savedSchema = z.object({ version: z.int(), savedAt: z.coerce.date() });
const createdSchema = z.object({ id: z.uuid() });
const storedSchema = z.object({ song: z.unknown(), version: z.int() });

export async function saveSong(id: string, song: Song, baseVersion: number): Promise<SaveAnswer> {
  const response = await ask(`/api/songs/${id}`, "PUT", { song, baseVersion });
  if (isAway(response)) return { kind: "away" };
  if (response.status === 409) return { kind: "stale" };
  if (!response.ok) return { kind: "refused", message: await messageOf(response) };
  const saved = savedSchema.safeParse(await response.json().catch(() => undefined));
  if (!saved.success) return { kind: "away" };
  return { kind: "saved", version: saved.data.version, at: saved.data.savedAt };
}

export async function fetchSong(
  id: string,
): Promise<{ readonly song: Song; readonly version: number } | undefined> {
  const response = await ask(`/api/songs/${id}`, "GET");
  if (!response?.ok) return undefined;
  const stored = storedSchema.safeParse(await response.json().catch(() => undefined));
  const song = stored.success ? readSong(stored.data.song) : undefined;
  return stored.success && song?.ok
    ? { song: song.value, version: stored.data.version }
    : undefined;
}

const revisionsSchema = z.object({
  revisions: z.array(
    z.object({
      id: z.string(),
      version: z.int(),
      isAside: z.boolean(),
      savedAt: z.coerce.date(),
    }),
  ),
});
export type Revision = z.infer<typeof revisionsSchema>["revisions"][number];

/** What was saved of a song, newest first; undefined while the server is away. */
export async function fetchRevisions(id: string): Promise<readonly Revision[] | undefined> {
  const response = await ask(`/api/songs/${id}/revisions`, "GET");
  if (!response?.ok) return undefined;
  const read = revisionsSchema.safeParse(await response.json().catch(() => undefined));
  return read.success ? read.data.revisions : undefined;
}

/** The song as it was then; undefined while the server is away. */
export async function fetchRevision(id: string, revisionId: string): Promise<Song | undefined> {
  const response = await ask(`/api/songs/${id}/revisions/${revisionId}`, "GET");
  if (!response?.ok) return undefined;
  const read = z
    .object({ song: z.unknown() })
    .safeParse(await response.json().catch(() => undefined));
  const song = read.success ? readSong(read.data.song) : undefined;
  return song?.ok ? song.value : undefined;
}

/** The song as it was saved in a version; undefined when that cannot be had. */
export async function fetchVersion(id: string, version: number): Promise<Song | undefined> {
  const revisions = await fetchRevisions(id);
  const wanted = revisions?.find((one) => one.version === version && !one.isAside);
  return wanted && (await fetchRevision(id, wanted.id));
}

/** @returns the new song's id, or what went wrong, worded for the teacher. */
export async function createSong(
  song: Song,
): Promise<{ readonly id: string } | { readonly problem: string }> {
  const response = await ask("/api/songs", "POST", { song, baseVersion: 1 });
  if (isAway(response)) {
    return {
      problem: AWAY_PROBLEM,
    };
  }
  if (!response.ok) return { problem: await messageOf(response) };
  const created = createdSchema.safeParse(await response.json().catch(() => undefined));
  return created.success ? created.data : { problem: "the server's answer cannot be read" };
}
