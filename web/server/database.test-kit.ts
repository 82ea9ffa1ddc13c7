import { Kysely, PostgresDialect, sql } from "kysely";
import { Pool } from "pg";
import { database, openDatabase } from "./database";
import { migrate } from "./migrate";
import type { Tables } from "./tables";

/** The server that `npm test` starts; without it the tests of the database are skipped. */
export const TEST_SERVER = process.env["TEST_DATABASE_URL"];

export interface TestDatabase {
  readonly url: string;
  readonly db: Kysely<Tables>;
  readonly drop: () => Promise<void>;
}

/**
 * An empty, migrated database of its own; migrated twice, since every start does it again.
 * @param upTo The last migration, where the tables of an earlier release are wanted.
 */
export async function createTestDatabase(purpose: string, upTo?: string): Promise<TestDatabase> {
  const name = `${purpose}_${process.pid}`;
  const admin = new Kysely({
    dialect: new PostgresDialect({ pool: new Pool({ connectionString: TEST_SERVER }) }),
  });
  await sql`create database ${sql.id(name)}`.execute(admin);
  const url = new URL(TEST_SERVER!);
  url.pathname = name;
  const db = openDatabase(url.href);
  await migrate(db, upTo);
  await migrate(db, upTo);
  return {
    url: url.href,
    db,
    drop: async () => {
      await db.destroy();
      await sql`drop database ${sql.id(name)} with (force)`.execute(admin);
      await admin.destroy();
    },
  };
}

/** The same for tests of routes and pages: it is the database that the server itself opens. */
export async function serveTestDatabase(purpose: string): Promise<TestDatabase> {
  const test = await createTestDatabase(purpose);
  const before = process.env["DATABASE_URL"];
  process.env["DATABASE_URL"] = test.url;
  return {
    ...test,
    drop: async () => {
      await database().destroy();
      await test.drop();
      if (before === undefined) delete process.env["DATABASE_URL"];
      else process.env["DATABASE_URL"] = before;
    },
  };
}
