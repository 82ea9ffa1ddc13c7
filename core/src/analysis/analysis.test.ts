import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { Memory } from "../foundation/memory";
import { formatChord, parseChords } from "../pitch/chord";
import { displayPitch, formatPitch } from "../pitch/pitch";
import { codesIn, songSaid, type SaidSong } from "../review/review.test-kit";
import { formatFraction } from "../rhythm/fraction";
import { formatScale } from "../theory/scale";
import { chordsOf, harmoniesOf, heardLines, keysOf, type StretchKey } from "./analyse-song";
import { parallelOf } from "./harmony";
import { overChanges } from "./over-changes";

function analysed(said: SaidSong) {
  const song = songSaid(said);
  const memory = new Memory();
  const lines = heardLines(song, memory);
  return {
    song,
    lines,
    keys: keysOf(song, lines, memory),
    chords: lines.map((line) => chordsOf(song, line, lines, memory)),
    harmonies: harmoniesOf(song, lines, memory),
  };
}

const guitar = (...callouts: string[]): SaidSong => ({ parts: [{ callouts }] });
const named = ({ clear }: StretchKey) => clear && formatScale(clear.scale);

describe("what is heard of a line", () => {
  it("tied notes are one, bends sound where they are bent to, dead strokes not at all", () => {
    const { lines } = analysed(guitar("'4 A0 ~ G7b1 Ax | G7b½ G7b¼ - -"));
    expect(
      lines[0]!.heard.map(({ pitch, start, end }) => `${formatPitch(pitch)} ${start}–${end}`),
    ).toEqual(["A2 0–0.5", "E4 0.5–0.75", "Eb4 1–1.25", "D4 1.25–1.5"]);
  });
});

describe("keys of a song", () => {
  it("a riff a fourth lower is the same riff, in another key", () => {
    const { keys } = analysed(guitar("'8 A0 A3 D2 D0 A3 A0 A3 A0", "'8 E0 E3 A2 A0 E3 E0 E3 E0"));
    expect(keys.map(named)).toEqual(["A minor", "E minor", expect.anything()]);
    expect(keys[1]!.evidence.at(-1)).toBe("the riff of Phrase 1, a fourth lower");
  });

  it("what the teacher says is contradicted, and stays", () => {
    const line = "'8 A0 A2 A4 D0 D2 D4 G1 G2 | G2 G1 D4 D2 D0 A4 A2 A0";
    const { keys, song } = analysed({ ...guitar(line), key: "A minor" });
    expect(named(keys[0]!)).toBe("A major");
    expect(keys[0]!.agrees).toBe(false);
    expect(song.key.mode).toBe("minor");
  });

  it.each([
    ["one note", "'1 A0"],
    ["an empty line", "'1 -"],
    ["quarter tones", "'4 G7b¼ G7b¼ G7b¼ G7b¼"],
    ["dead strokes alone", "'4 Ax Dx Ax Dx"],
    ["a line without a centre", "'8 A0 A1 A2 A3 A4 D0 D1 D2 D3 D4 G0 G1 G2 G3 B0 B1"],
  ])("%s has no clear key, and breaks nothing", (_, callout) => {
    const { keys } = analysed(guitar(callout));
    expect(keys.map(named)).toEqual(keys.map(() => undefined));
    expect(codesIn(guitar(callout))).not.toContain("key-stated-otherwise");
  });
});

