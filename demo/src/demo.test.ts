import { checkBars } from "@intonazione/core/checks";
import { readSong } from "@intonazione/core/formats/json";
import { barsOfPart } from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { DEMO_SONGS, demoSong } from "./index";

describe("the demo songs", () => {
  it.each(DEMO_SONGS)("$title is sound, adds up and lasts at least eight bars", (data) => {
    const song = demoSong(data);
    expect(readSong(JSON.parse(JSON.stringify(song)))).toEqual({ ok: true, value: song });
    for (const part of song.parts) {
      const bars = barsOfPart(song, part.id);
      expect(bars.length).toBeGreaterThanOrEqual(8);
      expect(checkBars(bars, song.metre)).toEqual([]);
    }
  });
});
