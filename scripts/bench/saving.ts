import { differenceOf, fingerprint } from "@intonazione/core/foundation";
import type { Song } from "@intonazione/core/score";
import { Kysely, PostgresDialect, sql } from "kysely";
import { Pool } from "pg";
import { Heads } from "../../web/server/documents/heads";
import { DocumentRepository } from "../../web/server/documents/document-repository";
import { RevisionRepository, thinDocument } from "../../web/server/documents/revisions";
import { SONGS } from "../../web/server/songs/song-kind";
import type { Tables } from "../../web/server/tables";
import { longSong } from "./long-song";

/**
 * Saves and fetches of a song of 400 bars over HTTP, and how much of it is the database's; the history
 * with 300,000 revisions in the table; what a year of saves weighs. Prints milliseconds and bytes.
 */

const SAVES = 150;
const REVISIONS = 300_000;
/** A teacher's year: 200 days of 250 saves each, of which every eighth day is played here. */
const DAYS = 200;
const SAVES_A_DAY = 250;
const DAYS_PLAYED = Number(process.env["BENCH_DAYS"] ?? 25);

const base = process.env["BENCH_URL"] ?? "";
let inDatabase = 0;
const db = new Kysely<Tables>({
  dialect: new PostgresDialect({
    pool: new Pool({ connectionString: process.env["BENCH_DATABASE"] }),
  }),
  log: ({ queryDurationMillis }) => {
    inDatabase += queryDurationMillis;
  },
});
const studio = await db.selectFrom("studios").select("id").executeTakeFirstOrThrow();

/** The repository of songs that remembers none yet. */
const songsWith = (around: { readonly now?: () => Date }) =>
  new DocumentRepository(SONGS, db, studio.id, { ...around, heads: new Heads() });

async function timed<Value>(times: number[], work: () => Promise<Value>): Promise<Value> {
  const start = performance.now();
  const value = await work();
  times.push(performance.now() - start);
  return value;
}

/** One fret of one bar changed, another each time. */
function edited(song: Song, round: number): Song {
  const at = (round * 7) % song.lines.length;
  const line = song.lines[at]!;
  const bar = line.bars[round % line.bars.length]!;
  const events = bar.events.map((event, index) =>
    index > 0 ? event : { ...event, note: `round ${round}` },
  );
  const bars = line.bars.with(round % line.bars.length, { ...bar, events });
  return { ...song, lines: song.lines.with(at, { ...line, bars }) };
}

const change = (before: Song, after: Song, baseVersion: number) => ({
  baseVersion,
  difference: differenceOf(before, after),
  fingerprint: fingerprint(after),
});

async function overHttp() {
  const post = { "Content-Type": "application/json" };
  const start = longSong(400, 8);
  const made = await fetch(`${base}/api/songs`, {
    method: "POST",
    headers: post,
    body: JSON.stringify({ value: start }),
  });
  const { id } = (await made.json()) as { id: string };
  const saving: number[] = [];
  const fetching: number[] = [];
  let before = start;
  for (let version = 1; version <= SAVES; version++) {
    const after = edited(before, version);
    const body = JSON.stringify(change(before, after, version));
    const answer = await timed(saving, () =>
      fetch(`${base}/api/songs/${id}`, { method: "PUT", headers: post, body }),
    );
    if (!answer.ok) throw new Error(`a save was answered with ${answer.status}`);
    await answer.text();
    await timed(fetching, async () => (await fetch(`${base}/api/songs/${id}`)).text());
    before = after;
  }
  return { saving, fetching, bytes: JSON.stringify(start).length };
}

/** The same on the repository, with what the database took of it. */
async function ofTheDatabase() {
  const songs = songsWith({});
  const start = longSong(400, 8);
  const { id } = (await songs.create(start))!;
  const saving: number[] = [];
  const fetching: number[] = [];
  let before = start;
  for (let version = 1; version <= SAVES; version++) {
    const after = edited(before, version);
    inDatabase = 0;
    await songs.save(id, change(before, after, version));
    saving.push(inDatabase);
    inDatabase = 0;
    await songs.find(id);
    fetching.push(inDatabase);
    before = after;
  }
  return { saving, fetching };
}

async function history() {
  const songs = songsWith({});
  const past = new RevisionRepository("song", db, studio.id);
  const ids = await songs.createAll(Array.from({ length: 100 }, () => longSong(16, 8)));
  await sql`insert into revisions (studio_id, document_id, version, refused, change, base_version)
    select ${studio.id}, (array[${sql.join(ids.map((id) => sql`${id}::uuid`))}])[1 + n % 100],
      2 + n / 100, false, '{"fields":{}}', 1 + n / 100
    from generate_series(0, ${sql.lit(REVISIONS - 1)}) as n`.execute(db);
  await sql`analyze revisions`.execute(db);
  const listing: number[] = [];
  for (const id of ids.slice(0, 50)) await timed(listing, () => past.list(id));
  await sql`delete from documents where id in (${sql.join(ids)})`.execute(db);
  await sql`vacuum full revisions`.execute(db);
  return listing;
}

async function bytesOfRevisions(): Promise<number> {
  const { rows } = await sql<{ bytes: string }>`
    select pg_total_relation_size('revisions') as bytes`.execute(db);
  return Number(rows[0]?.bytes);
}

/** Some days of a year, spread over it, with everything thinned as it would be at its end. */
async function year() {
  const before = await bytesOfRevisions();
  let now = Date.UTC(2026, 0, 1, 9);
  const songs = songsWith({ now: () => new Date(now) });
  let song = longSong(400, 8);
  const { id } = (await songs.create(song))!;
  let version = 1;
  for (let day = 0; day < DAYS_PLAYED; day++) {
    now = Date.UTC(2026, 0, 1 + Math.round((day * 365) / DAYS_PLAYED), 9);
    for (let save = 0; save < SAVES_A_DAY; save++) {
      // An hour and a half of work a day.
      now += 22_000;
      const after = edited(song, version);
      const outcome = await songs.save(id, change(song, after, version));
      if (outcome.kind !== "saved") throw new Error(outcome.kind);
      version++;
      song = after;
    }
    await thinDocument(db, SONGS.format, id, new Date(now));
  }
  const { count } = await db
    .selectFrom("revisions")
    .select(({ fn }) => fn.countAll<string>().as("count"))
    .where("document_id", "=", id)
    .executeTakeFirstOrThrow();
  const bytes = (await bytesOfRevisions()) - before;
  return { bytes: (bytes * DAYS) / DAYS_PLAYED, saves: DAYS * SAVES_A_DAY, kept: Number(count) };
}

const http = await overHttp();
const database = await ofTheDatabase();
const listing = await history();
const aYear = await year();
await db.destroy();
process.stdout.write(JSON.stringify({ http, database, listing, year: aYear }));
