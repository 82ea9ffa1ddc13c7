import { parseCallout } from "@intonazione/core/callout";
import { USUAL_STYLE } from "@intonazione/core/neck";
import { displayPitch } from "@intonazione/core/pitch";
import {
  barsOfPart,
  eventsOf,
  framesOf,
  notesOf,
  type Bar,
  type BarMark,
  type Song,
} from "@intonazione/core/score";
import { demoSongs } from "@intonazione/demo";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { contextOf, neckOfPart, placeNames, shiftOf } from "@/open-song/derived";
import { songOf } from "@/open-song/open-song.test-kit";
import { BarFigure } from "./bar-figure";
import type { PartFacts } from "./facts";
import { lanesFor, stringY } from "./lanes";
import { layBar, naturalWidth, WIDE } from "@intonazione/core/strip";

const song = songOf([]);
const guitar = song.parts[0]!;
const read = (text: string) =>
  parseCallout(text, contextOf(guitar, song, USUAL_STYLE), () => `x${Math.random()}`).bars;

interface Wishes {
  readonly facts?: Partial<PartFacts>;
  readonly eventId?: string;
  readonly noteId?: string;
  readonly lanes?: readonly ("value" | "stroke" | "chord" | "degree" | "voiceTwo" | "words")[];
  readonly strokes?: string;
  readonly hasLengths?: boolean;
  readonly marks?: readonly BarMark[];
  readonly width?: number;
}

function draw(bar: Bar, on: Song = song, partIndex = 0, wishes: Wishes = {}): string {
  const part = on.parts[partIndex]!;
  const facts: PartFacts = {
    neck: neckOfPart(part),
    names: placeNames(part, on, USUAL_STYLE),
    key: on.key,
    shift: shiftOf(part),
    isBass: part.instrument.kind === "bass",
    ...wishes.facts,
  };
  const lanes = lanesFor({
    strings: facts.names.strings.length,
    nameLines: 6,
    has: new Set([
      "count",
      "unplaced",
      "mutes",
      "sounds",
      ...(facts.shift === 0 ? [] : ["fingered" as const]),
      ...(wishes.lanes ?? []),
    ]),
  });
  return renderToStaticMarkup(
    <svg>
      <BarFigure
        box={layBar(
          bar,
          wishes.width ?? naturalWidth(bar, WIDE),
          framesOf(wishes.marks ?? [], on, 1)[0]!,
        )}
        number={1}
        lanes={lanes}
        hasLengths={wishes.hasLengths ?? false}
        facts={facts}
        isLast={false}
        saidAs=""
        strokes={wishes.strokes ?? ""}
        fingers=""
        eventId={wishes.eventId}
        noteId={wishes.noteId}
        string={undefined}
        chosen=""
        found=""
        onSelect={() => undefined}
      />
    </svg>,
  );
}

/** The texts of a drawing, figures and octaves run together as they are read. */
function textsOf(markup: string): readonly string[] {
  return [...markup.matchAll(/<text[^>]*>(.*?)<\/text>/gu)].map(([, inner]) =>
    inner!.replace(/<[^>]*>/gu, "").replaceAll("&amp;", "&"),
  );
}
const countOf = (markup: string, pattern: RegExp) => (markup.match(pattern) ?? []).length;

