import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await db.schema
    .alterTable("studios")
    .addColumn("style", "jsonb", (column) =>
      column.notNull().defaultTo(sql`'{"stringSchool":"nominal","fretsFrom":"capo"}'::jsonb`),
    )
    .execute();
  await db.schema
    .createTable("instruments")
    .addColumn("id", "uuid", (column) => column.primaryKey().defaultTo(sql`gen_random_uuid()`))
    .addColumn("studio_id", "uuid", (column) =>
      column.notNull().references("studios.id").onDelete("cascade"),
    )
    .addColumn("version", "integer", (column) => column.notNull())
    .addColumn("name", "text", (column) => column.notNull())
    .addColumn("document", "jsonb", (column) => column.notNull())
    .addColumn("created_at", "timestamptz", (column) => column.notNull().defaultTo(sql`now()`))
    .addColumn("updated_at", "timestamptz", (column) => column.notNull().defaultTo(sql`now()`))
    .execute();
  await db.schema
    .createIndex("instruments_by_studio")
    .on("instruments")
    .columns(["studio_id", "created_at"])
    .execute();
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await db.schema.dropTable("instruments").execute();
  await db.schema.alterTable("studios").dropColumn("style").execute();
}
