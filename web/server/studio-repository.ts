import { placeStyleSchema } from "@intonazione/core/formats/json";
import { USUAL_STYLE, type PlaceStyle } from "@intonazione/core/neck";
import type { Kysely } from "kysely";
import type { Tables } from "./tables";

export interface Studio {
  readonly id: string;
  readonly name: string;
  /** How places are written in songs that do not say otherwise. */
  readonly style: PlaceStyle;
}

/** The studio of whoever is at the screen: the only one, until there are accounts. */
export async function currentStudio(db: Kysely<Tables>): Promise<Studio> {
  const { style, ...studio } = await db
    .selectFrom("studios")
    .select(["id", "name", "style"])
    .orderBy("created_at")
    .orderBy("id")
    .limit(1)
    .executeTakeFirstOrThrow(() => new Error("there is no studio: start with npm start"));
  const known = placeStyleSchema.safeParse(style);
  return { ...studio, style: known.success ? known.data : USUAL_STYLE };
}

export async function createStudio(db: Kysely<Tables>, name: string): Promise<Studio> {
  const studio = await db
    .insertInto("studios")
    .values({ name, style: JSON.stringify(USUAL_STYLE) })
    .returning(["id", "name"])
    .executeTakeFirstOrThrow();
  return { ...studio, style: USUAL_STYLE };
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