describe("chords of a line", () => {
  it.each([
    ["'1 A0+D2+G2+B1+e0 | E3+A2+D0+G0+B0+e3", "1 0 Am, 2 0 G"],
    ["'2 D2+G0+B1 D0+G2+B3+e2", "1 0 C/E, 1 1/2 D"],
    ["'8 ring[A3 D2 G0 B1] A3 D2 G0 B1", "1 0 C"],
    ["'8 A3+B1 G0 B1 G0 D2 G0 B1 G0", "1 0 C"],
    ["'4 E3+A5 E3 E5+A7 E3", "1 0 G5, 1 1/2 A5"],
    ["'8 A0 A2 A3 D0 D2 D3 G0 G2", ""],
    ["'8 A0+D2+G2+B1 A0+D2+G2+B1 A0+D2+G2+B1 A0+D2+G2+B1", "1 0 Am"],
  ])("%s: %s", (callout, expected) => {
    const { chords } = analysed(guitar(callout));
    const said = chords[0]!.map(
      ({ bar, onset, readings }) =>
        `${bar + 1} ${formatFraction(onset)} ${formatChord(readings[0]!.chord)}`,
    );
    expect(said.join(", ")).toBe(expected);
  });

  it("the bass of another part makes a chord of what has no root", () => {
    const { chords } = analysed({
      parts: [{ callouts: ["'1 D2+G3+B3"] }, { callouts: ["'1 A3"], tuning: "bass-standard" }],
      key: "F major",
    });
    const [chord] = chords[0]!;
    expect(formatChord(chord!.withBass![0]!.chord)).toBe("C9");
  });
});

describe("two parts together", () => {
  const thirds: SaidSong = {
    parts: [
      { name: "One", callouts: ["'8 D2 D3 G0 G2 B0 B1 B3 e0"] },
      { name: "Two", callouts: ["'8 A3 D0 D2 D3 G0 G2 B0 B0"] },
    ],
  };

  it("are named interval by interval, and what leaves the parallel is told", () => {
    const [harmony] = analysed(thirds).harmonies;
    const names = harmony!.moments.map(({ interval }) => interval.name);
    expect(names.join(" ")).toBe("M3 m3 m3 M3 M3 m3 m3 P4");
    expect(parallelOf(harmony!.moments)).toMatchObject({ number: 3, share: 7 / 8 });
    expect(parallelOf(harmony!.moments)!.leaving.map(({ one }) => displayPitch(one.pitch))).toEqual(
      ["E4"],
    );
  });

  it("a held note goes on against what moves, and a semitone is a clash, in either order of parts", () => {
    const said = ["'1 E0", "'4 D2 D3 - -"].map((callout) => ({ callouts: [callout] }));
    const one = analysed({ parts: said }).harmonies[0]!.moments;
    const other = analysed({ parts: [...said].reverse() }).harmonies[0]!.moments;
    expect(one.map(({ interval, clash }) => `${interval.name}${clash ? "!" : ""}`)).toEqual([
      "P8",
      "m2!",
    ]);
    expect(other.map(({ interval, clash }) => [interval, clash])).toEqual(
      one.map(({ interval, clash }) => [interval, clash]),
    );
  });
});

describe("a riff over changes", () => {
  it("is counted from each root in turn", () => {
    const { lines } = analysed(guitar("'8 A0 A3 D0 D2 - - - -"));
    const chords = parseChords("Am F D7 G5");
    const rows = overChanges(lines[0]!.heard, chords.ok ? chords.value : []);
    expect(
      rows.map(({ degrees }) =>
        degrees.map(({ degree, isTarget }) => degree + (isTarget ? "*" : "")).join(" "),
      ),
    ).toEqual(["1* ♭3* 4 5*", "3* 5* 6 7", "5* ♭7* 1* 9", "2 4 5* 6"]);
    expect(rows[2]).toMatchObject({ targets: 3, colours: ["9"] });
  });

  it("says the same wherever line and chords are moved to together", () => {
    const names = fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(names, fc.integer({ min: 1, max: 7 }), (frets, up) => {
        const over = (fret: number, root: string) => {
          const said = frets.map((own) => `D${own + fret}`).join(" ");
          const { lines } = analysed({ ...guitar(`'8 ${said}`), key: "C major" });
          const chord = parseChords(root);
          return overChanges(lines[0]!.heard, chord.ok ? chord.value : []).map(({ degrees }) =>
            degrees.map(({ isTarget }) => isTarget),
          );
        };
        const roots = ["D", "Eb", "E", "F", "F#", "G", "Ab", "A"];
        expect(over(up, roots[up]!)).toEqual(over(0, "D"));
      }),
      { numRuns: 25 },
    );
  });
});
