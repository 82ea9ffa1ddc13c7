import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import {
  HANDOUT_LANES,
  USUAL_HANDOUT,
  type HandoutOptions,
  type Mark,
} from "@intonazione/core/handout";
import { displayTuningShort } from "@intonazione/core/instrument";
import {
  barsOfPart,
  eventsOf,
  notesOf,
  withEvents,
  type LineEvent,
  type Note,
  type Song,
} from "@intonazione/core/score";
import { demoSongs } from "@intonazione/demo";
import { afterAll, describe, expect, it } from "vitest";
import { handoutPages, handoutPdf, pageSvg, stripPng, stripSvg } from "./index";

const folder = mkdtempSync(join(tmpdir(), "intonazione-press-"));
afterAll(() => rmSync(folder, { recursive: true }));

const MADE = new Date("2026-01-02T03:04:06Z");
const ALL: HandoutOptions = {
  ...USUAL_HANDOUT,
  lanes: new Set(HANDOUT_LANES),
  footer: "Tidewater Strings",
};

async function written(song: Song, options: HandoutOptions): Promise<string> {
  const path = join(folder, "handout.pdf");
  writeFileSync(path, await handoutPdf(song, options, MADE));
  return path;
}
/** What poppler's programs say of a file; Debian's package is installed by the test command. */
const ask = (program: string, ...args: string[]) =>
  execFileSync(program, args, { encoding: "utf8" });
const plain = (words: string) => words.replace(/\s+/gu, " ");

function texts(marks: readonly Mark[]): readonly string[] {
  return marks.flatMap((mark) =>
    mark.kind === "group" ? texts(mark.marks) : mark.kind === "text" ? [mark.text] : [],
  );
}

/** How often each is there. */
function counted(items: readonly (string | number)[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const item of items) counts.set(String(item), (counts.get(String(item)) ?? 0) + 1);
  return counts;
}

/** The same bars with dead strokes for notes, so that they take as much room. */
function silenced(song: Song): Song {
  const silent = (event: LineEvent): LineEvent => {
    if (event.kind !== "notes") return event;
    const notes = event.notes.map((note): Note => {
      const string = note.kind === "dead" ? note.string : (note.place?.string ?? 1);
      return { kind: "dead", id: note.id, string };
    });
    return { ...event, notes };
  };
  const lines = song.lines.map((line) => ({
    ...line,
    bars: line.bars.map((bar) => withEvents(bar, silent)),
  }));
  return { ...song, lines };
}

