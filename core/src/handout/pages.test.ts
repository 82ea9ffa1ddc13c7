import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { text, wrapWords, type Mark, type Page } from "./drawing";
import { layPages, layPicture, type Flow } from "./pages";

const SHEET = { width: 600, height: 800, margin: 40, footer: "Studio", title: "Song" };
const ROOM = SHEET.height - 2 * SHEET.margin - 26;

/** Flows whose blocks say which flow and block they are. */
const anyFlows = fc
  .array(fc.array(fc.integer({ min: 10, max: 300 }), { minLength: 1, maxLength: 8 }), {
    minLength: 1,
    maxLength: 12,
  })
  .map((flows) =>
    flows.map((heights, flow): Flow =>
      heights.map((height, index) => ({ height, marks: [text(0, 0, `${flow}.${index}`)] })),
    ),
  );

interface Laid {
  readonly name: string;
  readonly page: number;
  readonly y: number;
}

function laid(pages: readonly Page[]): readonly Laid[] {
  return pages.flatMap(({ marks }, page) =>
    marks.flatMap((mark): Laid[] => {
      if (mark.kind !== "group") return [];
      const [label] = mark.marks as [Extract<Mark, { kind: "text" }>];
      return [{ name: label.text, page, y: mark.y }];
    }),
  );
}

describe("pages", () => {
  it("hold every block once, in order, inside their margins, and none over another", () => {
    fc.assert(
      fc.property(anyFlows, (flows) => {
        const blocks = flows.flatMap((flow, index) =>
          flow.map(({ height }, at) => ({ name: `${index}.${at}`, height })),
        );
        const all = laid(layPages(flows, SHEET));
        expect(all.map(({ name }) => name)).toEqual(blocks.map(({ name }) => name));
        for (const [index, { page, y }] of all.entries()) {
          const { height } = blocks[index]!;
          expect(y).toBeGreaterThanOrEqual(SHEET.margin);
          expect(y + height).toBeLessThanOrEqual(SHEET.margin + ROOM);
          const next = all[index + 1];
          if (next?.page === page) expect(next.y).toBeGreaterThanOrEqual(y + height);
        }
      }),
    );
  });

  it("never tear a phrase that fits on one, and leave no heading behind", () => {
    fc.assert(
      fc.property(anyFlows, (flows) => {
        const all = laid(layPages(flows, SHEET));
        for (const [index, flow] of flows.entries()) {
          const pages = all
            .filter(({ name }) => name.startsWith(`${index}.`))
            .map(({ page }) => page);
          const whole = flow.reduce((sum, { height }) => sum + height, 0);
          if (whole <= ROOM) expect(new Set(pages).size).toBe(1);
          if (flow.length > 1 && flow[0]!.height + flow[1]!.height <= ROOM) {
            expect(pages[1]).toBe(pages[0]);
          }
        }
      }),
    );
  });

  it("of a picture stand in columns: every block once, none over another, all within it", () => {
    fc.assert(
      fc.property(anyFlows, fc.integer({ min: 1, max: 12 }), (some, times) => {
        const flows = Array.from({ length: times }, () => some).flat();
        const blocks = flows.flat();
        const { width, height, marks } = layPicture(flows, SHEET);
        const columns = width / SHEET.width;
        expect(marks).toHaveLength(blocks.length);
        let before = { column: 0, end: 0 };
        for (const [index, mark] of marks.entries()) {
          if (mark.kind !== "group") throw new Error("a block is a group");
          const column = (mark.x - SHEET.margin) / SHEET.width;
          expect(mark.marks).toEqual(blocks[index]!.marks);
          expect([before.column, before.column + 1]).toContain(column);
          if (column === before.column) expect(mark.y).toBeGreaterThanOrEqual(before.end);
          before = { column, end: mark.y + blocks[index]!.height };
          expect(before.end).toBeLessThanOrEqual(height);
        }
        expect(before.column).toBe(columns - 1);
        // What would be a tower has columns, none much higher than the highest may be.
        const all = blocks.reduce((sum, block) => sum + block.height, 0);
        expect(columns > 1).toBe(all + 8 * flows.length > 5000);
        expect(height).toBeLessThan(5500);
      }),
    );
  });

  it("say at their foot which of how many they are", () => {
    const flows = Array.from({ length: 5 }, (): Flow => [{ height: 500, marks: [] }]);
    const feet = layPages(flows, SHEET).map(({ marks }) =>
      marks.flatMap((mark) => (mark.kind === "text" ? [mark.text] : [])),
    );
    expect(feet.map(([, place]) => place)).toEqual(
      [1, 2, 3, 4, 5].map((page) => `Song  ·  ${page} of 5`),
    );
  });

  it("break words into lines that fit, and lose none", () => {
    const typesetter = { widthOf: (words: string) => 5 * words.length };
    const anyWords = fc.array(fc.stringMatching(/^[a-z]{1,9}$/u), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(anyWords, fc.integer({ min: 50, max: 300 }), (words, width) => {
        const lines = wrapWords(words.join(" "), width, "sans", 10, typesetter);
        expect(lines.join(" ")).toBe(words.join(" "));
        for (const line of lines) expect(5 * line.length).toBeLessThanOrEqual(width);
      }),
    );
  });
});
