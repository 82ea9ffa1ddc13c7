import { AssetRepository } from "../assets/asset-repository";
import { withStudioOfPage } from "../requests/with-studio";
import type { Collection } from "./collection-repository";
import { collectionsOf, shelfOf } from "./shelf-api";
import type { ShelfPage, ShelfQuery } from "./shelf-repository";

export interface OurShelf {
  readonly studioName: string;
  readonly page: ShelfPage;
  readonly collections: readonly Collection[];
  /** How much its recordings are together. */
  readonly recordingBytes: number;
}

/** The shelf of whoever is at the screen, with its first page. */
export function ourShelf(query: ShelfQuery): Promise<OurShelf> {
  return withStudioOfPage(async (access) => ({
    studioName: access.studio.name,
    page: await shelfOf(access).page(query),
    collections: await collectionsOf(access).list(),
    recordingBytes: await new AssetRepository(access.db, access.studio.id).keptBytes(),
  }));
}
