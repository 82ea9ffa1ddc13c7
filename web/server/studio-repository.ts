import { ownProfilesSchema, placeStyleSchema } from "@intonazione/core/formats/json";
import { USUAL_STYLE, type PlaceStyle } from "@intonazione/core/neck";
import type { OwnProfile } from "@intonazione/core/placement";
import type { Kysely } from "kysely";
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
export async function currentStudio(
  db: Kysely<Tables>,
  use: "read" | "for-update" = "read",
): Promise<Studio> {
  const { style, profiles, profiles_version, ...studio } = await db
    .selectFrom("studios")
    .select(["id", "name", "style", "profiles", "profiles_version"])
    .orderBy("created_at")
    .orderBy("id")
    .limit(1)
    .$if(use === "for-update", (query) => query.forUpdate())
    .executeTakeFirstOrThrow(() => new Error("there is no studio: start with npm start"));
  const known = placeStyleSchema.safeParse(style);
  const list = ownProfilesSchema.safeParse(profiles);
  return {
    ...studio,
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
