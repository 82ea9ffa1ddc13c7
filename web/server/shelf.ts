import { readWishes } from "@intonazione/core/catalogue";
import { database } from "./database";
import { ShelfRepository, type SongCard } from "./shelf-repository";
import { currentStudio } from "./studio-repository";

export interface ShelfContents {
  readonly studioName: string;
  readonly songs: readonly SongCard[];
}

/** The songs of whoever is at the screen, last changed first, narrowed by title. */
export async function ourShelf(search: string): Promise<ShelfContents> {
  const db = database();
  const studio = await currentStudio(db);
  const wishes = readWishes(search).map(({ wish }) => wish);
  const query = { wishes, sort: "change", isBin: false, from: 0, limit: 60 } as const;
  const { songs } = await new ShelfRepository(db, studio.id).page(query);
  return { studioName: studio.name, songs };
}
