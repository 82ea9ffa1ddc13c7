import { checkBars } from "@intonazione/core/checks";
import { readSong } from "@intonazione/core/formats/json";
import { reviewSong } from "@intonazione/core/review";
import { barsOfPart, framesOfPhrase, lineOf } from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { DEMO_SONGS, demoSong } from "./index";

describe("the demo songs", () => {
  it.each(DEMO_SONGS)("$title is sound and lasts at least eight bars", (data) => {
    const song = demoSong(data);
    expect(readSong(JSON.parse(JSON.stringify(song)))).toEqual({ ok: true, value: song });
    for (const part of song.parts) {
      expect(barsOfPart(song, part.id).length).toBeGreaterThanOrEqual(8);
    }
  });

  it.each(DEMO_SONGS.filter(({ slips }) => !slips))(
    "$title adds up and gives no false alarm",
    (data) => {
      const song = demoSong(data);
      for (const part of song.parts) {
        for (const phrase of song.phrases) {
          const bars = lineOf(song, phrase.id, part.id)?.bars ?? [];
          expect(checkBars(bars, framesOfPhrase(song, phrase, bars.length))).toEqual([]);
        }
      }
      // What a student meets for the first time is no fault.
      const found = reviewSong(song, { withTuning: true });
      expect(found.filter(({ group }) => group !== "teaching")).toEqual([]);
    },
  );

  it.each(DEMO_SONGS.filter(({ slips }) => slips))(
    "of $title every slip is found once, and nothing else is",
    (data) => {
      const codes = reviewSong(demoSong(data), { withTuning: true }).map(({ code }) => code);
      expect([...codes].sort()).toEqual([...data.slips!].sort());
      expect(codes).toHaveLength(12);
    },
  );
});
