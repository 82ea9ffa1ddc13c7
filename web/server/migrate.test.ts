import { documentOf, readSongText } from "@intonazione/core/formats/json";
import type { Song } from "@intonazione/core/score";
import { DEMO_SONGS, demoSong } from "@intonazione/demo";
import { sql } from "kysely";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { createTestDatabase, TEST_SERVER, type TestDatabase } from "./database.test-kit";
import { migrate } from "./migrate";
import { ShelfRepository } from "./shelf/shelf-repository";
import { bringRowsUpToDate } from "./songs/difficulties";
import { RevisionRepository } from "./songs/revisions";
import { SongRepository } from "./songs/song-repository";

const song = demoSong(DEMO_SONGS[0]!);
const titled = (title: string): Song => ({ ...song, title });
const document = (of: Song) => JSON.stringify(documentOf(of));

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
    await migrate(db);
  });

  afterAll(() => test.drop());

  it("has every song and every version as they were, and goes on from there", async () => {
    const songs = new SongRepository(test.db, studioId);
    const titleOf = (text: Parameters<typeof readSongText>[0] | undefined) => {
      const read = text && readSongText(text);
      return read?.ok ? read.value.song.title : undefined;
    };
    expect(titleOf(await songs.find(songId))).toBe("Third");
    const past = new RevisionRepository(test.db, studioId);
    const list = (await past.list(songId))!;
    const titles = await Promise.all(
      list.map(async ({ id }) => titleOf(await past.text(songId, id))),
    );
    expect(titles).toEqual(["Third", "Aside", "Second", "First"]);
    expect(await songs.rename(songId, "Fourth")).toBe("renamed");
    expect(titleOf(await songs.find(songId))).toBe("Fourth");
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
