import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { INSTRUMENT_KINDS } from "../instrument/instrument";
import { formatTuning } from "../instrument/tuning";
import { TUNING_LIBRARY, tuningById } from "../instrument/tuning-library";
import { displayKey, parseKey } from "../pitch/key";
import { songSaid } from "../review/review.test-kit";
import { anySong } from "../score/song.arbitraries";
import { eventsOf } from "../score/bar";
import { notesOf } from "../score/event";
import { entryOf } from "./entry";
import { readWishes, sayWish } from "./read-wishes";
import { songDifficulty } from "./song-difficulty";
import { CATALOGUE_TECHNIQUES, TECHNIQUE_WORDS } from "./techniques.data";
import { satisfies, SONG_STATES, type ShelvedEntry, type Wish } from "./wish";

const wishesOf = (text: string) => readWishes(text).map(({ wish }) => wish);
const openOf = (id: string) => formatTuning(tuningById(id).tuning);
const dropD: Wish = { kind: "tuning", name: "Drop D", open: openOf("drop-d") };
const slide: Wish = { kind: "technique", technique: "slide" };

describe("what a teacher looks for", () => {
  it.each<[string, readonly Wish[]]>([
    ["drop D, slide, under 110", [dropD, slide, { kind: "tempo", to: 110 }]],
    ["drop D slide under 110", [dropD, slide, { kind: "tempo", to: 110 }]],
    ["DADGBE", [dropD]],
    ["6th to D", [dropD]],
    ["lanterns", [{ kind: "words", text: "lanterns" }]],
    ["lock gate slides", [{ kind: "words", text: "lock gate" }, slide]],
    ['"slide"', [{ kind: "words", text: "slide" }]],
    [
      '"drop D" capo 3',
      [
        { kind: "words", text: "drop D" },
        { kind: "capo", fret: 3 },
      ],
    ],
    [
      "no capo; bass",
      [
        { kind: "capo", fret: 0 },
        { kind: "instrument", instrument: "bass" },
      ],
    ],
    ["slide guitar", [{ kind: "instrument", instrument: "slide" }]],
    ["E minor", [{ kind: "key", keyName: "E minor" }]],
    ["in F#m", [{ kind: "key", keyName: "F♯ minor" }]],
    [
      "80-110, tempo 96",
      [
        { kind: "tempo", from: 80, to: 110 },
        { kind: "tempo", from: 96, to: 96 },
      ],
    ],
    ["over 140 bpm", [{ kind: "tempo", from: 140 }]],
    ["difficulty under 4", [{ kind: "difficulty", to: 4 }]],
    [
      "easy, ready",
      [
        { kind: "difficulty", to: 3.9 },
        { kind: "state", state: "ready" },
      ],
    ],
    ["in work", [{ kind: "state", state: "in work" }]],
    [
      "palm muted hammer-ons",
      [
        { kind: "technique", technique: "palm mute" },
        { kind: "technique", technique: "hammer-on" },
      ],
    ],
    ["A", [{ kind: "words", text: "A" }]],
    ["  , ;; ", []],
  ])("%s", (text, wishes) => {
    expect(wishesOf(text)).toEqual(wishes);
  });

  const anyNumber = fc.integer({ min: 0, max: 400 });
  const anyRange = fc.oneof(
    anyNumber.map((to) => ({ to })),
    anyNumber.map((from) => ({ from })),
    fc.tuple(anyNumber, anyNumber).map(([a, b]) => ({ from: Math.min(a, b), to: Math.max(a, b) })),
  );
  const anyWish: fc.Arbitrary<Wish> = fc.oneof(
    fc
      .stringMatching(/^[A-Za-z0-9 ,'-]{1,20}$/u)
      .map((text) => text.trim().replaceAll(/\s+/gu, " "))
      .filter((text) => text !== "")
      .map((text): Wish => ({ kind: "words", text })),
    fc.constantFrom(...TUNING_LIBRARY).map(({ name, tuning, family }): Wish => {
      const [read] = readWishes(formatTuning(tuning));
      return read?.wish.kind === "tuning"
        ? read.wish
        : { kind: "tuning", name: `${name} ${family}`, open: formatTuning(tuning) };
    }),
    fc
      .constantFrom(...INSTRUMENT_KINDS.filter((kind) => kind !== "other"))
      .map((instrument): Wish => ({ kind: "instrument", instrument })),
    fc.constantFrom(0, 1, 7, 12, "any" as const).map((fret): Wish => ({ kind: "capo", fret })),
    fc.constantFrom("E minor", "Bb major", "F# minor").map((text): Wish => {
      const key = parseKey(text);
      return { kind: "key", keyName: key.ok ? displayKey(key.value) : "" };
    }),
    fc
      .constantFrom(...CATALOGUE_TECHNIQUES)
      .map((technique): Wish => ({ kind: "technique", technique })),
    anyRange.map((range): Wish => ({ kind: "tempo", ...range })),
    fc.constantFrom(...SONG_STATES).map((state): Wish => ({ kind: "state", state })),
  );

  it("can be said again, each wish by itself", () => {
    fc.assert(
      fc.property(anyWish, (wish) => {
        const said = wish.kind === "words" && wish.text.includes(",") ? undefined : sayWish(wish);
        if (said !== undefined) expect(wishesOf(said)).toEqual([wish]);
      }),
      { numRuns: 300 },
    );
  });

  it("never throws, and leaves no word out", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        const words = readWishes(text)
          .map((one) => one.words)
          .join(" ");
        const letters = (one: string) => one.replaceAll(/[\s,;"]/gu, "");
        expect(letters(words)).toBe(letters(text));
      }),
    );
  });

  it("names every technique that a score can have", () => {
    for (const technique of Object.values(TECHNIQUE_WORDS)) {
      expect(CATALOGUE_TECHNIQUES).toContain(technique);
    }
    fc.assert(
      fc.property(anySong, (song) => {
        const entry = entryOf(song);
        const kinds = song.lines.flatMap(({ bars }) =>
          eventsOf(bars).flatMap((event) => [
            ...(event.kind === "notes" ? event.techniques.map(({ kind }) => kind) : []),
            ...notesOf(event).flatMap((note) =>
              note.kind === "pitched" ? note.techniques.map(({ kind }) => kind) : [],
            ),
          ]),
        );
        if (kinds.some((kind) => kind !== "tie"))
          expect(entry.techniques.length).toBeGreaterThan(0);
        else
          expect(entry.techniques.filter((one) => one === "slide" || one === "bend")).toEqual([]);
      }),
    );
  });
});

