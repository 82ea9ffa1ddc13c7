import { sql, type Kysely } from "kysely";

/**
 * A save keeps what changed, and the whole document now and then; a song's columns say what the shelf
 * shows and finds. Old revisions stay whole until they are thinned.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`create extension if not exists pg_trgm`.execute(db);
  await sql`alter table song_revisions
    add column whole text,
    add column change text,
    add column base_version integer,
    add column name text,
    add column is_restored boolean not null default false`.execute(db);
  // Where the server can, long documents are kept in the quicker of its two compressions.
  await sql`do $$ begin
    alter table song_revisions alter column whole set compression lz4;
    alter table song_revisions alter column change set compression lz4;
  exception when others then null; end $$`.execute(db);
  await sql`update song_revisions set whole = document::text`.execute(db);
  await sql`alter table song_revisions drop column document`.execute(db);
  await sql`create index song_revisions_by_song on song_revisions (song_id, id desc)
    include (version, refused, created_at, name, is_restored)`.execute(db);

  await sql`alter table songs
    add column whole_version integer,
    add column catalogue_schema integer not null default 0,
    add column tempo_from double precision not null default 0,
    add column tempo_to double precision not null default 0,
    add column search_text text not null default '',
    add column tunings text[] not null default '{}',
    add column instruments text[] not null default '{}',
    add column capos integer[] not null default '{}',
    add column techniques text[] not null default '{}',
    add column sketch jsonb,
    add column difficulty real,
    add column difficulty_version integer not null default 0,
    add column state text not null default 'in work',
    add column removed_at timestamptz`.execute(db);
  await sql`update songs set whole_version = version`.execute(db);
  await sql`alter table songs alter column whole_version set not null, drop column document`.execute(
    db,
  );
  await sql`drop index songs_by_studio`.execute(db);
  await sql`create index songs_by_change on songs (studio_id, updated_at desc, id)
    where removed_at is null`.execute(db);
  await sql`create index songs_by_title on songs (studio_id, lower(title), id)
    where removed_at is null`.execute(db);
  await sql`create index songs_by_tempo on songs (studio_id, tempo_bpm, id)
    where removed_at is null`.execute(db);
  await sql`create index songs_by_difficulty on songs (studio_id, difficulty, id)
    where removed_at is null`.execute(db);
  await sql`create index songs_in_bin on songs (studio_id, removed_at)
    where removed_at is not null`.execute(db);
  await sql`create index songs_search on songs using gin (search_text gin_trgm_ops)`.execute(db);
  await sql`create index songs_techniques on songs using gin (techniques)`.execute(db);
  await sql`create index songs_tunings on songs using gin (tunings)`.execute(db);

  await sql`create table collections (
    id uuid primary key default gen_random_uuid(),
    studio_id uuid not null references studios on delete cascade,
    name text not null,
    created_at timestamptz not null default now()
  )`.execute(db);
  await sql`create index collections_by_studio on collections (studio_id, lower(name))`.execute(db);
  await sql`create table collection_songs (
    collection_id uuid not null references collections on delete cascade,
    song_id uuid not null references songs on delete cascade,
    position double precision not null,
    primary key (collection_id, song_id)
  )`.execute(db);
  await sql`create index collection_songs_by_song on collection_songs (song_id)`.execute(db);
}

export async function down(db: Kysely<unknown>): Promise<void> {
  // What was kept as differences cannot be made whole by the database itself.
  const { rows } = await sql<{ count: string }>`select count(*) as count from song_revisions
    where whole is null`.execute(db);
  if (Number(rows[0]?.count) > 0) throw new Error("revisions are kept as differences: no way back");
  await sql`drop table collection_songs, collections`.execute(db);
  await sql`alter table songs add column document jsonb`.execute(db);
  await sql`update songs set document = whole::jsonb from song_revisions
    where song_id = songs.id and song_revisions.version = whole_version and not refused`.execute(
    db,
  );
  await sql`alter table songs alter column document set not null,
    drop column whole_version, drop column catalogue_schema,
    drop column tempo_from, drop column tempo_to, drop column search_text, drop column tunings, drop column instruments,
    drop column capos, drop column techniques, drop column sketch, drop column difficulty,
    drop column difficulty_version, drop column state, drop column removed_at`.execute(db);
  await sql`create index songs_by_studio on songs (studio_id, updated_at desc)`.execute(db);
  await sql`alter table song_revisions add column document jsonb`.execute(db);
  await sql`update song_revisions set document = whole::jsonb`.execute(db);
  await sql`alter table song_revisions alter column document set not null,
    drop column whole, drop column change, drop column base_version, drop column name,
    drop column is_restored`.execute(db);
}
