import { differenceOf, fingerprint } from "@intonazione/core/foundation";
import { readText } from "@intonazione/core/formats/json";
import type { Instrument } from "@intonazione/core/instrument";
import type { OwnProfile } from "@intonazione/core/placement";
import type { Take } from "@intonazione/core/takes";
import { demoRack, demoSong, DEMO_SONGS } from "@intonazione/demo";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { createTestDatabase, TEST_SERVER, type TestDatabase } from "../database.test-kit";
import { SONGS } from "../songs/song-kind";
import { createStudio } from "../studio-repository";
import { INSTRUMENTS, PROFILES } from "../studio-documents";
import { TAKES } from "../takes/takes-kind";
import { Bin } from "./bin";
import type { DocumentKind } from "./document-kind";
import { DocumentRepository } from "./document-repository";
import { Heads } from "./heads";
import { RevisionRepository, thinDocument } from "./revisions";

const profile = (name: string): OwnProfile => ({
  id: name,
  name,
  base: "usual",
  factors: {},
  player: { size: "small", usesThumb: false },
});
const take = (name: string): Take => ({
  id: name,
  name,
  kind: "record",
  source: "",
  remarks: "",
  recording: { bytes: 1, type: "audio/wav", seconds: 1, channels: 1, hasPicture: false },
  playedCents: 0,
  loops: [],
  marks: [],
  stills: [],
});
const [guitar] = demoRack() as [Instrument];
const song = demoSong(DEMO_SONGS[0]!);

/** A kind with a row of values, each of which differs from the one before. */
interface Case {
  readonly kind: DocumentKind<unknown>;
  readonly value: (round: number) => unknown;
}
const CASES = [
  { kind: SONGS, value: (round: number) => ({ ...song, title: `Round ${round}` }) },
  { kind: INSTRUMENTS, value: (round: number) => ({ ...guitar, name: `Round ${round}` }) },
  { kind: TAKES, value: (round: number) => [take(`Round ${round}`), take("Another")] },
  { kind: PROFILES, value: (round: number) => [profile(`Round ${round}`), profile("Another")] },
] as readonly Case[];

describe.skipIf(!TEST_SERVER).each(CASES)("a document of the kind $kind.format.name", (one) => {
  const { kind, value } = one;
  const { name } = kind.format;
  let test: TestDatabase;
  let studioId: string;
  let otherId: string;
  let now = new Date("2026-03-01T10:00:00Z");
  const documents = (studio = studioId) =>
    new DocumentRepository(kind, test.db, studio, { now: () => now, heads: new Heads() });
  const change = (round: number, baseVersion: number) => ({
    baseVersion,
    difference: JSON.parse(JSON.stringify(differenceOf(value(round - 1), value(round)))) as unknown,
    fingerprint: fingerprint(value(round)),
  });

  beforeAll(async () => {
    test = await createTestDatabase(`kind_${name}`);
    studioId = (await createStudio(test.db, "Ours")).id;
    otherId = (await createStudio(test.db, "Theirs")).id;
  });
  afterAll(() => test.drop());

  it("is saved by its changes, refused when stale and kept aside then, and remembers its past", async () => {
    const { id } = (await documents().create(value(1)))!;
    for (let round = 2; round <= 70; round++) {
      now = new Date(now.getTime() + 60_000);
      expect(await documents().save(id, change(round, round - 1))).toMatchObject({
        kind: "saved",
        version: round,
      });
    }
    expect(await documents().save(id, change(3, 2))).toEqual({ kind: "stale", version: 70 });
    const held = (await documents().list()).find((document) => document.id === id);
    expect(held).toEqual({ id, version: 70, value: value(70) });
    const past = new RevisionRepository(name, test.db, studioId);
    const roundOf = async (revisionId: string) => {
      const text = await past.text(id, revisionId);
      const read = text && readText(kind.format, text);
      return read?.ok ? read.value.value : read;
    };
    const list = (await past.list(id))!;
    expect(list.map(({ isAside }) => isAside)).toEqual([true, ...Array<boolean>(70).fill(false)]);
    for (const revision of [list[0]!, list[1]!, list[5]!, list[6]!, list[40]!, list[70]!]) {
      const round = revision.isAside ? 3 : revision.version;
      expect(await roundOf(revision.id)).toEqual(value(round));
    }
    now = new Date("2026-03-03T10:00:00Z");
    expect(await thinDocument(test.db, kind.format, id, now)).toBeGreaterThan(50);
    for (const { id: revisionId, isAside, version } of (await past.list(id))!) {
      expect(await roundOf(revisionId)).toEqual(value(isAside ? 3 : version));
    }
  });

  it("is nobody's but its studio's, and no document of another kind", async () => {
    const { id } = (await documents().create(value(1)))!;
    const strangers = [
      documents(otherId),
      ...CASES.filter((other) => other.kind !== kind).map(
        (other) => new DocumentRepository(other.kind, test.db, studioId, { heads: new Heads() }),
      ),
    ];
    for (const stranger of strangers) {
      expect(await stranger.find(id)).toBeUndefined();
      expect(await stranger.save(id, { baseVersion: 1, value: value(2) })).not.toMatchObject({
        kind: "saved",
      });
      expect(await stranger.save(id, change(2, 1))).toEqual({ kind: "missing" });
      expect(await stranger.change(id, change(2, 1).difference)).toBe("missing");
      expect(await stranger.remove(id)).toBe(false);
    }
    for (const past of [
      new RevisionRepository(name, test.db, otherId),
      new RevisionRepository("another", test.db, studioId),
    ]) {
      expect(await past.list(id)).toBeUndefined();
      expect(await past.text(id, "1")).toBeUndefined();
      expect(await past.mark(id, "1", { name: "Mine" })).toBe(false);
    }
    expect(await documents().find(id)).toMatchObject({ version: 1 });
  });

  it("is not there while it is in the bin, and is whole again when it comes back", async () => {
    const { id } = (await documents().create(value(1)))!;
    const bin = new Bin(name, test.db, studioId);
    expect(await new Bin("another", test.db, studioId).put([id])).toBe(0);
    expect(await new Bin(name, test.db, otherId).put([id])).toBe(0);
    expect(await bin.put([id])).toBe(1);
    expect(await bin.put([id])).toBe(0);
    expect(await documents().find(id)).toBeUndefined();
    expect(await documents().save(id, change(2, 1))).toEqual({ kind: "missing" });
    expect(await bin.bringBack([id])).toBe(1);
    expect(await documents().save(id, change(2, 1))).toMatchObject({ kind: "saved" });
    await bin.put([id]);
    expect(await bin.empty()).toBe(1);
    const left = test.db.selectFrom("revisions").select("id").where("document_id", "=", id);
    expect(await left.execute()).toEqual([]);
  });
});
