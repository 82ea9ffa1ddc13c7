import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualInstrument } from "../instrument/instrument";
import { TUNING_LIBRARY, tuningById } from "../instrument/tuning-library";
import { neckOf } from "../neck/neck";
import { formatKey } from "../pitch/key";
import { formatPitch, midiOf } from "../pitch/pitch";
import { keyOf, partOn, said } from "../placement/placement.test-kit";
import { STRAIGHT } from "../rhythm/feel";
import { anyBars, testId } from "../score/song.arbitraries";
import { eventsOf, type Bar } from "../score/bar";
import { notesOf, stringOf } from "../score/event";
import type { Part, Song } from "../score/song";
import { changeInWords } from "./change";
import { keepShapes } from "./keep-shapes";
import { remapPart, type RemapHow } from "./remap-part";

const KEY = keyOf("E minor");

/** A song of one phrase with one part. */
function songOf(part: Part, bars: readonly Bar[]): Song {
  return {
    title: "Slack Water",
    tempoBpm: 96,
    metre: { beats: 4, unit: 4 },
    feel: STRAIGHT,
    key: KEY,
    referenceHz: 440,
    style: {},
    parts: [part],
    phrases: [{ id: "phrase", name: "One", marks: [] }],
    form: [],
    lines: [{ phraseId: "phrase", partId: part.id, bars, others: [] }],
  };
}

const standard = partOn("standard");
const read = (text: string) => said(text, standard, "E minor");
const remap = (bars: readonly Bar[], to: Part, how: RemapHow = {}, from: Part = standard) => {
  const moved = remapPart(songOf(from, bars), from, to, testId, how);
  return { ...moved, bars: moved.lines[0]!.bars };
};
const pitches = (bars: readonly Bar[]) =>
  eventsOf(bars).map((e) =>
    notesOf(e)
      .flatMap((n) => (n.kind === "pitched" ? [midiOf(n.pitch)] : []))
      .sort((a, b) => a - b),
  );
const names = (bars: readonly Bar[]) =>
  eventsOf(bars)
    .flatMap(notesOf)
    .map((n) => (n.kind === "pitched" ? formatPitch(n.pitch) : "x"))
    .join(" ");
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

describe("moving a part to another neck", () => {
  it("keeps every pitch, and lists every note that has no place there, on any pair of instruments", () => {
    const anyTarget = fc
      .tuple(fc.constantFrom(...TUNING_LIBRARY), fc.nat({ max: 7 }))
      .map(([named, capo]) => partOn(named.id, capo));
    const anyCase = anyTarget.chain((from) =>
      fc.tuple(fc.constant(from), anyTarget, anyBars(neckOf(from.instrument, from.capo), KEY)),
    );
    fc.assert(
      fc.property(anyCase, ([from, to, bars]) => {
        const moved = remap(bars, to, {}, from);
        expect(pitches(moved.bars)).toEqual(pitches(bars));
        const homeless = eventsOf(moved.bars)
          .flatMap(notesOf)
          .filter((n) => stringOf(n) === undefined);
        expect(moved.changes.map(({ noteId }) => noteId).sort()).toEqual(
          homeless.map((n) => n.id).sort(),
        );
      }),
      { numRuns: 40 },
    );
  });

  it("never loses a note without a word: what is not there is in the list of changes", () => {
    const bass = partOn("bass-standard");
    const anyCase = fc.tuple(
      anyBars(neckOf(standard.instrument), KEY),
      fc.constantFrom("fold" as const, "chord-tone" as const, "leave-out" as const),
    );
    fc.assert(
      fc.property(anyCase, ([bars, beyond]) => {
        const moved = remap(bars, bass, { beyond });
        const count = (list: readonly (readonly number[])[]) => list.flat().length;
        const gone = moved.changes.filter(({ kind }) => kind === "left-out");
        expect(count(pitches(moved.bars))).toBe(count(pitches(bars)) - gone.length);
        const sounding = eventsOf(moved.bars).flatMap(notesOf);
        expect(sounding.every((note) => stringOf(note) !== undefined)).toBe(true);
      }),
      { numRuns: 40 },
    );
  });

  it("plays a standard riff on a half-step-down guitar one fret higher", () => {
    const moved = remap(read("E3h5 A3h5 D3h5"), partOn("half-step-down"));
    expect(places(moved.bars)).toBe("6:4 6:6 5:4 5:6 4:4 4:6");
  });

  it.each([
    ["E0 e22", partOn("bass-standard"), {}, ["D6: out of range: 22 semitones above the last fret"]],
    [
      "E0 E1",
      partOn("standard", 2),
      {},
      [expect.stringMatching(/below/), expect.stringMatching(/F2: out of range: 1 semitone below/)],
    ],
    ["E0 E3", partOn("standard", 2), { beyond: "fold" as const }, ["E2 in another octave, as E3"]],
    [
      "E0 E5 A2",
      partOn("standard", 2),
      { beyond: "chord-tone" as const },
      [expect.stringMatching(/^E2 becomes A2/)],
    ],
    [
      "E0 E5",
      partOn("standard", 2),
      { beyond: "leave-out" as const },
      [expect.stringMatching(/^E2 left out/)],
    ],
  ])("says what becomes of %s beyond the range", (text, to, how, words) => {
    expect(remap(read(text), to, how).changes.map(changeInWords)).toEqual(words);
  });

  it("voices a chord anew that cannot be held: bass and top stay, then the third", () => {
    const moved = remap(read("E0+A2+D2+G1+B0+e0"), partOn("bass-five-high"), {
      intent: "octave",
      beyond: "leave-out",
    });
    const left = pitches(moved.bars).flat();
    const whole = pitches(read("E0+A2+D2+G1+B0+e0"))
      .flat()
      .map((pitch) => pitch + moved.semitones);
    expect(left[0]).toBe(whole[0]);
    expect(left.at(-1)).toBe(whole.at(-1));
    expect(left.some((pitch) => (pitch - whole[0]!) % 12 === 4)).toBe(true);
    expect(left.length + moved.changes.length).toBe(whole.length);
  });

  it("joins dead strokes that find no string, and says so", () => {
    const moved = remap(read("Ex+Ax+Dx+Gx+Bx+ex"), partOn("bass-standard"));
    expect(moved.findings.map((f) => f.code)).toEqual(["dead-strokes-joined"]);
    expect(places(moved.bars)).toBe("4:x+3:x+2:x+1:x");
  });
});

