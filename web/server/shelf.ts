import { database } from "./database";
import { SongRepository, type SongSummary } from "./song-repository";
import { currentStudio } from "./studio-repository";

export interface ShelfContents {
  readonly studioName: string;
  readonly songs: readonly SongSummary[];
}

/** The songs of whoever is at the screen, last changed first, narrowed by title. */
export async function ourShelf(search: string): Promise<ShelfContents> {
  const db = database();
  const studio = await currentStudio(db);
  const songs = await new SongRepository(db, studio.id).list({ search });
  return { studioName: studio.name, songs };
}
