import { checkBars } from "@intonazione/core/checks";
import { readSong } from "@intonazione/core/formats/json";
import { barsOfPart, framesOfPhrase, lineOf } from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { DEMO_SONGS, demoSong } from "./index";

describe("the demo songs", () => {
  it.each(DEMO_SONGS)("$title is sound, adds up and lasts at least eight bars", (data) => {
    const song = demoSong(data);
    expect(readSong(JSON.parse(JSON.stringify(song)))).toEqual({ ok: true, value: song });
    for (const part of song.parts) {
      expect(barsOfPart(song, part.id).length).toBeGreaterThanOrEqual(8);
      for (const phrase of song.phrases) {
        const bars = lineOf(song, phrase.id, part.id)?.bars ?? [];
        expect(checkBars(bars, framesOfPhrase(song, phrase, bars.length))).toEqual([]);
      }
    }
  });
});
