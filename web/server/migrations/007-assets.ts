import { sql, type Kysely } from "kysely";

/** Recordings and pictures: bytes in pieces, known by what they are, and which documents name them. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table studios add column asset_quota bigint not null default 3221225472`.execute(
    db,
  );
  await sql`create table assets (
    studio_id uuid not null references studios on delete cascade,
    hash text not null check (hash ~ '^[0-9a-f]{64}$'),
    bytes bigint not null,
    type text not null,
    blob_id uuid not null,
    created_at timestamptz not null default now(),
    primary key (studio_id, hash)
  )`.execute(db);
  await sql`create table asset_uploads (
    id uuid primary key default gen_random_uuid(),
    studio_id uuid not null references studios on delete cascade,
    bytes bigint not null,
    received bigint not null default 0,
    hash text,
    updated_at timestamptz not null default now()
  )`.execute(db);
  await sql`create index asset_uploads_of_studio on asset_uploads (studio_id)`.execute(db);
  await sql`create table asset_pieces (
    studio_id uuid not null references studios on delete cascade,
    blob_id uuid not null,
    number integer not null,
    bytes bytea not null,
    primary key (blob_id, number)
  )`.execute(db);
  // Sound does not pack, and what is not packed can be read from its middle.
  await sql`alter table asset_pieces alter column bytes set storage external`.execute(db);
  await sql`create table asset_uses (
    studio_id uuid not null,
    document_id uuid not null,
    hash text not null,
    from_version integer not null,
    to_version integer,
    refused boolean not null default false,
    primary key (document_id, hash, from_version, refused),
    constraint asset_uses_document foreign key (studio_id, document_id)
      references documents (studio_id, id) on delete cascade
  )`.execute(db);
  await sql`create index asset_uses_by_hash on asset_uses (studio_id, hash)`.execute(db);
}

export async function down(db: Kysely<unknown>): Promise<void> {
  await sql`drop table asset_uses, asset_pieces, asset_uploads, assets`.execute(db);
  await sql`alter table studios drop column asset_quota`.execute(db);
}
