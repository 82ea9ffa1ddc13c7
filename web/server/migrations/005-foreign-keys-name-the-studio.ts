import { sql, type Kysely } from "kysely";

/** What belongs to a song or a collection belongs to its studio: the database itself sees to that. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table songs add constraint songs_of_studio unique (studio_id, id)`.execute(db);
  await sql`alter table collections
    add constraint collections_of_studio unique (studio_id, id)`.execute(db);
  await sql`alter table song_revisions drop constraint song_revisions_song_id_fkey,
    add constraint song_revisions_song foreign key (studio_id, song_id)
      references songs (studio_id, id) on delete cascade`.execute(db);
  await sql`alter table collection_songs add column studio_id uuid`.execute(db);
  await sql`update collection_songs set studio_id = collections.studio_id from collections
    where collections.id = collection_id`.execute(db);
  await sql`alter table collection_songs alter column studio_id set not null,
    drop constraint collection_songs_collection_id_fkey,
    drop constraint collection_songs_song_id_fkey,
    add constraint collection_songs_collection foreign key (studio_id, collection_id)
      references collections (studio_id, id) on delete cascade,
    add constraint collection_songs_song foreign key (studio_id, song_id)
      references songs (studio_id, id) on delete cascade`.execute(db);
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await sql`alter table collection_songs drop constraint collection_songs_collection,
    drop constraint collection_songs_song, drop column studio_id,
    add constraint collection_songs_collection_id_fkey foreign key (collection_id)
      references collections on delete cascade,
    add constraint collection_songs_song_id_fkey foreign key (song_id)
      references songs on delete cascade`.execute(db);
  await sql`alter table song_revisions drop constraint song_revisions_song,
    add constraint song_revisions_song_id_fkey foreign key (song_id)
      references songs on delete cascade`.execute(db);
  await sql`alter table collections drop constraint collections_of_studio`.execute(db);
  await sql`alter table songs drop constraint songs_of_studio`.execute(db);
}
