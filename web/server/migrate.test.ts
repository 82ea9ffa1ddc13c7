import {
  documentOf,
  readText,
  SONG_FORMAT,
  type DocumentText,
} from "@intonazione/core/formats/json";
import type { Song } from "@intonazione/core/score";
import { demoRack, DEMO_SONGS, demoSong } from "@intonazione/demo";
import { sql } from "kysely";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { createTestDatabase, TEST_SERVER, type TestDatabase } from "./database.test-kit";
import { migrate } from "./migrate";
import { ShelfRepository } from "./shelf/shelf-repository";
import { bringRowsUpToDate } from "./songs/difficulties";
import { DocumentRepository } from "./documents/document-repository";
import { RevisionRepository } from "./documents/revisions";
import { SONGS } from "./songs/song-kind";
import { profilesIn } from "./studio-api";
import { INSTRUMENTS, PROFILES } from "./studio-documents";

const song = demoSong(DEMO_SONGS[0]!);
const [guitar] = demoRack();
const profile = {
  id: "small-hands",
  name: "Small hands",
  base: "usual",
  factors: { stretches: 2 },
  player: { size: "small", usesThumb: false },
};
const titled = (title: string): Song => ({ ...song, title });
const document = (of: Song) => JSON.stringify(documentOf(SONG_FORMAT, of));

describe.skipIf(!TEST_SERVER)("a database of an earlier release", () => {
  let test: TestDatabase;
  let studioId: string;
  let songId: string;

  beforeAll(async () => {
    test = await createTestDatabase("migrated", "003-profiles");
    const { db } = test;
    const studio = await sql<{ id: string }>`insert into studios (name) values ('Ours')
      returning id`.execute(db);
    studioId = studio.rows[0]!.id;
    const stored = await sql<{ id: string }>`
      insert into songs (studio_id, version, document, title, key_name, tempo_bpm, parts, bar_count)
      values (${studioId}, 3, ${document(titled("Third"))}, 'Third', 'D minor', 96, '[]', 12)
      returning id`.execute(db);
    songId = stored.rows[0]!.id;
    for (const [version, refused, title] of [
      [1, false, "First"],
      [2, false, "Second"],
      [1, true, "Aside"],
      [3, false, "Third"],
    ] as const) {
      await sql`insert into song_revisions (studio_id, song_id, version, refused, document)
        values (${studioId}, ${songId}, ${version}, ${refused}, ${document(titled(title))})`.execute(
        db,
      );
    }
    for (const [name, version] of [
      ["Later of one moment", 4],
      ["Earlier of one moment", 1],
    ] as const) {
      const document = {
        format: "intonazione-instrument",
        schema: 2,
        instrument: { ...guitar, name },
      };
      await sql`insert into instruments (studio_id, version, name, document, created_at)
        values (${studioId}, ${version}, ${name}, ${JSON.stringify(document)}, '2026-01-01')`.execute(
        db,
      );
    }
    await sql`update studios set profiles = ${JSON.stringify([profile])}, profiles_version = 7`.execute(
      db,
    );
    await migrate(db);
  });

  afterAll(() => test.drop());

  it("has every song and every version as they were, and goes on from there", async () => {
    const songs = new DocumentRepository(SONGS, test.db, studioId);
    const titleOf = (text: DocumentText | undefined) => {
      const read = text && readText(SONG_FORMAT, text);
      return read?.ok ? read.value.value.title : undefined;
    };
    expect(titleOf(await songs.find(songId))).toBe("Third");
    const past = new RevisionRepository("song", test.db, studioId);
    const list = (await past.list(songId))!;
    const titles = await Promise.all(
      list.map(async ({ id }) => titleOf(await past.text(songId, id))),
    );
    expect(titles).toEqual(["Third", "Aside", "Second", "First"]);
    expect(await songs.change(songId, { fields: { title: { value: "Fourth" } } })).toBe("saved");
    expect(titleOf(await songs.find(songId))).toBe("Fourth");
  });

  it("has its rack in order and its profiles, under their versions, and goes on from there", async () => {
    const rack = new DocumentRepository(INSTRUMENTS, test.db, studioId);
    const [first, second] = await rack.list();
    expect([first, second].map((one) => [one?.value.name, one?.version])).toEqual([
      ["Earlier of one moment", 1],
      ["Later of one moment", 4],
    ]);
    expect(first!.value).toEqual({ ...guitar, name: "Earlier of one moment" });
    const renamed = { fields: { name: { value: "Renamed" } } };
    expect(await rack.change(second!.id, renamed)).toBe("saved");
    expect((await rack.list())[1]).toMatchObject({ version: 5, value: { name: "Renamed" } });
    const profiles = new DocumentRepository(PROFILES, test.db, studioId);
    expect(await profilesIn(profiles, studioId)).toEqual({
      id: studioId,
      version: 7,
      value: [profile],
    });
    expect(await profiles.save(studioId, { baseVersion: 7, value: [] })).toMatchObject({
      version: 8,
    });
  });

  it("has cards that say everything as soon as rows are brought up to date", async () => {
    const shelf = new ShelfRepository(test.db, studioId);
    await bringRowsUpToDate(test.db);
    const wishes = [{ kind: "technique", technique: "slide" }] as const;
    const query = { wishes, sort: "change", isBin: false, from: 0, limit: 10 } as const;
    const { songs } = await shelf.page(query);
    expect(songs).toMatchObject([{ id: songId, title: "Fourth", state: "in work" }]);
    expect(songs[0]!.sketch!.figures.length).toBeGreaterThan(4);
    expect(songs[0]!.difficulty).toBeGreaterThan(1);
  });
});
