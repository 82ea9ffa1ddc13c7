import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { TAKES_FORMAT } from "../formats/json/takes-json";
import { mergeTakes } from "./merge-takes";
import { HEAR_ALL } from "../listening/hear-only";
import { assetsOfTakes, type Loop, type Mark, type Take, type Takes } from "./take";
import {
  doubled,
  halved,
  LEAST_BEAT_SECONDS,
  positionAt,
  secondsAt,
  shifted,
  withBeatAt,
  withOneAt,
  type TakeMap,
} from "./take-map";

const maps = fc
  .record({
    start: fc.double({ min: 0, max: 3, noNaN: true }),
    gaps: fc.array(fc.double({ min: 0.1, max: 1.5, noNaN: true }), { minLength: 1, maxLength: 20 }),
    one: fc.integer({ min: -4, max: 24 }),
    pins: fc.array(fc.nat(20)),
  })
  .map(({ start, gaps, one, pins }): TakeMap => {
    const beats = [start];
    for (const gap of gaps) beats.push(beats.at(-1)! + gap);
    const pinned = [...new Set(pins)].filter((pin) => pin < beats.length).sort((a, b) => a - b);
    return { beats, one, pinned };
  });
const position = fc.double({ min: -10, max: 40, noNaN: true });

function expectInOrder({ beats }: TakeMap): void {
  for (let index = 1; index < beats.length; index++) {
    expect(beats[index]! - beats[index - 1]!).toBeGreaterThan(LEAST_BEAT_SECONDS - 1e-6);
  }
}

describe("the map between take and score", () => {
  it("leads from seconds to beats and back", () => {
    fc.assert(
      fc.property(maps, position, (map, at) => {
        expect(positionAt(map, secondsAt(map, at))).toBeCloseTo(at, 6);
        for (const [index, beat] of map.beats.entries()) {
          expect(positionAt(map, beat)).toBeCloseTo(index - map.one, 9);
        }
      }),
    );
  });

  it("counts twice as many beats, or half as many, from the same one", () => {
    fc.assert(
      fc.property(maps, position, (map, at) => {
        const twice = doubled(map);
        expect(secondsAt(twice, 2 * at)).toBeCloseTo(secondsAt(map, at), 6);
        const back = halved(twice);
        expect(back.beats).toEqual(map.beats);
        expect(back).toMatchObject({ one: map.one, pinned: map.pinned });
        const half = halved(map);
        if (half === map) return;
        for (const [index, beat] of half.beats.entries()) {
          expect(positionAt(map, beat)).toBeCloseTo(2 * (index - half.one), 6);
        }
      }),
    );
  });

  it("has its one where somebody says, at the nearest beat", () => {
    fc.assert(
      fc.property(maps, position, fc.integer({ min: -5, max: 5 }), (map, at, steps) => {
        const moment = secondsAt(map, at);
        expect(Math.abs(positionAt(withOneAt(map, moment), moment))).toBeLessThanOrEqual(
          0.5 + 1e-6,
        );
        expect(withOneAt(map, secondsAt(map, 0))).toBe(map);
        expect(secondsAt(shifted(map, steps), 0)).toBeCloseTo(secondsAt(map, steps), 6);
        expect(shifted(map, 0)).toBe(map);
      }),
    );
  });

  it("keeps what was pinned when a beat is moved, and the rest follows in order", () => {
    fc.assert(
      fc.property(maps, fc.nat(20), fc.double({ min: -2, max: 30, noNaN: true }), (map, at, to) => {
        const index = at % map.beats.length;
        const moved = withBeatAt(map, index, to);
        expectInOrder(moved);
        expect(moved.pinned).toContain(index);
        for (const pin of map.pinned) {
          if (pin !== index) expect(moved.beats[pin]).toBe(map.beats[pin]);
        }
        const alone = map.pinned.every((pin) => pin === index);
        if (!alone) return;
        const by = to - map.beats[index]!;
        expect(moved.beats).toEqual(
          map.beats.map((beat, other) =>
            other === index ? to : (expect.closeTo(beat + by, 9) as number),
          ),
        );
      }),
    );
  });

  it("refuses to move a beat that is not there", () => {
    expect(() => withBeatAt({ beats: [1, 2], one: 0, pinned: [] }, 2, 1)).toThrow(RangeError);
  });
});

const mark = (id: string, words = ""): Mark => ({ id, seconds: 1, kind: "doubt", words });
const loop = (id: string, name = id): Loop => ({
  id,
  name,
  from: 1,
  to: 2,
  speed: { start: 0.5, step: 0.1, everyRounds: 2, to: 1 },
  cents: 0,
  hearing: HEAR_ALL,
});
const take = (id: string, rest: Partial<Take> = {}): Take => ({
  id,
  name: id,
  kind: "record",
  source: "the red reel",
  remarks: "",
  recording: { bytes: 10, type: "audio/wav", seconds: 60, channels: 2, hasPicture: false },
  playedCents: 0,
  loops: [loop("l")],
  marks: [mark("m")],
  stills: [],
  ...rest,
});

