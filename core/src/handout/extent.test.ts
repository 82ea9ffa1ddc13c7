import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { box, group, stroke, text, type Mark } from "./drawing";
import { extentOf } from "./extent";

const path = (d: string) => stroke(d, 0);
const anyNumber = fc.integer({ min: -300, max: 300 });

describe("how far marks reach", () => {
  it.each<readonly [string, Mark, number, number]>([
    ["a line", path("M0 5L10 -7.5"), -7.5, 5],
    ["a stroke has its width", stroke("M0 5H10", 2), 4, 6],
    ["a curve has its control points", path("M0 0Q5 -20 10 0C1 30 2 31 3 4"), -20, 31],
    ["a rectangle of steps", path("M1 2h10v8h-10Z"), 2, 10],
    ["steps upwards", path("M0 0v-8m0 20l3 -4"), -8, 12],
    ["a dot of two arcs has its radius", path("M12 7A5 5 0 0 1 2 7A5 5 0 0 1 12 7"), 2, 12],
    ["numbers with exponents", path("M0 1e-7L3 2.5"), 1e-7, 2.5],
    ["a text its size", text(0, 20, "Walk", { size: 12 }), 8, 23],
    ["a box", box(0, 3, 4, 5), 3, 8],
    ["a group where it stands, at its size", group(0, 10, [box(0, -2, 4, 6)], 0.5), 9, 12],
  ])("%s", (_, mark, top, bottom) => {
    expect(extentOf([mark])).toEqual({ top, bottom });
  });

  it("is that of all of them, and nothing where nothing is drawn", () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(anyNumber, anyNumber), { minLength: 1 }), (lines) => {
        const ys = lines.flat();
        const marks = lines.map(([from, to]) => path(`M0 ${from}V${to}`));
        const expected = { top: Math.min(...ys), bottom: Math.max(...ys) };
        expect(extentOf(marks)).toEqual(expected);
        expect(extentOf([group(5, 0, marks)])).toEqual(expected);
      }),
    );
    expect(extentOf([group(0, 0, []), path("Z")])).toBeUndefined();
  });
});
