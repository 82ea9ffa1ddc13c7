import { tuningById, usualInstrument, type Capo } from "@intonazione/core/instrument";
import { parseKey } from "@intonazione/core/pitch";
import { newPart, type Part, type Song } from "@intonazione/core/score";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { songOf } from "@/open-song/open-song.test-kit";
import { allOf, rowsOf, textOf } from "@/ui/markup.test-kit";
import { CapoFinder } from "./capo-finder";
import { ShapesAndSound } from "./shapes-and-sound";

const part = (name: string, tuningId: string, fret: number): Part =>
  newPart(name, name, {
    instrument: usualInstrument(tuningById(tuningId), name),
    capo: { fret },
  });
const songIn = (keyText: string, ...parts: Part[]): Song => {
  const key = parseKey(keyText);
  if (!key.ok) throw new Error(key.error);
  return { ...songOf([]), key: key.value, parts };
};

describe("shapes and sound", () => {
  const table = (song: Song, capo?: Capo) => {
    const own = song.parts[0]!;
    return renderToStaticMarkup(<ShapesAndSound song={song} part={own} capo={capo ?? own.capo} />);
  };

  it("sets the shapes of every part beside what sounds", () => {
    const song = songIn("A major", part("Lead", "standard", 2), part("Low", "half-step-down", 5));
    expect(rowsOf(table(song))).toEqual([
      "A major G major F major",
      "A G open F",
      "Bm Am open Gm",
      "C♯m Bm Am open",
      "D C open B♭",
      "E D open C open",
      "F♯m Em open Dm open",
    ]);
  });

  it("shows the capo that is being thought of before it is put on", () => {
    const song = songIn("C major", part("Lead", "standard", 0));
    expect(rowsOf(table(song))[1]).toBe("C C open");
    expect(rowsOf(table(song, { fret: 5 }))[1]).toBe("C G open");
    expect(textOf(table(song))).toMatch(/Lead sound as they are called/u);
  });

  it("says the other way round what the home shapes sound", () => {
    const low = textOf(table(songIn("E minor", part("Low", "two-and-a-half-down", 0))));
    // A minor shapes five semitones down sound E minor.
    expect(low).toMatch(/Am sounds Em in E minor/u);
    expect(low).toMatch(/E sounds B in B major/u);
  });

  it("moves no names for a partial capo or a dropped string", () => {
    const song = songIn("D major", part("Lead", "drop-d", 0));
    expect(rowsOf(table(song, { fret: 2, strings: [3, 4, 5] }))[1]).toBe("D D open");
  });
});

describe("the capo finder", () => {
  const finder = (song: Song) =>
    renderToStaticMarkup(<CapoFinder song={song} part={song.parts[0]!} onWant={() => undefined} />);

  it("ranks by open shapes, says which is on, and offers the others", () => {
    const choices = allOf(finder(songIn("Eb major", part("Lead", "standard", 3))), "li");
    expect(choices[0]).toMatch(/^capo 3 C major C Dm Em F G Am 5 of 6 are open shapes/u);
    expect(choices[0]).toMatch(/✓ it is on$/u);
    for (const other of choices.slice(1)) expect(other).toMatch(/(Put it there|Take it off)$/u);
    const counts = choices.map((choice) => Number(/(\d) of 6/u.exec(choice)?.[1] ?? 0));
    expect(counts).toEqual([...counts].sort((a, b) => b - a));
  });

  it("reckons with a guitar that is tuned down", () => {
    const choices = allOf(finder(songIn("F# major", part("Lead", "half-step-down", 0))), "li");
    expect(choices.some((choice) => /^no capo G major/u.test(choice))).toBe(true);
  });

  it("has nothing to find for a bass", () => {
    expect(finder(songIn("E minor", part("Bass", "bass-standard", 0)))).toBe("");
  });
});