describe("takes of two windows", () => {
  const ids = ["a", "b", "c", "d"];
  const someTakes = fc.uniqueArray(fc.constantFrom(...ids), { maxLength: 4 }).chain((chosen) =>
    fc.tuple(
      ...chosen.map((id) =>
        fc
          .record({
            name: fc.constantFrom("first", "second"),
            marks: fc.uniqueArray(fc.constantFrom("m", "n", "o")),
          })
          .map(({ name, marks }) => take(id, { name, marks: marks.map((one) => mark(one)) })),
      ),
    ),
  );

  it("become one: what only one of them did comes from there", () => {
    fc.assert(
      fc.property(someTakes, someTakes, (base, changed) => {
        expect(mergeTakes(base, base, changed).both).toEqual([]);
        expect(mergeTakes(base, changed, base)).toEqual({
          takes: changed,
          both: [],
          removed: [],
          stayed: [],
        });
        const theirs = mergeTakes(base, base, changed).takes;
        const sorted = (takes: Takes) => [...takes].sort((a, b) => a.id.localeCompare(b.id));
        const marksOf = (takes: Takes) =>
          sorted(takes).map(({ marks }) => marks.map(({ id }) => id).sort());
        expect(sorted(theirs).map(({ id, name }) => [id, name])).toEqual(
          sorted(changed).map(({ id, name }) => [id, name]),
        );
        expect(marksOf(theirs)).toEqual(marksOf(changed));
      }),
    );
  });

  it("keep both marks, both loops and a new reference, and tell what both changed", () => {
    const base = [take("a")];
    const ours = [take("a", { marks: [mark("m", "ours"), mark("n")], name: "Our name" })];
    const theirs = [
      take("a", {
        marks: [mark("m"), mark("o")],
        loops: [loop("l", "theirs")],
        name: "Their name",
        reference: { cents: 23, sure: 0.9 },
      }),
      take("b"),
    ];
    const { takes, both } = mergeTakes(base, ours, theirs);
    expect(both).toEqual(["Our name: its name"]);
    expect(takes.map(({ id }) => id)).toEqual(["a", "b"]);
    expect(takes[0]).toEqual(
      take("a", {
        name: "Our name",
        marks: [mark("m", "ours"), mark("n"), mark("o")],
        loops: [loop("l", "theirs")],
        reference: { cents: 23, sure: 0.9 },
      }),
    );
  });

  it("keep a take that one removed and the other worked at", () => {
    const base = [take("a"), take("b"), take("c")];
    const { takes, removed, stayed } = mergeTakes(
      base,
      [take("a", { remarks: "new" }), take("c")],
      [take("b", { name: "B2" })],
    );
    expect(takes.map(({ id }) => id)).toEqual(["a", "b"]);
    expect([removed, stayed]).toEqual([[take("c").name], [take("a").name]]);
  });
});

describe("takes as they are stored", () => {
  const asset = "ab".repeat(32);
  const full = take("a", {
    recording: {
      asset,
      bytes: 5,
      type: "video/webm",
      seconds: 12.5,
      channels: 2,
      hasPicture: true,
    },
    map: { beats: [0.5, 1, 1.5], one: 1, pinned: [2] },
    stills: [{ id: "s", seconds: 3, asset, words: "first finger bars here", eventId: "e1" }],
    crop: { left: 0.1, top: 0.2, width: 0.5, height: 0.5 },
  });

  it("are read back as they were", () => {
    const read = TAKES_FORMAT.read(JSON.parse(JSON.stringify([full, take("b")])));
    expect(read).toEqual({ ok: true, value: [full, take("b")] });
    expect(assetsOfTakes([full, take("b")])).toEqual([asset]);
  });

  it.each([
    ["the same id twice", [take("a"), take("a")], /id of its own/u],
    ["a loop that ends first", [take("a", { loops: [{ ...loop("l"), to: 1 }] })], /ends behind/u],
    [
      "beats out of order",
      [take("a", { map: { beats: [1, 0.5], one: 0, pinned: [] } })],
      /later than the one before/u,
    ],
    [
      "a pin of no beat",
      [take("a", { map: { beats: [1, 2], one: 0, pinned: [2] } })],
      /pinned beats/u,
    ],
    [
      "a speed of nothing",
      [
        take("a", {
          loops: [{ ...loop("l"), speed: { start: 0, step: 0, everyRounds: 1, to: 1 } }],
        }),
      ],
      /start/u,
    ],
    ["no list", { takes: [] }, /./u],
  ])("are refused with %s", (_, value, words) => {
    const read = TAKES_FORMAT.read(value);
    expect(!read.ok && read.error[0]!.message).toMatch(words);
  });
});
