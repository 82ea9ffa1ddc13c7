import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualInstrument } from "../../instrument/instrument";
import { TUNING_LIBRARY } from "../../instrument/tuning-library";
import { anySong } from "../../score/song.arbitraries";
import { SONG_STATES } from "../../catalogue/wish";
import { readArchive, writeArchive } from "../files/archive";
import type { Take } from "../../takes/take";
import { isShelf, readShelf, writeShelf, type StudioShelf } from "./shelf-archive";

const DATE = new Date("2026-01-02T03:04:06Z");
const anyTitle = fc
  .string({ unit: "grapheme", minLength: 1, maxLength: 30 })
  .filter((title) => title.trim() === title && title !== "");
const anyShelf: fc.Arbitrary<StudioShelf> = fc.record({
  songs: fc.array(
    fc.tuple(anySong, anyTitle).map(([song, title]) => ({ ...song, title })),
    { maxLength: 4 },
  ),
  instruments: fc.array(
    fc.constantFrom(...TUNING_LIBRARY).map((named) => usualInstrument(named, named.name)),
    { maxLength: 4 },
  ),
  style: fc.constantFrom(
    { stringSchool: "number", fretsFrom: "nut" } as const,
    { stringSchool: "nominal", fretsFrom: "capo" } as const,
  ),
  profiles: fc.constantFrom(
    [],
    [
      {
        id: "mine",
        name: "Small hand",
        base: "usual",
        factors: {},
        player: { size: "small" as const, usesThumb: false },
      },
    ],
  ),
});

const TAKE: Take = {
  id: "take",
  name: "Rehearsal",
  kind: "stage",
  source: "",
  remarks: "",
  recording: { bytes: 1, type: "audio/wav", seconds: 1, channels: 1, hasPicture: false },
  playedCents: 23,
  loops: [],
  marks: [{ id: "mark", seconds: 0.5, kind: "section", words: "A" }],
  stills: [],
};

/** With what the studio says of its songs. */
const anyKeptShelf = anyShelf.chain((shelf) => {
  const index = fc.nat({ max: Math.max(0, shelf.songs.length - 1) });
  return fc
    .record({
      states: fc.tuple(...shelf.songs.map(() => fc.constantFrom(...SONG_STATES))),
      collections: fc.array(
        fc.record({
          name: fc.constantFrom("Autumn course", "Harbour gig"),
          songs: shelf.songs.length > 0 ? fc.uniqueArray(index) : fc.constant([]),
        }),
        { maxLength: 2 },
      ),
      takes: fc
        .uniqueArray(index, { maxLength: shelf.songs.length > 0 ? 2 : 0 })
        .map((songs) => songs.map((song) => ({ song, takes: [TAKE] }))),
    })
    .map((kept): StudioShelf => ({ ...shelf, ...kept }));
});

describe("a whole shelf as one file", () => {
  it("comes back on another machine without loss", () => {
    fc.assert(
      fc.property(fc.oneof(anyShelf, anyKeptShelf), (shelf) => {
        const file = writeShelf(shelf, DATE);
        expect(readShelf(file)).toEqual({ shelf, findings: [] });
        expect(isShelf(file)).toBe(true);
      }),
      { numRuns: 30 },
    );
  });

  it("keeps what can be read of it, and names the rest", () => {
    const songs = fc.sample(anySong, { numRuns: 3, seed: 2 });
    const whole = writeShelf(
      {
        songs,
        instruments: [],
        style: { stringSchool: "actual", fretsFrom: "capo" },
        profiles: [],
        states: ["ready", "taught", "resting"],
        collections: [{ name: "All of them", songs: [2, 1, 0] }],
        takes: [0, 1, 2].map((song) => ({ song, takes: [TAKE] })),
      },
      DATE,
    );
    const { entries } = readArchive(whole);
    const broken = entries
      .filter(({ name }) => !name.startsWith("songs/3"))
      .map(({ name, bytes }) => ({
        name,
        content: name.startsWith("songs/2") || name.startsWith("takes/1") ? "{ nothing" : bytes,
      }));
    const { shelf, findings } = readShelf(writeArchive(broken, DATE));
    expect(shelf!.songs).toEqual([songs[0]]);
    expect(shelf!.states).toEqual(["ready"]);
    expect(shelf!.collections).toEqual([{ name: "All of them", songs: [0] }]);
    expect(shelf!.takes).toEqual([]);
    expect(findings.map(({ code }) => code)).toEqual([
      "shelf-song-unread",
      "shelf-song-missing",
      "shelf-takes-unread",
    ]);
  });

  it("of a later schema is known as one, and refused with a word", () => {
    const content = JSON.stringify({ format: "intonazione-shelf", schema: 2, shelves: [] });
    const file = writeArchive([{ name: "shelf.json", content }], DATE);
    expect(isShelf(file)).toBe(true);
    expect(readShelf(file).findings.map(({ code }) => code)).toEqual(["schema-too-new"]);
  });

  it.each([
    ["text", Uint8Array.from([1, 2, 3])],
    ["another archive", writeArchive([{ name: "a.txt", content: "x" }], DATE)],
    ["a manifest of another program", writeArchive([{ name: "shelf.json", content: "{}" }], DATE)],
    ["a manifest that is none", writeArchive([{ name: "shelf.json", content: "{" }], DATE)],
  ])("%s is no shelf", (_, bytes) => {
    const { shelf, findings } = readShelf(bytes);
    expect(shelf).toBeUndefined();
    expect(isShelf(bytes)).toBe(false);
    expect(findings.map(({ code }) => code)).toEqual(["no-shelf"]);
  });
});
