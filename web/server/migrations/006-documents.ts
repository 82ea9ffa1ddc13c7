import { sql, type Kysely } from "kysely";

/**
 * Songs, instruments and profiles become documents of one table with revisions in another; `songs`
 * keeps what the shelf shows and finds. Profiles bear the id of their studio.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`create table documents (
    id uuid primary key default gen_random_uuid(),
    studio_id uuid not null references studios on delete cascade,
    kind text not null,
    number bigint generated always as identity,
    version integer not null,
    whole_version integer not null,
    created_at timestamptz not null default now(),
    updated_at timestamptz not null default now(),
    removed_at timestamptz,
    constraint documents_of_studio unique (studio_id, id)
  )`.execute(db);
  await sql`insert into documents
    (id, studio_id, kind, version, whole_version, created_at, updated_at, removed_at)
    select id, studio_id, 'song', version, whole_version, created_at, updated_at, removed_at
    from songs order by created_at, id`.execute(db);
  await sql`insert into documents
    (id, studio_id, kind, version, whole_version, created_at, updated_at)
    select id, studio_id, 'instrument', version, version, created_at, updated_at
    from instruments order by created_at, name`.execute(db);
  await sql`insert into documents (id, studio_id, kind, version, whole_version)
    select id, id, 'profiles', profiles_version, profiles_version from studios`.execute(db);

  await sql`alter table song_revisions drop constraint song_revisions_song`.execute(db);
  await sql`alter table song_revisions rename to revisions`.execute(db);
  await sql`alter table revisions rename column song_id to document_id`.execute(db);
  await sql`alter index song_revisions_accepted rename to revisions_accepted`.execute(db);
  await sql`alter index song_revisions_by_song rename to revisions_by_document`.execute(db);
  await sql`alter table revisions add constraint revisions_document
    foreign key (studio_id, document_id) references documents (studio_id, id)
    on delete cascade`.execute(db);
  await sql`insert into revisions (studio_id, document_id, version, refused, whole, created_at)
    select studio_id, id, version, false, document::text, updated_at from instruments`.execute(db);
  await sql`insert into revisions (studio_id, document_id, version, refused, whole)
    select id, id, profiles_version, false, jsonb_build_object(
      'format', 'intonazione-profiles', 'schema', 1, 'profiles', profiles)::text
    from studios`.execute(db);
  await sql`drop table instruments`.execute(db);
  await sql`alter table studios drop column profiles, drop column profiles_version`.execute(db);

  // Indexes that ask for what leaves the table leave with it.
  await sql`alter table songs
    drop column version, drop column whole_version, drop column created_at,
    drop column updated_at, drop column removed_at, alter column id drop default,
    add constraint songs_document foreign key (studio_id, id)
      references documents (studio_id, id) on delete cascade`.execute(db);
  await sql`create index songs_by_title on songs (studio_id, lower(title), id)`.execute(db);
  await sql`create index songs_by_tempo on songs (studio_id, tempo_bpm, id)`.execute(db);
  await sql`create index songs_by_difficulty on songs (studio_id, difficulty, id)`.execute(db);
  await sql`create index documents_by_change on documents (studio_id, kind, updated_at desc, id)
    where removed_at is null`.execute(db);
  await sql`create index documents_in_bin on documents (studio_id, kind, removed_at)
    where removed_at is not null`.execute(db);
}

export async function down(): Promise<void> {
  // Versions of instruments and profiles have no place in the tables of before.
  throw new Error("documents are of one table: no way back");
}
