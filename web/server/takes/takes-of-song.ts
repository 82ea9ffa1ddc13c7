import { documentsOf } from "../documents/document-repository";
import { documentsOfKind } from "../documents/documents-of-kind";
import type { StudioAccess } from "../requests/studio-access";
import { SONGS } from "../songs/song-kind";
import { TAKES } from "./takes-kind";

/**
 * The document of a song's takes; made, with none in it, when it is asked for the first time.
 * @returns Its id; undefined when this studio has no such song, or has it in the bin.
 */
export async function takesOfSong(
  access: StudioAccess,
  songId: string,
): Promise<string | undefined> {
  const { db, studio } = access;
  // The song is locked: two windows that ask at once shall find one document.
  const song = await documentsOfKind(db, studio.id, SONGS.format.name)
    .select("id")
    .where("id", "=", songId)
    .where("removed_at", "is", null)
    .forUpdate()
    .executeTakeFirst();
  if (!song) return undefined;
  const found = await documentsOfKind(db, studio.id, TAKES.format.name)
    .select("id")
    .where("about", "=", songId)
    .executeTakeFirst();
  if (found) return found.id;
  const made = await documentsOf(TAKES, access).create([]);
  await db
    .updateTable("documents")
    .set({ about: songId })
    .where("studio_id", "=", studio.id)
    .where("id", "=", made!.id)
    .execute();
  return made!.id;
}
