import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NO_CAPO } from "../instrument/capo";
import { usualInstrument } from "../instrument/instrument";
import { TUNING_LIBRARY, tuningById } from "../instrument/tuning-library";
import { neckOf } from "../neck/neck";
import { USUAL_STYLE } from "../neck/place-names";
import { explainUnreachable } from "../placement/unreachable";
import { parseKey } from "../pitch/key";
import { formatPitch, midiOf } from "../pitch/pitch";
import { parseCallout } from "../callout/parse-callout";
import { calloutContext } from "../callout/context";
import { anyBars, testId } from "../score/song.arbitraries";
import { eventsOf, type Bar } from "../score/bar";
import { notesOf, stringOf } from "../score/event";
import { remapBars, type Unreachable } from "./remap-bars";
import { keepShapes } from "./keep-shapes";

const key = parseKey("E minor");
if (!key.ok) throw new Error(key.error);
const neckFor = (id: string, capo = 0) =>
  neckOf(usualInstrument(tuningById(id), "Guitar"), { fret: capo });
const standard = neckFor("standard");
const read = (text: string) => {
  const instrument = usualInstrument(tuningById("standard"), "Guitar");
  const frame = { key: key.value, metre: { beats: 4, unit: 4 } as const, tempoBpm: 96 };
  const context = calloutContext({ instrument, capo: NO_CAPO }, frame, USUAL_STYLE);
  return parseCallout(text, context, testId).bars;
};
const explain = ({ bar, pitch, why }: Unreachable) =>
  `bar ${bar}: ${formatPitch(pitch)}: ${explainUnreachable(why)}`;
const places = (bars: readonly Bar[]) =>
  eventsOf(bars)
    .map((e) =>
      notesOf(e)
        .map((n) =>
          n.kind === "dead"
            ? `${n.string}:x`
            : n.place
              ? `${n.place.string}:${n.place.fret}`
              : "none",
        )
        .join("+"),
    )
    .join(" ");

describe("moving a line to another neck", () => {
  it("keeps every pitch, on any pair of instruments and capos", () => {
    const anyNeck = fc
      .tuple(fc.constantFrom(...TUNING_LIBRARY), fc.nat({ max: 7 }))
      .map(([named, capo]) => neckFor(named.id, capo));
    const anyCase = anyNeck.chain((from) =>
      fc.tuple(fc.constant(from), anyNeck, anyBars(from, key.value)),
    );
    fc.assert(
      fc.property(anyCase, ([from, to, bars]) => {
        const moved = remapBars(bars, from, to, testId);
        const sounding = (list: readonly Bar[]) =>
          eventsOf(list).map((e) =>
            notesOf(e).flatMap((n) => (n.kind === "pitched" ? [midiOf(n.pitch)] : [])),
          );
        expect(sounding(moved.bars)).toEqual(sounding(bars));
        const homeless = eventsOf(moved.bars)
          .flatMap(notesOf)
          .filter((n) => stringOf(n) === undefined);
        expect(moved.unreachable.map((u) => u.noteId).sort()).toEqual(
          homeless.map((n) => n.id).sort(),
        );
      }),
      { numRuns: 60 },
    );
  });

  it("plays a standard riff on a half-step-down guitar one fret higher", () => {
    const moved = remapBars(read("E3h5 A3h5 D3h5"), standard, neckFor("half-step-down"), testId);
    expect(places(moved.bars)).toBe("6:4 6:6 5:4 5:6 4:4 4:6");
  });

  it("says by how much a note is out of range, and keeps it", () => {
    const moved = remapBars(read("E0 e22"), standard, neckFor("bass-standard"), testId);
    expect(moved.unreachable.map(explain)).toEqual([
      "bar 1: D6: out of range: 22 semitones above the last fret",
    ]);
    expect(places(moved.bars).split(" ")[1]).toBe("none");
    const capoed = remapBars(read("E0 E1"), standard, neckFor("standard", 2), testId);
    expect(capoed.unreachable.map(explain)[1]).toMatch(/F2: out of range: 1 semitone below/);
  });

  it("joins dead strokes that find no string, and says so", () => {
    const moved = remapBars(read("Ex+Ax+Dx+Gx+Bx+ex"), standard, neckFor("bass-standard"), testId);
    expect(moved.findings.map((f) => f.code)).toEqual(["dead-strokes-joined"]);
    expect(places(moved.bars)).toBe("4:x+3:x+2:x+1:x");
  });
});

describe("keeping the shapes", () => {
  it("lets the hand stay and the sound follow the tuning and the capo", () => {
    const kept = keepShapes(read("E0 A2 e3"), neckFor("drop-d", 2), key.value);
    const sounds = eventsOf(kept)
      .flatMap(notesOf)
      .map((n) => (n.kind === "pitched" ? formatPitch(n.pitch) : "x"));
    expect(sounds.join(" ")).toBe("E2 C#3 A4");
    expect(places(kept)).toBe("6:0 5:2 1:3");
  });

  it("lets go of a fret that is not there, keeps its pitch, and refuses fewer strings", () => {
    expect(places(keepShapes(read("E0 e22"), neckFor("standard", 2), key.value))).toBe("6:0 none");
    expect(() => keepShapes(read("E0"), neckFor("bass-standard"), key.value)).toThrow(/1–4, got 6/);
  });
});
