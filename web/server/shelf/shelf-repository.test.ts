import type { StudioAccess } from "../requests/studio-access";
import {
  CATALOGUE_TECHNIQUES,
  entryOf,
  readWishes,
  satisfies,
  SHELF_SORTS,
  SONG_STATES,
  type ShelvedEntry,
  type Wish,
} from "@intonazione/core/catalogue";
import { readText, SONG_FORMAT } from "@intonazione/core/formats/json";
import { tuningById } from "@intonazione/core/instrument";
import type { Song } from "@intonazione/core/score";
import { demoSongs } from "@intonazione/demo";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { createTestDatabase, TEST_SERVER, type TestDatabase } from "../database.test-kit";
import { bringRowsUpToDate } from "../songs/difficulties";
import { Bin } from "../documents/bin";
import { DocumentRepository } from "../documents/document-repository";
import { RevisionRepository } from "../documents/revisions";
import { SONGS } from "../songs/song-kind";
import { createStudio } from "../studio-repository";
import { CollectionRepository } from "./collection-repository";
import { copySongs } from "./copy-songs";
import { ShelfRepository, type ShelfQuery } from "./shelf-repository";

/** The demo songs, varied in everything that is searched for. */
function variedSongs(): readonly Song[] {
  const tunings = ["standard", "drop-d", "half-step-down", "open-g"];
  return demoSongs().flatMap((song, order) =>
    tunings.map((id, index): Song => {
      const [first, ...others] = song.parts;
      const instrument = { ...first!.instrument, tuning: tuningById(id).tuning };
      const isSame = instrument.tuning.length === first!.instrument.tuning.length;
      const part = isSame ? { ...first!, instrument, capo: { fret: (3 * index) % 7 } } : first!;
      return {
        ...song,
        title: `${song.title} 100%_${index} \\ "x"`,
        tempoBpm: 60 + 10 * order + index,
        parts: [part, ...others],
        // What was written for one neck need not lie on another.
        lines: song.lines.filter((line) => line.partId !== part.id || !isSame),
      };
    }),
  );
}

/** What makes a song of another title out of it. */
const titled = (title: string) => ({ fields: { title: { value: title } } });

const QUERY: ShelfQuery = { wishes: [], sort: "change", isBin: false, from: 0, limit: 200 };