describe("what a shelf knows of a song", () => {
  const song = songSaid({
    parts: [
      { callouts: ["{Dm} '8 E0 E0s3 A0h2 pm[E0 E0] D2+G2", "at 140 '1 E0"], tuning: "drop-d" },
      { callouts: ["'1 E1", ""], tuning: "bass-standard", capo: { fret: 2 } },
    ],
    key: "D minor",
    tempoBpm: 92,
  });

  it("is what it says itself", () => {
    expect(entryOf(song)).toMatchObject({
      keyName: "D minor",
      tempoBpm: 92,
      tempoFrom: 92,
      tempoTo: 140,
      barCount: 2,
      techniques: ["hammer-on", "palm mute", "slide"],
      parts: [
        { tuning: "Drop D", open: "D2 A2 D3 G3 B3 E4", capo: 0, kind: "electric" },
        { kind: "bass", capo: 2 },
      ],
    });
  });

  it("has a sketch of its first bars, every figure on a string and in order", () => {
    const { sketch } = entryOf(song);
    expect(sketch).toEqual({
      strings: 6,
      barLines: [],
      figures: [
        [0, 6, "0"],
        [0.125, 6, "0"],
        [0.25, 6, "3"],
        [0.375, 5, "0"],
        [0.5, 5, "2"],
        [0.625, 6, "0"],
        [0.75, 6, "0"],
        [0.875, 4, "2"],
        [0.875, 3, "2"],
      ],
    });
  });

  it("stays within its picture for any song", () => {
    fc.assert(
      fc.property(anySong, (any) => {
        const { sketch } = entryOf(any);
        if (!sketch) return;
        for (const [at, string, words] of sketch.figures) {
          expect(at >= 0 && at <= 1).toBe(true);
          expect(string >= 1 && string <= sketch.strings).toBe(true);
          expect(words).toMatch(/^(\d+|x)$/u);
        }
      }),
    );
  });

  it("satisfies each wish that is true of it, and no other", () => {
    const entry: ShelvedEntry = {
      ...entryOf(song),
      title: "Tin Roof",
      state: "ready",
      difficulty: 3,
    };
    const is = (text: string) => wishesOf(text).every((wish) => satisfies(entry, wish));
    const trues = [
      "roof",
      "plain",
      "drop D",
      "bass",
      "capo",
      "capo 2",
      "D minor",
      "slide",
      "ready",
      "easy",
    ];
    const tempos = ["under 92", "over 140", "100-120", "difficulty 3", "tempo 92"];
    for (const text of [...trues, ...tempos]) expect([text, is(text)]).toEqual([text, true]);
    const falses = [
      "roofs",
      "standard",
      "acoustic",
      "no capo",
      "capo 3",
      "E minor",
      "bend",
      "wanted",
    ];
    for (const text of [...falses, "hard", "under 91", "over 141"]) {
      expect([text, is(text)]).toEqual([text, false]);
    }
    const { difficulty: _, ...unknown } = entry;
    expect(satisfies(unknown, { kind: "difficulty", to: 10 })).toBe(false);
  });

  it("is as hard as its hardest line, whatever else is easy", () => {
    const levelOf = (...callouts: readonly string[]) => {
      const steps = songDifficulty(songSaid({ parts: [{ callouts }], tempoBpm: 120 }));
      for (;;) {
        const step = steps.next();
        if (step.done) return step.value;
      }
    };
    const easy = "'1 E0 | E0";
    const hard = "'16 E12 e5 A3 B8 E12 e5 A3 B8 E12 e5 A3 B8 E12 e5 A3 B8";
    expect(levelOf()).toBeUndefined();
    expect(levelOf(easy)).toBeLessThan(3);
    expect(levelOf(hard)).toBeGreaterThan(6);
    expect(levelOf(easy, hard, easy)).toBe(levelOf(hard));
  });
});
