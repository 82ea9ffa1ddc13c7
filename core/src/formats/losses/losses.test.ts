import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Bar } from "../../score/bar";
import { anyPlainSong, anySong, testId } from "../../score/song.arbitraries";
import type { Song } from "../../score/song";
import { writeMusicXml } from "../musicxml/write-musicxml";
import { readMusicXml } from "../musicxml/read-musicxml";
import { readTextTab } from "../text-tab/read-text-tab";
import { songOfTextTab } from "../text-tab/song-of-text-tab";
import { writeTextTab } from "../text-tab/write-text-tab";
import { countFeatures, type Feature } from "./features";
import { LOSSES, type LossyFormat } from "./losses.data";
import { lossesIn } from "./losses";

/** A phrase that is played twice would stand, and be counted, twice; a pick-up is as long as what is in it. */
const once = (song: Song): Song => ({
  ...song,
  form: [],
  style: song.style.fretsFrom === "nut" ? song.style : {},
  phrases: song.phrases.map((phrase) => ({
    ...phrase,
    marks: phrase.marks.map(({ from: _from, ...mark }) => mark),
  })),
});

/** Features that a format says it carries, and that came back fewer than they went out. */
function secretlyLost(song: Song, back: Song, format: LossyFormat): readonly string[] {
  const before = countFeatures(song);
  const after = countFeatures(back);
  const said = lossesIn(song, format).map(({ code }) => code);
  return [...before].flatMap(([feature, count]) =>
    LOSSES[feature]?.in.includes(format) || said.includes(`lost-${feature}`)
      ? []
      : (after.get(feature) ?? 0) < count
        ? [`${feature}: ${after.get(feature) ?? 0} of ${count}`]
        : [],
  );
}

const withBars = (song: Song, change: (bar: Bar) => Bar): Song => ({
  ...song,
  lines: song.lines.map((line) => ({ ...line, bars: line.bars.map(change) })),
});

describe("what a format is said to carry comes back", () => {
  it("from MusicXML, whatever a song has", () => {
    fc.assert(
      fc.property(anySong.map(once), (song) => {
        const { song: back } = readMusicXml(writeMusicXml(song), { newId: testId });
        // Words may mean a mute; a change at the very start is the song's own tempo or metre.
        const lost = secretlyLost(song, back!, "musicxml").filter(
          (one) => !/^(words|tempo|metre)/u.test(one),
        );
        expect(lost).toEqual([]);
      }),
      { numRuns: 25, endOnFailure: true },
    );
  });

  it("from plain text, whatever it has signs for", () => {
    fc.assert(
      fc.property(anyPlainSong.map(once), (song) => {
        const text = writeTextTab(song, "part");
        const back = songOfTextTab(readTextTab(text, { newId: testId }), testId);
        // Chords stand above the notes, two over one note are one; without a capo frets count from the nut.
        const lost = secretlyLost(song, back, "text").filter((one) => !/^(chord|frets)/u.test(one));
        expect(lost).toEqual([]);
      }),
      { numRuns: 40, endOnFailure: true },
    );
  });
});

describe("what a format cannot carry is listed", () => {
  it("once for each kind, with how often it occurs, and nothing else", () => {
    fc.assert(
      fc.property(
        anySong,
        fc.constantFrom<LossyFormat>("musicxml", "midi", "text"),
        (song, format) => {
          const counts = countFeatures(song);
          const losses = lossesIn(song, format);
          expect(new Set(losses.map(({ code }) => code)).size).toBe(losses.length);
          for (const [feature, { words, in: formats }] of Object.entries(LOSSES)) {
            const count = counts.get(feature as Feature) ?? 0;
            const told = losses.find(({ message }) => message.includes(`carry ${words}: `));
            expect(told !== undefined).toBe(formats.includes(format) && count > 0);
            if (told) expect(told.message).toContain(count === 1 ? "1 place" : `${count} places`);
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it("is nothing for a song that says nothing special", () => {
    const song = fc.sample(anyPlainSong.map(once), { numRuns: 1, seed: 3 })[0]!;
    const bare: Song = {
      ...withBars(song, () => ({
        events: [{ kind: "rest", id: testId(), duration: { num: 1, den: 1 } }],
      })),
      style: {},
      parts: song.parts.map(({ profile: _profile, ...part }) => part),
      phrases: song.phrases.map((phrase) => ({ ...phrase, marks: [] })),
      feel: { kind: "straight" },
    };
    const lines = bare.lines.map(({ wishes: _wishes, ...line }) => ({ ...line, others: [] }));
    for (const format of ["musicxml", "midi", "text"] as const) {
      expect(lossesIn({ ...bare, lines }, format)).toEqual([]);
    }
  });
});