describe("a printed handout", () => {
  it.each(demoSongs().map((song) => [song.title, song] as const))(
    "%s: its text can be taken out of it, its fonts are in it",
    async (_, song) => {
      const path = await written(song, ALL);
      const text = plain(ask("pdftotext", "-layout", path, "-"));
      expect(text).toContain(song.title);
      expect(text).toContain("Tidewater Strings");
      for (const phrase of song.phrases) expect(text).toContain(phrase.name);
      for (const part of song.parts) {
        expect(text).toContain(part.name);
        expect(text).toContain(part.instrument.name);
        if (part.capo.fret > 0) expect(text).toContain(`capo ${part.capo.fret}`);
      }
      const fonts = ask("pdffonts", path).trim().split("\n").slice(2);
      expect(fonts.length).toBeGreaterThan(2);
      // … emb sub uni object
      for (const font of fonts) expect(font).toMatch(/ yes (yes|no) +yes +\d+ +\d+$/u);
    },
    30_000,
  );

  it.each(demoSongs().map((song) => [song.title, song] as const))(
    "%s: shows every fret of every part, and how its strings are tuned",
    async (_, song) => {
      const options = { ...ALL, lanes: new Set<never>() };
      const figuresIn = async (one: Song) =>
        counted(
          ask("pdftotext", "-layout", await written(one, options), "-")
            // What a trill turns with is named beside it, and is no note of its own.
            .replaceAll(/tr \(\d+\)/gu, "")
            .split(/\s+/u)
            .map((word) => /^[(‹]?(\d+)[)›]?$/u.exec(word)?.[1])
            .filter((figure) => figure !== undefined),
        );
      const wanted = counted(
        song.parts.flatMap((part) =>
          eventsOf(barsOfPart(song, part.id))
            .flatMap(notesOf)
            .flatMap((note) => (note.kind === "pitched" && note.place ? [note.place.fret] : [])),
        ),
      );
      // Bars, pages and tempos have numbers too: they are what is left when nobody plays.
      const silent = await figuresIn(silenced(song));
      const shown = await figuresIn(song);
      const played = [...shown].map(([figure, count]) => [
        figure,
        count - (silent.get(figure) ?? 0),
      ]);
      expect(Object.fromEntries(played.filter(([, count]) => count !== 0))).toEqual(
        Object.fromEntries(wanted),
      );
      const said = texts(handoutPages(song, ALL).flatMap(({ marks }) => marks));
      for (const { instrument } of song.parts) {
        expect(said.join(" ")).toContain(displayTuningShort(instrument.tuning));
      }
    },
    30_000,
  );

  it("has letters where Latin ends, and signs of music", async () => {
    const [first] = demoSongs();
    const song = { ...first!, title: "Čekání na déšť ♯1", note: "Ganz ruhig – ½ so laut" };
    const text = plain(ask("pdftotext", await written(song, USUAL_HANDOUT), "-"));
    expect(text).toContain("Čekání na déšť");
    expect(text).toContain("½ so laut");
  });

  it("goes on for forty pages and more", async () => {
    const [first] = demoSongs();
    const copies = Array.from({ length: 30 }, (_, copy) => copy);
    const song: Song = {
      ...first!,
      form: [],
      phrases: copies.flatMap((copy) =>
        first!.phrases.map((one) => ({ ...one, id: `${one.id}-${copy}` })),
      ),
      lines: copies.flatMap((copy) =>
        first!.lines.map((line) => ({ ...line, phraseId: `${line.phraseId}-${copy}` })),
      ),
    };
    const info = ask("pdfinfo", await written(song, ALL));
    expect(Number(/^Pages:\s+(\d+)$/mu.exec(info)?.[1])).toBeGreaterThan(40);
    expect(info).toMatch(/A4/u);
    const letter = ask("pdfinfo", await written(first!, { ...ALL, paper: "letter" }));
    expect(letter).toMatch(/612 x 792/u);
  }, 60_000);

  it("has nothing but greys, and stays on its pages", () => {
    for (const song of demoSongs()) {
      for (const page of handoutPages(song, ALL)) {
        const svg = pageSvg(page);
        for (const [, red, green, blue] of svg.matchAll(
          /#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})/gu,
        )) {
          expect([green, blue]).toEqual([red, red]);
        }
        for (const mark of page.marks) {
          if (mark.kind !== "group") continue;
          expect(mark.x).toBeGreaterThanOrEqual(0);
          expect(mark.y).toBeLessThan(page.height);
        }
      }
    }
  });

  it("is a picture of one phrase or of all", async () => {
    const [song] = demoSongs();
    const one = stripSvg(song!, song!.phrases[0]!.id, USUAL_HANDOUT);
    const all = stripSvg(song!, undefined, USUAL_HANDOUT);
    const heightOf = (svg: string) => Number(/height="([\d.]+)"/u.exec(svg)?.[1]);
    expect(heightOf(all)).toBeGreaterThan(heightOf(one));
    const png = await stripPng(song!, song!.phrases[0]!.id, USUAL_HANDOUT);
    expect([...png.subarray(1, 4)]).toEqual([..."PNG"].map((sign) => sign.charCodeAt(0)));
    const width = new DataView(png.buffer, png.byteOffset).getUint32(16);
    expect(width).toBe(Math.round(2 * 595.28));
  });
});
