import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import type { Card } from "@/calls/shelf-cards";
import { allOf, textOf } from "@/ui/markup.test-kit";
import type { CardActs } from "./card-acts";
import { FindField } from "./find-field";
import { NothingHere } from "./nothing-here";
import { readAddress } from "./read-address";
import { SketchFigure } from "./sketch-figure";
import { SongCard } from "./song-card";

const nothing = () => undefined;
const acts: CardActs = {
  setState: nothing,
  toggle: nothing,
  rename: nothing,
  startRenaming: nothing,
  copy: nothing,
  remove: nothing,
  bringBack: nothing,
  putInto: nothing,
};
const part = (name: string, capo = 0) => ({
  name,
  instrument: "Grey Wader",
  kind: "electric" as const,
  tuning: "Drop D",
  open: "D2 A2 D3 G3 B3 E4",
  capo,
});
const card: Card = {
  id: "s1",
  title: "Lock Gate Lanterns",
  keyName: "D minor",
  tempoBpm: 96,
  parts: [part("Guitar I", 3)],
  barCount: 12,
  difficulty: 2.5,
  state: "ready",
  collections: [],
  updatedAt: new Date("2026-11-28T12:00:00Z"),
};
const markupOf = (change: Partial<Card>, isSelected = false) =>
  renderToStaticMarkup(
    <SongCard
      card={{ ...card, ...change }}
      collections={[]}
      isActive
      isSelected={isSelected}
      isRenaming={false}
      acts={acts}
    />,
  );

describe("a card", () => {
  it("says key, tempo, length, difficulty, set-up, state and last change", () => {
    const text = textOf(markupOf({}));
    expect(text).toContain("sounds in D minor · ♩ = 96 · 12 bars · difficulty 2.5");
    expect(text).toContain("Guitar I Drop D · capo 3");
    expect(text).toContain("ready");
    expect(text).toContain("changed 28 Nov 2026");
    expect(text).toContain("nothing written yet");
  });

  it("says nothing of a difficulty that nobody worked out, and one bar is one", () => {
    const { difficulty: _, ...unknown } = card;
    const text = textOf(
      renderToStaticMarkup(
        <SongCard
          card={{ ...unknown, barCount: 1 }}
          collections={[]}
          isActive={false}
          isSelected={false}
          isRenaming={false}
          acts={acts}
        />,
      ),
    );
    expect(text).toContain("♩ = 96 · 1 bar ");
    expect(text).not.toContain("difficulty");
  });

  it("has room for three parts, and names the others where their number stands", () => {
    const parts = ["One", "Two", "Three", "Four", "Five"].map((name) => part(name));
    const markup = markupOf({ parts });
    expect(allOf(markup, "li")).toEqual(["One Drop D", "Two Drop D", "Three Drop D · 2 more"]);
    expect(markup).toContain("Four: Drop D\nFive: Drop D");
  });

  it("in the bin is brought back, and leads nowhere", () => {
    const markup = markupOf({ removedAt: new Date("2026-11-20T12:00:00Z") });
    expect(markup).not.toContain("<a ");
    expect(textOf(markup)).toContain("in the bin since 20 Nov 2026 Bring back");
  });

  it("is the one that Tab leads to where the keys are, and is ticked when it is selected", () => {
    expect(markupOf({})).toMatch(/<a [^>]*tabindex="0"/iu);
    expect(markupOf({}, true)).toMatch(/<input [^>]*checked=""/u);
  });
});

it("a sketch draws a line a string, bar lines, and every figure on its string", () => {
  const markup = renderToStaticMarkup(
    <SketchFigure
      sketch={{
        strings: 4,
        barLines: [0.5],
        figures: [
          [0, 4, "0"],
          [0.5, 1, "12"],
          [0.75, 2, "x"],
        ],
      }}
    />,
  );
  // Four strings, the two ends and one bar line.
  expect(markup.match(/<path /gu)).toHaveLength(7);
  expect(allOf(markup, "text")).toEqual(["0", "12", "x"]);
  const heights = [...markup.matchAll(/<text x="[\d.]+" y="([\d.]+)"/gu)].map(([, y]) => Number(y));
  expect(heights[1]!).toBeLessThan(heights[2]!);
  expect(heights[2]!).toBeLessThan(heights[0]!);
});

describe("what is looked for", () => {
  const chipsOf = (value: string) =>
    allOf(
      renderToStaticMarkup(<FindField value={value} onChange={nothing} onLeave={nothing} />),
      "li",
    );

  it.each<[string, readonly string[]]>([
    ["", []],
    ["drop D, slide, under 110", ["tuning Drop D", "plays slide", "tempo under 110"]],
    ["no capo, easy, ready", ["no capo", "difficulty under 3.9", "state ready"]],
    ["lanterns E minor", ["words “lanterns”", "key E minor"]],
    ["tempo 96", ["tempo 96 bpm"]],
  ])("%s", (value, chips) => {
    expect(chipsOf(value)).toEqual(chips);
  });

  it.each([
    [{}, { find: "", sort: "change" }],
    [
      { find: "slide", sort: "tempo", in: "bin" },
      { find: "slide", sort: "tempo", in: "bin" },
    ],
    [
      { find: ["a", "b"], sort: "colour", in: "" },
      { find: "", sort: "change" },
    ],
  ])("is read from the address %j", (query, address) => {
    expect(readAddress(query)).toEqual(address);
  });
});

it.each([
  [{ find: "xyz", sort: "change" }, undefined, "No song is like that"],
  [{ find: "", sort: "change", in: "bin" }, undefined, "The bin is empty"],
  [{ find: "", sort: "change", in: "c1" }, "Autumn course", "Nothing is in Autumn course yet"],
  [{ find: "", sort: "change" }, undefined, "The shelf is empty"],
] as const)("nothing is shown for a reason: %j", (address, collectionName, title) => {
  const markup = renderToStaticMarkup(
    <NothingHere address={address} collectionName={collectionName} onShowAll={nothing} />,
  );
  expect(allOf(markup, "h1")).toEqual([title]);
});