describe.skipIf(!TEST_SERVER)("the shelf in PostgreSQL", () => {
  let test: TestDatabase;
  let studioId: string;
  let access: StudioAccess;
  let songs: DocumentRepository<Song>;
  let shelf: ShelfRepository;
  let collections: CollectionRepository;
  let bin: Bin;
  let theirs: { shelf: ShelfRepository; bin: Bin; collections: CollectionRepository };
  let ids: readonly string[];
  const varied = variedSongs();

  beforeAll(async () => {
    test = await createTestDatabase("cards");
    const studio = await createStudio(test.db, "Ours");
    studioId = studio.id;
    access = { db: test.db, studio, afterCommit: (work) => work(test.db) };
    const other = (await createStudio(test.db, "Theirs")).id;
    songs = new DocumentRepository(SONGS, test.db, studioId);
    shelf = new ShelfRepository(test.db, studioId);
    bin = new Bin("song", test.db, studioId);
    collections = new CollectionRepository(test.db, studioId);
    theirs = {
      shelf: new ShelfRepository(test.db, other),
      bin: new Bin("song", test.db, other),
      collections: new CollectionRepository(test.db, other),
    };
    ids = await songs.createAll(varied);
    for (const [index, state] of SONG_STATES.entries()) {
      await shelf.setState(
        ids.filter((_, at) => at % 5 === index),
        state,
      );
    }
    await bringRowsUpToDate(test.db);
  });

  afterAll(() => test.drop());

  const titles = async (query: Partial<ShelfQuery>) =>
    (await shelf.page({ ...QUERY, ...query })).songs.map(({ title }) => title);

  it("finds what the core says is meant, for every kind of wish and several at once", async () => {
    const { songs: cards } = await shelf.page(QUERY);
    expect(cards).toHaveLength(varied.length);
    const entries = cards.map((card): ShelvedEntry => {
      const song = varied.find(({ title }) => title === card.title)!;
      const { difficulty, state } = card;
      return { ...entryOf(song), state, ...(difficulty !== undefined && { difficulty }) };
    });
    const said = [
      ...SONG_STATES,
      ...CATALOGUE_TECHNIQUES,
      ...["standard", "drop D", "DADGAD", "half step down", "bass standard", "electric", "bass"],
      ...["no capo", "capo", "capo 3", "capo 6", "D minor", "E minor", "G major"],
      ...["under 80", "over 100", "70-90", "tempo 81", "easy", "medium", "hard", "difficulty 3"],
      ...['"100%_1"', '"\\"', "lock gate", "KETTLE", "wader", '"%"', "drop D, under 100, ready"],
    ];
    let found = 0;
    for (const text of said) {
      const wishes: readonly Wish[] = readWishes(text).map(({ wish }) => wish);
      const wanted = entries
        .filter((entry) => wishes.every((wish) => satisfies(entry, wish)))
        .map(({ title }) => title);
      const { songs: page, total } = await shelf.page({ ...QUERY, wishes });
      expect([text, page.map(({ title }) => title)]).toEqual([text, wanted]);
      expect(total).toBe(wanted.length);
      if (wanted.length > 0 && wanted.length < entries.length) found++;
    }
    // Most of them tell songs apart; the others are found by none, or true of all.
    expect(found).toBeGreaterThan(said.length / 2);
  });

  it("sorts, a page after the other, and loses none between", async () => {
    for (const sort of SHELF_SORTS) {
      const whole = await titles({ sort });
      const pages = [];
      for (let from = 0; from < varied.length; from += 7) {
        pages.push(...(await titles({ sort, from, limit: 7 })));
      }
      expect(pages).toEqual(whole);
      expect(new Set(whole).size).toBe(varied.length);
    }
    const byTitle = await titles({ sort: "title" });
    expect(byTitle).toEqual(
      [...byTitle].sort((a, b) => (a.toLowerCase() < b.toLowerCase() ? -1 : 1)),
    );
    const { songs: byTempo } = await shelf.page({ ...QUERY, sort: "tempo" });
    const tempos = byTempo.map(({ tempoBpm }) => tempoBpm);
    expect(tempos).toEqual([...tempos].sort((a, b) => a - b));
    const { songs: byDifficulty } = await shelf.page({ ...QUERY, sort: "difficulty" });
    const levels = byDifficulty.flatMap(({ difficulty }) => difficulty ?? []);
    expect(levels.length).toBeGreaterThan(4);
    expect(levels).toEqual([...levels].sort((a, b) => a - b));
  });

  it("says what each state was, so that it can be taken back", async () => {
    const some = ids.slice(0, 3);
    const before = await shelf.setState(some, "resting");
    expect(before.map(({ state }) => state).sort()).toEqual(["in work", "ready", "wanted"]);
    expect(await theirs.shelf.setState(some, "taught")).toEqual([]);
    for (const { id, state } of before) await shelf.setState([id], state);
  });

  it("puts into the bin and brings back with everything that belongs to it", async () => {
    const [first, second] = ids as [string, string];
    const collection = (await collections.create("Autumn course"))!;
    await collections.add(collection, [first, second]);
    await songs.change(first, titled("Renamed once"));
    expect(await theirs.bin.put([first])).toBe(0);
    expect(await bin.put([first])).toBe(1);
    expect(await songs.find(first)).toBeUndefined();
    expect((await shelf.page({ ...QUERY, isBin: true })).songs.map(({ id }) => id)).toEqual([
      first,
    ]);
    expect(await titles({})).not.toContain("Renamed once");
    expect((await collections.list())[0]).toMatchObject({ songs: 1 });
    expect(await songs.change(first, titled("From the bin"))).toBe("missing");
    expect(await bin.bringBack([first])).toBe(1);
    expect(
      (await shelf.page({ ...QUERY, collectionId: collection })).songs.map(({ id }) => id),
    ).toEqual([first, second]);
    const past = new RevisionRepository("song", test.db, studioId);
    expect(await past.list(first)).toHaveLength(2);
    await collections.remove(collection);
  });

  it("keeps what is in the bin for thirty days, and empties it on request", async () => {
    const [id] = (await copySongs(access, [ids[0]!]))!;
    await bin.put([id!]);
    const days = (count: number) => new Date(Date.now() + count * 86_400_000);
    await bin.emptyOld(days(29));
    expect((await shelf.page({ ...QUERY, isBin: true })).total).toBe(1);
    await bin.emptyOld(days(31));
    expect((await shelf.page({ ...QUERY, isBin: true })).total).toBe(0);
    const [other] = (await copySongs(access, [ids[0]!]))!;
    await bin.put([other!]);
    expect(await theirs.bin.empty()).toBe(0);
    expect(await bin.empty()).toBe(1);
    expect(await bin.bringBack([other!])).toBe(0);
  });

  it("copies songs as they are now, or none of them", async () => {
    const some = ids.slice(2, 4);
    const copies = (await copySongs(access, some))!;
    const originals = await Promise.all(some.map((id) => songs.find(id)));
    for (const [index, copy] of copies.entries()) {
      const stored = (await songs.find(copy))!;
      expect(stored.version).toBe(1);
      const original = readText(SONG_FORMAT, originals[index]!);
      const read = readText(SONG_FORMAT, stored);
      if (!read.ok || !original.ok) throw new Error("unreadable");
      const { title } = original.value.value;
      expect(read.value.value).toEqual({ ...original.value.value, title: `${title} (copy)` });
    }
    const count = (await shelf.page(QUERY)).total;
    expect(await copySongs(access, [ids[0]!, crypto.randomUUID()])).toBeUndefined();
    expect((await shelf.page(QUERY)).total).toBe(count);
    await bin.put(copies);
    await bin.empty();
  });

  it("keeps collections in their own order, whatever is put in, taken out or moved", async () => {
    const id = (await collections.create("Harbour gig"))!;
    const [a, b, c, d] = ids as [string, string, string, string];
    const order = async () =>
      (await shelf.page({ ...QUERY, collectionId: id })).songs.map((card) => ids.indexOf(card.id));
    await collections.add(id, [a, b, c]);
    await collections.add(id, [b, d]);
    expect(await order()).toEqual([0, 1, 2, 3]);
    await collections.move(id, d, a);
    expect(await order()).toEqual([3, 0, 1, 2]);
    await collections.move(id, d, c);
    expect(await order()).toEqual([0, 1, 3, 2]);
    await collections.move(id, a, undefined);
    expect(await order()).toEqual([1, 3, 2, 0]);
    await collections.take(id, [d, c]);
    expect(await order()).toEqual([1, 0]);
    expect((await shelf.page({ ...QUERY, collectionId: id })).songs[0]!.collections).toEqual([id]);
    // Another studio neither sees nor changes it, nor puts its songs into ours.
    expect(await theirs.collections.list()).toEqual([]);
    expect(await theirs.collections.rename(id, "Theirs")).toBe(false);
    expect(await theirs.collections.remove(id)).toBeUndefined();
    await theirs.collections.add(id, [c]);
    await theirs.collections.take(id, [a, b]);
    await theirs.collections.move(id, a, b);
    expect(await order()).toEqual([1, 0]);
    expect(await collections.rename(id, "Quay gig")).toBe(true);
    expect((await collections.list()).map(({ name }) => name)).toEqual(["Quay gig"]);
    expect(await collections.remove(id)).toEqual([b, a]);
    expect((await shelf.page(QUERY)).total).toBe(varied.length);
  });
});
