import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { isSame } from "../../foundation/same";
import { anySong } from "../../score/song.arbitraries";
import { standsAsItIs } from "./as-it-is";
import { songSchema } from "./schema";
import { readSong, writeSongJson } from "./song-json";

type Tree = { [key: string]: unknown };

/** A song's document with something else put somewhere into it, or something taken out. */
const anyDamaged = fc
  .record({
    song: anySong,
    steps: fc.array(fc.nat(40), { minLength: 1, maxLength: 9 }),
    value: fc.oneof(
      fc.constantFrom(-1, 0, 0.5, 1, 2, 3, 4, 50, 75, 1e9, Infinity),
      fc.constantFrom<unknown>(null, true, "", "  x"),
      fc.constantFrom<unknown>("pitched", "dead", "rest", "hit", "C", "x".repeat(501), [], {}),
      fc.constantFrom<unknown>({ num: 2, den: 4 }, { num: 1, den: 4 }, [1], [0], "bend", undefined),
    ),
    how: fc.constantFrom("put", "take", "add", "copy"),
  })
  .map(({ song, steps, value, how }) => {
    const { song: plain } = JSON.parse(writeSongJson(song)) as { song: Tree };
    let at: Tree = plain;
    let key = "";
    for (const step of steps) {
      const keys = Object.keys(at);
      if (keys.length === 0) break;
      key = keys[step % keys.length]!;
      const next = at[key];
      if (typeof next !== "object" || next === null) break;
      if (step !== steps.at(-1)) at = next as Tree;
    }
    if (how === "put") at[key] = value;
    if (how === "take" && !Array.isArray(at)) delete at[key];
    if (how === "add" && !Array.isArray(at)) at["anything"] = value;
    if (how === "copy") at[key] = structuredClone(Object.values(at)[0]);
    return plain;
  });

describe("standsAsItIs", () => {
  it("says of a damaged song exactly what the validator comes to", () => {
    const tally = { asItIs: 0, changed: 0, refused: 0 };
    const tell = standsAsItIs(songSchema);
    fc.assert(
      fc.property(anyDamaged, (plain) => {
        const { success, data } = songSchema.safeParse(plain);
        const isAsItIs = success && isSame(data, plain);
        tally[isAsItIs ? "asItIs" : success ? "changed" : "refused"]++;
        expect(tell(plain)).toBe(isAsItIs);
      }),
      { numRuns: 500 },
    );
    expect(Math.min(...Object.values(tally))).toBeGreaterThan(10);
  });

  it("lets a song that was written by us be read without a copy of its bars", () => {
    fc.assert(
      fc.property(anySong, (song) => {
        const { song: plain } = JSON.parse(writeSongJson(song)) as { song: typeof song };
        const read = readSong(plain);
        if (!read.ok) throw new Error(read.error[0]?.message);
        read.value.lines.forEach((line, index) => expect(line).toBe(plain.lines[index]));
        expect(read.value).toEqual(song);
      }),
    );
  });
});
