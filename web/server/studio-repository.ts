import { ownProfilesSchema, placeStyleSchema } from "@intonazione/core/formats/json";
import { USUAL_STYLE, type PlaceStyle } from "@intonazione/core/neck";
import type { OwnProfile } from "@intonazione/core/placement";
import { sql, type Kysely, type Selectable } from "kysely";
import type { Tables } from "./tables";

export interface Studio {
  readonly id: string;
  readonly name: string;
  /** How places are written in songs that do not say otherwise. */
  readonly style: PlaceStyle;
  readonly profiles: StudioProfiles;
}

/** The studio's own placing profiles under the version they were saved as. */
export interface StudioProfiles {
  readonly version: number;
  readonly list: readonly OwnProfile[];
}

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

const COLUMNS = ["id", "name", "style", "profiles", "profiles_version"] as const;

const noStudio = () => new Error("there is no studio: start with npm start");

function oldestStudio(db: Kysely<Tables>) {
  return db.selectFrom("studios").select(COLUMNS).orderBy("created_at").orderBy("id").limit(1);
}

function studioOf({
  id,
  name,
  style,
  profiles,
  profiles_version,
}: Pick<Selectable<Tables["studios"]>, (typeof COLUMNS)[number]>): Studio {
  const known = placeStyleSchema.safeParse(style);
  const list = ownProfilesSchema.safeParse(profiles);
  return {
    id,
    name,
    style: known.success ? known.data : USUAL_STYLE,
    profiles: { version: profiles_version, list: list.success ? list.data : [] },
  };
}

export async function createStudio(db: Kysely<Tables>, name: string): Promise<Studio> {
  const studio = await db
    .insertInto("studios")
    .values({ name, style: JSON.stringify(USUAL_STYLE) })
    .returning(["id", "name"])
    .executeTakeFirstOrThrow();
  return { ...studio, style: USUAL_STYLE, profiles: { version: 1, list: [] } };
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

/** Saves over `version` only. @returns the new version; undefined when someone saved in between. */
export async function setProfiles(
  db: Kysely<Tables>,
  studioId: string,
  { version, list }: StudioProfiles,
): Promise<number | undefined> {
  const { numUpdatedRows } = await db
    .updateTable("studios")
    .set({ profiles: JSON.stringify(list), profiles_version: version + 1 })
    .where("id", "=", studioId)
    .where("profiles_version", "=", version)
    .executeTakeFirst();
  return numUpdatedRows > 0n ? version + 1 : undefined;
}
