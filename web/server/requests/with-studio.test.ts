import { sql } from "kysely";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { demoRack, demoSong, DEMO_SONGS } from "@intonazione/demo";
import { database } from "../database";
import { serveTestDatabase, TEST_SERVER, type TestDatabase } from "../database.test-kit";
import { DocumentRepository } from "../documents/document-repository";
import { CollectionRepository } from "../shelf/collection-repository";
import { SONGS } from "../songs/song-kind";
import { INSTRUMENTS } from "../studio-documents";
import { createStudio } from "../studio-repository";
import type { StudioAccess } from "./studio-access";
import { withStudio } from "./with-studio";

const asked = () => new Request("http://127.0.0.1/api/songs");
const [instrument] = demoRack();

describe.skipIf(!TEST_SERVER)("a request of a studio", () => {
  let test: TestDatabase;
  let studioId: string;

  beforeAll(async () => {
    test = await serveTestDatabase("with-studio");
    studioId = (await createStudio(test.db, "Ours")).id;
  });

  afterAll(() => test.drop());

  const rack = () => new DocumentRepository(INSTRUMENTS, test.db, studioId).list();
  const put = ({ db, studio }: StudioAccess) =>
    new DocumentRepository(INSTRUMENTS, db, studio.id).create(instrument!);

  it("runs in one transaction that names the studio, and in no other", async () => {
    const inDatabase = sql<{ studio: string | null }>`
      select current_setting('intonazione.studio', true) as studio`;
    const answer = await withStudio(asked(), async ({ db, studio }) => {
      const { rows } = await inDatabase.execute(db);
      return Response.json({ isOpen: db.isTransaction, studio: studio.id, ...rows[0] });
    });
    expect(await answer.json()).toEqual({ isOpen: true, studio: studioId });
    for (let again = 0; again < 10; again++) {
      const { rows } = await inDatabase.execute(database());
      expect(rows[0]!.studio ?? "").toBe("");
    }
  });

  it("keeps what it wrote where it answers, a refusal too, and nothing where it throws", async () => {
    vi.spyOn(console, "error").mockImplementation(() => undefined);
    const order: string[] = [];
    const failed = await withStudio(asked(), async (access) => {
      await put(access);
      access.afterCommit(() => order.push("after what failed"));
      throw new Error("the disk is full");
    });
    vi.restoreAllMocks();
    expect([failed.status, (await rack()).length]).toEqual([500, 0]);
    const refused = await withStudio(asked(), async (access) => {
      await put(access);
      access.afterCommit((db) => order.push(db.isTransaction ? "within" : "after"));
      order.push("answer");
      return new Response(null, { status: 409 });
    });
    expect([refused.status, (await rack()).length]).toEqual([409, 1]);
    expect(order).toEqual(["answer", "after"]);
  });

  it("reads its body before it takes a connection", async () => {
    const answer = await withStudio(
      asked(),
      async () => ({ ok: false, response: new Response(null, { status: 413 }) }),
      () => Promise.reject(new Error("never asked")),
    );
    expect(answer.status).toBe(413);
  });

  it("cannot put what is another studio's into its own, whatever the code does", async () => {
    const theirs = await createStudio(test.db, "Theirs");
    const song = demoSong(DEMO_SONGS[1]!);
    const { id: songId } = (await new DocumentRepository(SONGS, test.db, studioId).create(song))!;
    const collection = await new CollectionRepository(test.db, theirs.id).create("Course");
    const into = { studio_id: theirs.id, collection_id: collection!, song_id: songId, position: 1 };
    const add = test.db.insertInto("collection_songs").values(into);
    await expect(add.execute()).rejects.toThrow(/foreign key/u);
    const revision = { studio_id: theirs.id, document_id: songId, version: 9, refused: true };
    const write = test.db.insertInto("revisions").values(revision);
    await expect(write.execute()).rejects.toThrow(/foreign key/u);
  });
});
