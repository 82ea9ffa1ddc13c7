import type { Kysely } from "kysely";
import type { Tables } from "./tables";

export interface Studio {
  readonly id: string;
  readonly name: string;
}

/** The studio of whoever is at the screen: the only one, until there are accounts. */
export async function currentStudio(db: Kysely<Tables>): Promise<Studio> {
  return db
    .selectFrom("studios")
    .select(["id", "name"])
    .orderBy("created_at")
    .orderBy("id")
    .limit(1)
    .executeTakeFirstOrThrow(() => new Error("there is no studio: start with npm start"));
}

export async function createStudio(db: Kysely<Tables>, name: string): Promise<Studio> {
  return db
    .insertInto("studios")
    .values({ name })
    .returning(["id", "name"])
    .executeTakeFirstOrThrow();
}
