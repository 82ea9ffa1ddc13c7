import { readFile } from "@intonazione/core/formats/open-file";
import { USUAL_STYLE } from "@intonazione/core/neck";
import { demoSongs } from "@intonazione/demo";
import { describe, expect, it } from "vitest";
import { FILE_WAYS, lostIn, SONG_JSON, TEXT_TAB } from "./download";

let ids = 0;
const newId = () => `i${ids++}`;
const READABLE = FILE_WAYS.filter(({ ending }) => ending !== "csv");

describe("files to take away", () => {
  const sources = demoSongs().map((song) => ({
    song,
    part: song.parts.at(-1)!,
    studio: USUAL_STYLE,
  }));

  it.each(READABLE.map((way) => [way.name, way] as const))(
    "%s is read back as the song",
    (_, way) => {
      for (const source of sources) {
        const content = way.write(source);
        const bytes = typeof content === "string" ? new TextEncoder().encode(content) : content;
        const { song, findings } = readFile(`a.${way.ending}`, bytes, { newId });
        expect(findings.filter(({ severity }) => severity === "error")).toEqual([]);
        expect(song!.title).toBe(source.song.title);
        expect(song!.parts.map(({ name }) => name)).toEqual(
          way.isOnePart ? [source.part.name] : source.song.parts.map(({ name }) => name),
        );
      }
    },
  );

  it("say what they leave out: of one part less than of all, of our own files nothing", () => {
    for (const source of sources) {
      expect(lostIn(SONG_JSON, source)).toEqual([]);
      const others = lostIn(TEXT_TAB, source).filter((words) => words.includes("other parts"));
      expect(others).toHaveLength(source.song.parts.length > 1 ? 1 : 0);
    }
  });

  it("say for whom they are, and how they end", () => {
    for (const way of FILE_WAYS) {
      expect(way.about(sources[0]!)).toContain(`(.${way.ending})`);
    }
    expect(new Set(FILE_WAYS.map(({ id }) => id)).size).toBe(FILE_WAYS.length);
  });
});