describe("a bar of a strip", () => {
  it("shows every note of the demo studio: its fret, and what it sounds", () => {
    for (const demo of demoSongs()) {
      for (const [index, part] of demo.parts.entries()) {
        for (const bar of barsOfPart(demo, part.id)) {
          const texts = textsOf(draw(bar, demo, index));
          const left = [...texts];
          const take = (text: string) => {
            expect(left).toContain(text);
            left.splice(left.indexOf(text), 1);
          };
          const upper = new Set(bar.events.flatMap(notesOf));
          for (const note of eventsOf([bar]).flatMap(notesOf)) {
            if (note.kind === "dead") take("×");
            else {
              const { fret } = note.place!;
              const kinds = note.techniques.map(({ kind }) => kind);
              take(
                kinds.includes("ghost")
                  ? `(${fret})`
                  : kinds.includes("natural-harmonic")
                    ? `‹${fret}›`
                    : String(fret),
              );
              if (upper.has(note)) take(displayPitch(note.pitch));
            }
          }
        }
      }
    }
  });

  it("draws a line for every string, and figures on their own", () => {
    const markup = draw(read("E3 e5")[0]!);
    expect(countOf(markup, /<path d="M0 /gu)).toBe(6);
    const lanes = lanesFor({
      strings: 6,
      nameLines: 6,
      has: new Set(["count", "unplaced", "mutes", "sounds"]),
    });
    const yOf = (fret: string) =>
      Number(new RegExp(`y="([\\d.]+)"[^>]*>${fret}</text>`, "u").exec(markup)?.[1]);
    expect(yOf("3") - yOf("5")).toBeCloseTo(stringY(lanes, 6) - stringY(lanes, 1), 5);
  });

  it.each([
    ["D3h5", ["H"]],
    ["D5p3", ["P"]],
    ["D6b1", ["full"]],
    ["D6b½ D6b1½ D6b2", ["½", "1½", "2"]],
    ["pm[E0 E0] A3 pm[E0]", ["P.M.", "P.M."]],
    ["Ex", ["×"]],
  ])("%s carries %j", (text, signs) => {
    const texts = [...textsOf(draw(read(text)[0]!))];
    for (const sign of signs) {
      expect(texts).toContain(sign);
      texts.splice(texts.indexOf(sign), 1);
    }
  });

  it.each([
    ["D3 D5", { slur: 0, slide: 0, wave: 0 }],
    ["D3h5p3", { slur: 2, slide: 0, wave: 0 }],
    ["D3s5", { slur: 1, slide: 1, wave: 0 }],
    ["D3v A2v", { slur: 0, slide: 0, wave: 2 }],
  ])("%s is drawn with %j", (text, expected) => {
    const markup = draw(read(text)[0]!);
    expect({
      slur: countOf(markup, /d="M[\d.]+ [\d.]+Q/gu),
      slide: countOf(markup, /d="M[\d.]+ [\d.]+L/gu),
      wave: countOf(markup, /q2\.5 -5/gu),
    }).toEqual(expected);
  });

  it("squares off pinned notes, and frames those without a place", () => {
    expect(draw(read("D3!")[0]!)).toContain('stroke="var(--verdigris)"');
    expect(draw(read("D3")[0]!)).not.toContain('stroke="var(--verdigris)"');
    const unplaced = draw(read("@G3")[0]!);
    expect(unplaced).toContain('stroke-dasharray="3 2"');
    expect(textsOf(unplaced).filter((text) => text === "G3")).toHaveLength(2);
  });

  it("marks the event at the cursor, and of a chord the chosen note", () => {
    const [bar] = read("A2+D0 G4");
    const [chord] = bar!.events;
    const notes = notesOf(chord!);
    const bold = (markup: string) => /font-weight="750"[^>]*>([^<]+)</u.exec(markup)?.[1];
    const first = draw(bar!, song, 0, { eventId: chord!.id });
    expect(countOf(first, /aria-selected="true"/gu)).toBe(1);
    expect(bold(first)).toBe("2");
    expect(bold(draw(bar!, song, 0, { eventId: chord!.id, noteId: notes[1]!.id }))).toBe("0");
  });

  it("names the shape beside the sound where capo or tuning part them", () => {
    const texts = textsOf(draw(read("A3")[0]!, song, 0, { facts: { shift: 3 } }));
    expect(texts).toContain("C3");
    expect(texts).toContain("A2");
  });

  it("says note values where they change, and what a bar lacks", () => {
    const [bar] = read("'8 E0 E0 'q. A0 '8t D0 D0 D0");
    const texts = textsOf(draw(bar!, song, 0, { lanes: ["value"] }));
    const isMusicSign = (text: string) => text.codePointAt(0)! >= 0x1d100;
    expect(texts.filter(isMusicSign)).toHaveLength(3);
    expect(texts).toContain("eighth too short");
  });

  it("leaves out by how much a bar does not add up where the words would not fit", () => {
    const [bar] = read("'8 E0 E0 E0 E0 E0 E0 E0");
    const texts = (width: number) => textsOf(draw(bar!, song, 0, { width }));
    expect(texts(300)).toContain("eighth too short");
    expect(texts(90)).toContain("too short");
    expect(texts(90)).not.toContain("eighth too short");
  });

  it("draws strokes by the school lightly, the teacher's own strongly, and plucks by letters", () => {
    const [bar] = read("'4 E0 E0 E0 E0");
    const markup = draw(bar!, song, 0, { lanes: ["stroke"], strokes: "down up! slap down" });
    const paths = [...markup.matchAll(/<path d="([^"]*)"[^>]*stroke-width="(1\.2|2)"[^>]*>/gu)]
      .map(([, d, width]) => ({ signs: d!.match(/v-7h8v7|l4 8l4 -8/gu), width }))
      .filter(({ signs }) => signs);
    expect(paths).toEqual([
      { signs: ["v-7h8v7", "v-7h8v7"], width: "1.2" },
      { signs: ["l4 8l4 -8"], width: "2" },
    ]);
    expect(textsOf(markup)).toContain("S");
  });

  it.each([
    ["'4 E0 A0 - -", { held: 2, ringing: 0, damped: 0 }],
    ["'4 pm[E0] A0 - -", { held: 2, ringing: 0, damped: 1 }],
    ["'4 ring[E0] A0 - -", { held: 2, ringing: 1, damped: 0 }],
  ])("%s has lengths %j", (text, expected) => {
    const [bar] = read(text);
    const lengths = /<g[^>]*stroke="var\(--length\)"[^>]*>(.*?)<\/g>/u;
    const [, drawn = ""] = lengths.exec(draw(bar!, song, 0, { hasLengths: true })) ?? [];
    const marksOf = (look: RegExp) => (look.exec(drawn)?.[1]?.match(/M/gu) ?? []).length;
    expect({
      held: marksOf(/<path d="([^"]*)"><\/path>/u),
      ringing: marksOf(/<path d="([^"]*)" stroke-dasharray/u),
      damped: marksOf(/<path d="([^"]*)" stroke-width="1.4"/u),
    }).toEqual(expected);
    expect(draw(bar!)).not.toContain("var(--length)");
  });

  it("is heard as well as seen", () => {
    const [bar] = read("pm[E0] D3h5 -");
    const labels = [...draw(bar!).matchAll(/aria-label="([^"]*)"/gu)].map(([, label]) => label);
    expect(labels).toEqual([
      "bar 1: E2, E string, open, palm muted, eighth note",
      "bar 1: F3, D string, fret 3, eighth note",
      "bar 1: G3, D string, fret 5, hammered on, eighth note",
      "bar 1: rest, eighth note",
    ]);
  });
});
