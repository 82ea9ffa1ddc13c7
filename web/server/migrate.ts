import { Migrator, type Kysely, type Migration } from "kysely";
import * as studiosAndSongs from "./migrations/001-studios-and-songs";
import * as rackAndStyle from "./migrations/002-rack-and-style";
import * as profiles from "./migrations/003-profiles";
import * as differencesAndShelf from "./migrations/004-differences-and-shelf";
import * as foreignKeysNameTheStudio from "./migrations/005-foreign-keys-name-the-studio";
import * as documents from "./migrations/006-documents";
import * as assets from "./migrations/007-assets";
import * as documentsAbout from "./migrations/008-documents-about";
import type { Tables } from "./tables";

const MIGRATIONS: Readonly<Record<string, Migration>> = {
  "001-studios-and-songs": studiosAndSongs,
  "002-rack-and-style": rackAndStyle,
  "003-profiles": profiles,
  "004-differences-and-shelf": differencesAndShelf,
  "005-foreign-keys-name-the-studio": foreignKeysNameTheStudio,
  "006-documents": documents,
  "007-assets": assets,
  "008-documents-about": documentsAbout,
};

/**
 * Brings the tables up to date.
 * @param upTo The last migration; absent for all.
 * @throws the first migration's error; those before it stay applied.
 */
export async function migrate(db: Kysely<Tables>, upTo?: string): Promise<void> {
  const migrator = new Migrator({
    db,
    provider: { getMigrations: async () => ({ ...MIGRATIONS }) },
  });
  const { error } = await (upTo === undefined
    ? migrator.migrateToLatest()
    : migrator.migrateTo(upTo));
  if (error)
    throw error instanceof Error ? error : new Error("a migration failed", { cause: error });
}
