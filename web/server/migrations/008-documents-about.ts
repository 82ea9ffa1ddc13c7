import { sql, type Kysely } from "kysely";

/** What a document is about: the takes of a song go with their song, and there is one document of them. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table documents add column about uuid`.execute(db);
  await sql`alter table documents add constraint documents_about
    foreign key (studio_id, about) references documents (studio_id, id) on delete cascade`.execute(
    db,
  );
  await sql`create unique index documents_about_one on documents (studio_id, about, kind)
    where about is not null`.execute(db);
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await sql`alter table documents drop column about`.execute(db);
}
