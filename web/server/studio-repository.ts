import { placeStyleSchema } from "@intonazione/core/formats/json";
import { USUAL_STYLE, type PlaceStyle } from "@intonazione/core/neck";
import { sql, type Kysely, type Selectable } from "kysely";
import { DocumentRepository } from "./documents/document-repository";
import { inTransaction } from "./requests/in-transaction";
import type { Studio } from "./studio";
import { PROFILES } from "./studio-documents";
import type { Tables } from "./tables";

/** The studio of whoever is at the screen: the only one, until there are accounts. */
export async function currentStudio(db: Kysely<Tables>): Promise<Studio> {
  const row = await oldestStudio(db).executeTakeFirstOrThrow(noStudio);
  return studioOf(row);
}

/**
 * The same within a transaction, which from here on belongs to that studio: the database knows it as
 * `intonazione.studio`, so that policies of rows can ask for it.
 */
export async function enterStudio(trx: Kysely<Tables>): Promise<Studio> {
  const row = await oldestStudio(trx)
    .select(sql`set_config('intonazione.studio', id::text, true)`.as("entered"))
    .executeTakeFirstOrThrow(noStudio);
  return studioOf(row);
}

/** Lets nobody else change the studio before this transaction is through. */
export async function lockStudio(trx: Kysely<Tables>, studioId: string): Promise<Studio> {
  const row = await trx
    .selectFrom("studios")
    .select(COLUMNS)
    .where("id", "=", studioId)
    .forUpdate()
    .executeTakeFirstOrThrow(noStudio);
  return studioOf(row);
}

const COLUMNS = ["id", "name", "style"] as const;

const noStudio = () => new Error("there is no studio: start with npm start");

function oldestStudio(db: Kysely<Tables>) {
  return db.selectFrom("studios").select(COLUMNS).orderBy("created_at").orderBy("id").limit(1);
}

function studioOf({
  id,
  name,
  style,
}: Pick<Selectable<Tables["studios"]>, (typeof COLUMNS)[number]>): Studio {
  const known = placeStyleSchema.safeParse(style);
  return { id, name, style: known.success ? known.data : USUAL_STYLE };
}

/** A studio with nothing in it but its (empty) profiles. */
export function createStudio(db: Kysely<Tables>, name: string): Promise<Studio> {
  return inTransaction(db, async (trx) => {
    const studio = await trx
      .insertInto("studios")
      .values({ name, style: JSON.stringify(USUAL_STYLE) })
      .returning(["id", "name"])
      .executeTakeFirstOrThrow();
    await new DocumentRepository(PROFILES, trx, studio.id).create([], studio.id);
    return { ...studio, style: USUAL_STYLE };
  });
}

export async function setStyle(
  db: Kysely<Tables>,
  studioId: string,
  style: PlaceStyle,
): Promise<void> {
  await db
    .updateTable("studios")
    .set({ style: JSON.stringify(style) })
    .where("id", "=", studioId)
    .execute();
}
