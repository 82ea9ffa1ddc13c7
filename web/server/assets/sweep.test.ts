import { readText } from "@intonazione/core/formats/json";
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { createTestDatabase, TEST_SERVER, type TestDatabase } from "../database.test-kit";
import { Bin } from "../documents/bin";
import type { DocumentKind } from "../documents/document-kind";
import { DocumentRepository } from "../documents/document-repository";
import { Heads } from "../documents/heads";
import { RevisionRepository, thinDocument } from "../documents/revisions";
import { createStudio } from "../studio-repository";
import { AssetRepository } from "./asset-repository";
import { sweepAssets } from "./sweep";

/** A lesson that names the recordings it plays. */
interface Lesson {
  readonly takes: readonly string[];
}
const LESSONS: DocumentKind<Lesson> = {
  format: {
    name: "lesson",
    format: "test-lesson",
    schema: 1,
    migrate: (plain) => plain,
    read: (plain) => ({ ok: true, value: plain as Lesson }),
  },
  maxBytes: 1000,
  assetsOf: ({ takes }) => takes,
};

const DAY_MS = 86_400_000;
const HASHES = ["a", "b", "c", "d"].map((letter) => letter.repeat(64));
const takes = fc.uniqueArray(fc.constantFrom(...HASHES), { maxLength: 3 });
const lesson = fc.nat({ max: 1 });
const anyHappening = fc.oneof(
  fc.record({ kind: fc.constant("save" as const), lesson, takes }),
  fc.record({ kind: fc.constant("save" as const), lesson, takes }),
  fc.record({ kind: fc.constant("save from an old version" as const), lesson, takes }),
  fc.record({ kind: fc.constant("wait" as const), days: fc.integer({ min: 1, max: 60 }) }),
  fc.record({ kind: fc.constantFrom("bin" as const, "bring back" as const), lesson }),
);

describe.skipIf(!TEST_SERVER)("assets that documents name", () => {
  let test: TestDatabase;
  let studioId: string;
  let now = new Date("2026-03-01T10:00:00Z");

  beforeAll(async () => {
    test = await createTestDatabase("sweep");
    studioId = (await createStudio(test.db, "Ours")).id;
  });
  afterAll(() => test.drop());

  /** Nothing is thinned behind our back. */
  const lessons = () =>
    new DocumentRepository(LESSONS, test.db, studioId, {
      now: () => now,
      heads: new Heads(),
      afterCommit: () => undefined,
    });
  /** Bytes under a hash: what they are does not matter here. */
  const keep = (hash: string) =>
    test.db
      .insertInto("assets")
      .values({
        studio_id: studioId,
        hash,
        bytes: 1,
        type: "audio/wav",
        blob_id: crypto.randomUUID(),
        created_at: now,
      })
      .onConflict((known) => known.columns(["studio_id", "hash"]).doUpdateSet({ created_at: now }))
      .execute();
  const kept = async () => {
    const list = await new AssetRepository(test.db, studioId).list();
    return list.map(({ hash }) => hash);
  };

  /** What the newest version or a kept one of the past names, found by reading every one of them. */
  async function named(ids: readonly string[]): Promise<ReadonlySet<string>> {
    const past = new RevisionRepository("lesson", test.db, studioId);
    const all = new Set<string>();
    for (const id of ids) {
      for (const { id: revisionId } of (await past.list(id)) ?? []) {
        const text = await past.text(id, revisionId);
        const read = text && readText(LESSONS.format, text);
        if (!read?.ok) throw new Error("a version cannot be read");
        for (const hash of read.value.value.takes) all.add(hash);
      }
    }
    return all;
  }

  it("stay as long as any version that is kept names them, and not longer", async () => {
    let swept = 0;
    let held = 0;
    await fc.assert(
      fc.asyncProperty(
        fc.array(anyHappening, { minLength: 3, maxLength: 18 }),
        async (happenings) => {
          await test.db.deleteFrom("documents").where("kind", "=", "lesson").execute();
          const ids = [
            (await lessons().create({ takes: [] }))!.id,
            (await lessons().create({ takes: [HASHES[0]!] }))!.id,
          ];
          const bin = new Bin("lesson", test.db, studioId);
          for (const hash of HASHES) await keep(hash);
          for (const happening of happenings) {
            now = new Date(now.getTime() + 60_000);
            if (happening.kind === "wait") {
              now = new Date(now.getTime() + happening.days * DAY_MS);
              for (const id of ids) await thinDocument(test.db, LESSONS.format, id, now);
            } else {
              const id = ids[happening.lesson]!;
              const version = (await lessons().find(id))?.version;
              switch (happening.kind) {
                case "bin":
                  await bin.put([id]);
                  break;
                case "bring back":
                  await bin.bringBack([id]);
                  break;
                default: {
                  const isOld = happening.kind === "save from an old version";
                  if (version === undefined || (isOld && version === 1)) break;
                  const baseVersion = isOld ? version - 1 : version;
                  // Who names bytes has just sent them.
                  for (const hash of happening.takes) await keep(hash);
                  await lessons().save(id, { baseVersion, value: { takes: happening.takes } });
                }
              }
            }
            await sweepAssets(test.db, now);
            const wanted = await named(ids);
            const here = await kept();
            for (const hash of wanted) expect(here).toContain(hash);
            held += wanted.size;
          }
          now = new Date(now.getTime() + 2 * DAY_MS);
          await sweepAssets(test.db, now);
          expect(new Set(await kept())).toEqual(await named(ids));
          for (const id of ids) await lessons().remove(id);
          swept += await sweepAssets(test.db, now);
          expect(await kept()).toEqual([]);
        },
      ),
      { numRuns: 25 },
    );
    expect([held > 50, swept > 10]).toEqual([true, true]);
  });

  it("that nobody names yet are given a day, and so are uploads that nobody goes on with", async () => {
    await test.db.deleteFrom("assets").execute();
    await keep(HASHES[0]!);
    const upload = { studio_id: studioId, bytes: 10, updated_at: now };
    await test.db.insertInto("asset_uploads").values(upload).execute();
    await test.db
      .insertInto("asset_uploads")
      .values({ ...upload, hash: HASHES[0]! })
      .execute();
    const left = async (days: number) => {
      await sweepAssets(test.db, new Date(now.getTime() + days * DAY_MS));
      const uploads = await test.db.selectFrom("asset_uploads").select("hash").execute();
      return [(await kept()).length, uploads.length];
    };
    expect(await left(0.9)).toEqual([1, 2]);
    expect(await left(1.1)).toEqual([0, 0]);
  });
});
