import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await db.schema
    .createTable("studios")
    .addColumn("id", "uuid", (column) => column.primaryKey().defaultTo(sql`gen_random_uuid()`))
    .addColumn("name", "text", (column) => column.notNull())
    .addColumn("created_at", "timestamptz", (column) => column.notNull().defaultTo(sql`now()`))
    .execute();
  await db.schema
    .createTable("songs")
    .addColumn("id", "uuid", (column) => column.primaryKey().defaultTo(sql`gen_random_uuid()`))
    .addColumn("studio_id", "uuid", (column) =>
      column.notNull().references("studios.id").onDelete("cascade"),
    )
    .addColumn("version", "integer", (column) => column.notNull())
    .addColumn("document", "jsonb", (column) => column.notNull())
    .addColumn("title", "text", (column) => column.notNull())
    .addColumn("key_name", "text", (column) => column.notNull())
    .addColumn("tempo_bpm", "double precision", (column) => column.notNull())
    .addColumn("parts", "jsonb", (column) => column.notNull())
    .addColumn("bar_count", "integer", (column) => column.notNull())
    .addColumn("created_at", "timestamptz", (column) => column.notNull().defaultTo(sql`now()`))
    .addColumn("updated_at", "timestamptz", (column) => column.notNull().defaultTo(sql`now()`))
    .execute();
  await db.schema
    .createIndex("songs_by_studio")
    .on("songs")
    .columns(["studio_id", "updated_at desc"])
    .execute();
  await db.schema
    .createTable("song_revisions")
    .addColumn("id", "bigserial", (column) => column.primaryKey())
    .addColumn("studio_id", "uuid", (column) => column.notNull())
    .addColumn("song_id", "uuid", (column) =>
      column.notNull().references("songs.id").onDelete("cascade"),
    )
    .addColumn("version", "integer", (column) => column.notNull())
    .addColumn("refused", "boolean", (column) => column.notNull())
    .addColumn("document", "jsonb", (column) => column.notNull())
    .addColumn("created_at", "timestamptz", (column) => column.notNull().defaultTo(sql`now()`))
    .execute();
  // One revision a version; refused saves may share the version they were made from.
  await sql`create unique index song_revisions_accepted
    on song_revisions (song_id, version) where not refused`.execute(db);
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await db.schema.dropTable("song_revisions").execute();
  await db.schema.dropTable("songs").execute();
  await db.schema.dropTable("studios").execute();
}