describe("intents", () => {
  it("the same shapes sound in another key", () => {
    const moved = remap(read("E0 A2 D2"), partOn("standard", 3), { intent: "shapes" });
    expect(places(moved.bars)).toBe("6:0 5:2 4:2");
    expect(moved.semitones).toBe(3);
    expect(formatKey(moved.key)).toBe("G minor");
  });

  it("an octave away goes where the instrument is", () => {
    const bass = partOn("bass-standard");
    const line = said("E0 A2 D2", bass, "E minor");
    expect(remap(line, standard, { intent: "octave" }, bass).semitones).toBe(12);
    expect(remap(read("E0 A2 D2"), bass, { intent: "octave" }).semitones).toBe(-12);
  });

  it("the best key near by is the one that lies best: no search of all keys finds a better one", () => {
    const barred = said(
      "'4 E1+A3+D3+G2+B1+e1 A1+D3+G3+B3+e1 '2 E4+A6+D6+G5+B4+e4",
      standard,
      "F major",
    );
    const moved = remap(barred, standard, { intent: "key", within: 5 });
    expect(moved.semitones).not.toBe(0);
    expect(moved.difficulty[0]!.level).toBeLessThanOrEqual(
      remap(barred, standard).difficulty[0]!.level,
    );
  });
});

describe("keeping the shapes", () => {
  const neckFor = (id: string, capo = 0) =>
    neckOf(usualInstrument(tuningById(id), "Guitar"), { fret: capo });

  it("lets the hand stay and the sound follow the tuning and the capo", () => {
    const { bars, lost } = keepShapes(read("E0 A2 e3"), neckFor("drop-d", 2), KEY);
    expect(names(bars)).toBe("E2 C#3 A4");
    expect(places(bars)).toBe("6:0 5:2 1:3");
    expect(lost).toEqual([]);
  });

  it("lets go of frets and strings that are not there, keeps their pitch, and tells", () => {
    const short = keepShapes(read("E0 e22"), neckFor("standard", 2), KEY);
    expect(places(short.bars)).toBe("6:0 none");
    const four = keepShapes(read("E0 e5 Ax"), neckFor("bass-standard"), KEY);
    expect(places(four.bars).split(" ")[0]).toBe("none");
    expect([short.lost.length, four.lost.length]).toEqual([1, 1]);
  });
});
