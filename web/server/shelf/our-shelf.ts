import { database } from "../database";
import { currentStudio } from "../studio-repository";
import { CollectionRepository, type Collection } from "./collection-repository";
import { ShelfRepository, type ShelfPage, type ShelfQuery } from "./shelf-repository";

export interface OurShelf {
  readonly studioName: string;
  readonly page: ShelfPage;
  readonly collections: readonly Collection[];
}

/** The shelf of whoever is at the screen, with its first page. */
export async function ourShelf(query: ShelfQuery): Promise<OurShelf> {
  const db = database();
  const { id, name } = await currentStudio(db);
  const [page, collections] = await Promise.all([
    new ShelfRepository(db, id).page(query),
    new CollectionRepository(db, id).list(),
  ]);
  return { studioName: name, page, collections };
}
