import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fingertipMm } from "../neck/fret-geometry";
import { fret, fretFromNut, neckOf, type Neck } from "../neck/neck";
import { anyPart, partOn } from "./placement.test-kit";
import { handsFor } from "./fingering";
import { gripOf, isFretted, type PitchedHold, type Grip } from "./grip";
import { isKnownShape } from "./known-shape";
import { HAND_SIZES, reachMm, USUAL_HAND, type FrettingFinger } from "./player-hand";

const standard = neckOf(partOn("standard").instrument);

/** @param frets From the thickest string to the thinnest; x for a string that stays silent. */
function grip(frets: string, neck: Neck = standard): Grip {
  const rows = frets.split(frets.includes(" ") ? " " : "");
  return gripOf(
    rows.flatMap((text, index) => {
      if (text === "x") return [];
      const place = { string: rows.length - index, fret: fret(Number(text)) };
      return [{ ...place, fromNut: fretFromNut(place, neck) }];
    }),
  );
}

/** The fingers of the easiest hand, in the order of the strings as written. */
function fingersFor(frets: string, usesThumb = false): readonly string[] {
  return handsFor(grip(frets), standard, { ...USUAL_HAND, usesThumb }, [undefined]).map((hand) =>
    hand.fingers.join(""),
  );
}

describe("fingers", () => {
  // As method books give them.
  it.each([
    ["open C", "x32010", "32010"],
    ["open G", "320003", "210003"],
    ["open D", "xx0232", "0132"],
    ["open A minor", "x02210", "02310"],
    ["open E", "022100", "023100"],
    ["F, a barre", "133211", "134211"],
    ["A minor at the fifth fret, a barre", "577555", "134111"],
    ["a power chord", "577xxx", "134"],
    ["an octave", "3x5xxx", "13"],
    ["a dropped power chord", "555xxx", "111"],
    ["B7", "x21202", "21304"],
    ["a seventh on four strings", "xx2122", "2134"],
  ])("%s is held as taught", (_, frets, fingers) => {
    expect(fingersFor(frets)).toContain(fingers);
  });

  it.each([
    ["five frets at the nut", "1xxxx5"],
    ["five fingers", "1 2 3 4 5 6"],
  ])("refuse %s", (_, frets) => {
    expect(fingersFor(frets)).toEqual([]);
  });

  it("put the thumb over the neck only where the player does", () => {
    expect(fingersFor("200232").some((text) => text.startsWith("T"))).toBe(false);
    expect(fingersFor("200232", true).some((text) => text.startsWith("T"))).toBe(true);
  });

  it("never reach further than the hand, never share a fret in reverse, on any neck", () => {
    const anyGrip = anyPart.chain((part) => {
      const neck = neckOf(part.instrument, part.capo);
      const strings = neck.openMidi.map((_, index) => index + 1);
      const holds = fc.subarray(strings, { minLength: 1, maxLength: 4 }).chain((chosen) =>
        fc.tuple(
          ...chosen.map((string) =>
            fc.nat({ max: 12 }).map((at) => {
              const place = { string, fret: fret(at) };
              return { ...place, fromNut: fretFromNut(place, neck) };
            }),
          ),
        ),
      );
      return fc.tuple(fc.constant(neck), holds, fc.constantFrom(...HAND_SIZES));
    });
    fc.assert(
      fc.property(anyGrip, ([neck, holds, size]) => {
        const player = { size, usesThumb: false };
        for (const hand of handsFor(gripOf(holds), neck, player, [undefined])) {
          const pressed = hand.grip.holds.flatMap((hold, index) =>
            isFretted(hold) ? [{ hold, finger: hand.fingers[index] as FrettingFinger }] : [],
          );
          for (const one of pressed) {
            expect(one.hold.fromNut).toBeGreaterThanOrEqual(hand.indexFret!);
            for (const other of pressed) {
              const apart =
                fingertipMm(other.hold.fromNut, neck) - fingertipMm(one.hold.fromNut, neck);
              if (one.finger === other.finger) expect(apart).toBe(0);
              else expect(apart).toBeLessThanOrEqual(reachMm(player, one.finger, other.finger));
              if (one.finger < other.finger) expect(apart).toBeGreaterThanOrEqual(0);
              if (one.finger === other.finger) expectNothingUnder(one.hold, other.hold, hand.grip);
            }
          }
        }
      }),
    );
  });

  const expectNothingUnder = (one: PitchedHold, other: PitchedHold, { holds }: Grip) => {
    for (const hold of holds) {
      const isBetween = (hold.string - one.string) * (hold.string - other.string) < 0;
      if (isBetween && hold.fret !== undefined) {
        expect(isFretted(hold) && hold.fromNut).toBeGreaterThanOrEqual(one.fromNut);
      }
    }
  };

  it("reach wider up the neck in frets, not in millimetres", () => {
    const widest = (from: number) =>
      [3, 4, 5, 6, 7]
        .filter((wide) => fingersFor(`${from} ${from + wide} x x x x`).length > 0)
        .at(-1);
    expect([1, 5, 12].map(widest)).toEqual([3, 4, 7]);
  });
});

describe("shapes", () => {
  it.each([
    ["x32010", true],
    ["x54232", true],
    ["13542x", false],
    ["x24432", true],
    ["133211", true],
    ["355433", true],
    ["5x347x", false],
    ["0xx015", false],
  ])("%s: known is %s", (frets, known) => {
    expect(isKnownShape(grip(frets), 0)).toBe(known);
  });
});
