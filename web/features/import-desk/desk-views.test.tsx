import { barNumbered, type BarIndex } from "@intonazione/core/foundation";
import { notesOf, type Song } from "@intonazione/core/score";
import type { Moved } from "@intonazione/core/formats/midi";
import fc from "fast-check";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { songOf } from "@/open-song/open-song.test-kit";
import { allOf, choicesOf, rowsOf, textOf } from "@/ui/markup.test-kit";
import type { OfferedVoice } from "@/workers/read-files";
import { MarkedText } from "./marked-text";
import { SongPreview } from "./song-preview";
import { VoiceChooser } from "./voice-chooser";

const nothing = () => undefined;

describe("doubts in the text", () => {
  const doubt = (line: number, column: number, length: number, severity = "warning") =>
    ({ code: "x", severity, message: "?", where: { line, column, length } }) as const;
  const marked = (text: string, findings: readonly ReturnType<typeof doubt>[]) =>
    renderToStaticMarkup(
      <MarkedText text={text} findings={findings as never} scroll={{ top: 0, left: 0 }} />,
    );
  const text = "G|-0-3-|\nD|-?---|\nA|-99--|";

  it.each([
    ["where they stand", [doubt(2, 4, 1), doubt(3, 4, 2)], ["?", "99"]],
    ["in the order of the text", [doubt(3, 4, 2), doubt(1, 1, 2)], ["G|", "99"]],
    ["once where two are in one place", [doubt(3, 4, 2), doubt(3, 5, 3)], ["99"]],
    ["not what is only told", [doubt(2, 4, 1, "info")], []],
    ["not what stands nowhere", [doubt(9, 1, 1), doubt(3, 40, 1)], []],
  ])("are marked %s", (_, findings, marks) => {
    expect(allOf(marked(text, findings as never), "mark")).toEqual(marks);
  });

  it("leave every letter in its place", () => {
    const anyDoubt = fc.tuple(fc.nat(5), fc.integer({ min: 1, max: 12 }), fc.nat(6));
    fc.assert(
      fc.property(fc.array(anyDoubt), (spots) => {
        const markup = marked(
          text,
          spots.map(([line, column, length]) => doubt(line, column, length)),
        );
        expect(markup.replace(/<[^>]*>/gu, "")).toBe(text);
      }),
    );
  });
});

describe("the beginning of a song that was read", () => {
  const bars = "'4 E0 A2 D5 A0 | E3 A2 D0 -";
  const shown = (song: Song, doubtful?: ReadonlySet<BarIndex>) => {
    const markup = renderToStaticMarkup(
      <SongPreview song={song} width={430} {...(doubtful && { doubtful })} />,
    );
    return { texts: allOf(markup, "text"), markup };
  };

  it("has its phrases with every fret", () => {
    const song = songOf([bars, "'2 E7 E12"]);
    const { texts } = shown(song);
    expect(texts).toEqual(expect.arrayContaining(["Phrase 0", "Phrase 1"]));
    const frets = song.lines
      .flatMap((line) => line.bars.flatMap(({ events }) => events.flatMap(notesOf)))
      .map((note) => (note.kind === "pitched" ? String(note.place?.fret) : "x"));
    for (const fret of new Set(frets)) {
      const count = frets.filter((one) => one === fret).length;
      expect(texts.filter((one) => one === fret).length).toBeGreaterThanOrEqual(count);
    }
  });

  it("flags the bars that hold a doubt, whichever phrase they are in", () => {
    const song = songOf([bars, bars, bars]);
    const flags = (...doubtful: number[]) =>
      shown(song, new Set(doubtful.map(barNumbered))).texts.filter((one) => one === "!").length;
    expect([flags(), flags(1), flags(2, 3, 6), flags(7)]).toEqual([0, 1, 3, 0]);
  });

  it("is no more than can be looked at, and no text in it is markup", () => {
    const song = songOf(Array.from({ length: 9 }, () => bars));
    const named = { ...song, phrases: song.phrases.map((one) => ({ ...one, name: "<b>A&B</b>" })) };
    const { texts, markup } = shown(named);
    expect(markup).not.toContain("<b>");
    expect(texts.filter((one) => one.includes("A&")).length).toBe(6);
  });
});

describe("who plays in a MIDI file", () => {
  const voice: OfferedVoice = {
    id: "v",
    name: "Guitar",
    noteCount: 40,
    lowest: 40,
    highest: 64,
    most: 3,
    isDrums: false,
    isByString: true,
    isLikely: true,
  };
  const drums = {
    ...voice,
    id: "d",
    name: "Kit",
    isByString: false,
    isDrums: true,
    isLikely: false,
  };
  const measure: Moved = {
    beatsByGrid: new Map([
      [2, 12],
      [3, 4],
      [0, 9],
      [9, 1],
    ]),
    notes: 40,
    moved: 7,
    meanMillibeats: 12,
    mostMillibeats: 80,
  };
  const chooser = (take?: readonly string[], moved: Moved = measure) =>
    renderToStaticMarkup(
      <VoiceChooser
        file={{ name: "a.mid", bytes: new Uint8Array() }}
        voices={[voice, drums]}
        moved={[{ name: "Guitar", moved }]}
        take={take}
        grid={{ kind: "steps", perQuarter: 4 }}
        onTake={nothing}
        onGrid={nothing}
      />,
    );
  const checked = (markup: string) =>
    rowsOf(markup.replaceAll(/<input[^>]*checked=""[^>]*>/gu, "TAKEN"))
      .filter((row) => row.startsWith("TAKEN"))
      .map((row) => row.split(" ")[1]);

  it("is told with range and number of notes; drums cannot be heard on strings", () => {
    expect(rowsOf(chooser())).toEqual([
      "Guitar string by string 40 E2 to E4 3",
      "Kit drums 40 E2 to E4 3",
    ]);
    expect(chooser().match(/aria-label="Listen to [^"]*"/gu)).toEqual([
      'aria-label="Listen to Guitar"',
    ]);
  });

  it("is taken where it is likely, until somebody chooses", () => {
    expect([checked(chooser()), checked(chooser(["d"])), checked(chooser([]))]).toEqual([
      ["Guitar"],
      ["Kit"],
      [],
    ]);
  });

  it("is brought to a grid, and how far is said", () => {
    expect(textOf(chooser())).toContain(
      "Guitar : 12 beats in eighths, 4 beats in triplets, 1 beats in 9 parts; 7 of 40 notes moved, 0.012 of a quarter note on average, 0.08 at most",
    );
    expect(textOf(chooser(undefined, { ...measure, moved: 0 }))).toContain("no note was moved");
    expect(choicesOf(chooser())).toEqual(["sixteenths"]);
  });
});
