import { describe, expect, it } from "vitest";
import { formatFeel } from "../../rhythm/feel";
import { formatFraction } from "../../rhythm/fraction";
import { notesOf } from "../../score/event";
import { testId } from "../../score/song.arbitraries";
import { barsOfPart } from "../../score/song";
import { readFile } from "../open-file/read-file";
import { file, played, bend, program, read, eventsIn, say, said, type At } from "./midi.test-kit";

describe("notes of a file", () => {
  it("of a program stand where they are written, whatever divides the beat", () => {
    const triplet = [0, 160, 320].flatMap((tick) => played(tick, tick + 160, 52));
    const straight = [480, 600, 720, 840].flatMap((tick) => played(tick, tick + 120, 55));
    const rest = played(960, 1200, 57);
    const { song, moved } = read(
      file([[program(27), ...triplet, ...straight, ...rest, ...played(1440, 1920, 59)]]),
    );
    expect(said(song)).toBe(
      "1/12 E3, 1/12 E3, 1/12 E3, 1/16 G3, 1/16 G3, 1/16 G3, 1/16 G3, 1/8 A3, 1/8 -, 1/4 B3",
    );
    expect(moved[0]!.moved.moved).toBe(0);
  });

  it("of a player are brought to the grid, and how far is said", () => {
    const jitter = [3, -11, 14, -8, 6, -13, 9, -4];
    const notes = jitter.flatMap((off, index) => {
      const start = Math.max(0, 240 * index + off);
      return played(start, start + 215, 40 + index);
    });
    const { song, moved, findings } = read(file([[program(27), ...notes]]));
    expect(eventsIn(song).map(({ duration }) => formatFraction(duration))).toEqual(
      Array(8).fill("1/8"),
    );
    expect(moved[0]!.moved).toMatchObject({ notes: 8, mostMillibeats: 29 });
    expect(findings.map(({ code }) => code)).toContain("midi-moved");
  });

  it("of a player in triplets are triplets", () => {
    const notes = Array.from({ length: 12 }, (_, index) => {
      const start = Math.max(0, Math.round(160 * index + [5, -9, 7, -3][index % 4]!));
      return played(start, start + 140, 45);
    }).flat();
    const { song, moved } = read(file([[program(27), ...notes]]));
    expect(said(song)).toBe(Array(12).fill("1/12 A2").join(", "));
    expect([...moved[0]!.moved.beatsByGrid]).toEqual([[3, 4]]);
  });

  const eighths = (lengths: readonly number[]) =>
    read(
      file([
        [
          program(27),
          ...lengths.flatMap((length, index) => played(240 * index, 240 * index + length, 45)),
        ],
      ]),
    );

  it.each([
    ["a gate of nine tenths", (): number => 216],
    ["a gate of a half", (): number => 120],
    ["fingers that lift early, and not evenly", (index: number): number => 150 + 11 * (index % 5)],
  ])("%s is how a part is played: full values", (_, length) => {
    const { song } = eighths(Array.from({ length: 16 }, (__, index) => length(index)));
    expect(said(song)).toBe(Array(16).fill("1/8 A2").join(", "));
    expect(
      eventsIn(song).flatMap((event) => (event.kind === "notes" ? event.techniques : [])),
    ).toEqual([]);
  });

  it("what is played short among long notes is staccato, a real silence a rest", () => {
    const lengths = [230, 221, 96, 232, 101, 227];
    const notes = lengths.flatMap((length, index) => played(240 * index, 240 * index + length, 45));
    const { song } = read(file([[program(27), ...notes, ...played(1920, 2388, 45)]]));
    const events = eventsIn(song).map(
      (event) =>
        formatFraction(event.duration) +
        (event.kind === "notes" ? event.techniques.map(({ kind }) => ` ${kind}`).join("") : " -"),
    );
    const short = "1/8 staccato";
    expect(events.slice(0, 8)).toEqual(["1/8", "1/8", short, "1/8", short, "1/8", "1/4 -", "1/4"]);
  });

  it("swung eighths are eighths, and the song swings", () => {
    const lateAt = [4, -7, 11, -3, 6, -9, 2, -5];
    const notes = lateAt.flatMap((off, beat) => [
      ...played(480 * beat, 480 * beat + 290, 45),
      ...played(480 * beat + 318 + off, 480 * beat + 470, 47),
    ]);
    const { song, findings } = read(file([[program(27), ...notes]]));
    expect(said(song)).toBe(Array(8).fill("1/8 A2, 1/8 B2").join(", "));
    expect(formatFeel(song.feel)).toBe("swing 2:1");
    expect(findings.map(({ code }) => code)).toContain("midi-swing");
  });

  it("a grid of one's own is kept", () => {
    const notes = [0, 130, 350, 470].flatMap((tick) => played(tick, tick + 100, 45));
    const { song } = read(file([[program(27), ...notes]]), { kind: "steps", perQuarter: 2 });
    expect(
      eventsIn(song)
        .slice(0, 2)
        .map(({ duration }) => formatFraction(duration)),
    ).toEqual(["1/8", "1/8"]);
  });

  it("go over the bar line as ties, and sound on below in a second voice", () => {
    const { song } = read(
      file([
        [
          program(27),
          ...played(1440, 2400, 52),
          ...played(2400, 3840, 40),
          ...played(2880, 3360, 59),
        ],
      ]),
    );
    const bars = barsOfPart(song, song.parts[0]!.id);
    expect(bars.map(({ events }) => events.flatMap(notesOf).map(say).join(" "))).toEqual([
      "E3",
      "E3 tie B3",
    ]);
    expect(bars[1]!.voiceTwo?.flatMap(notesOf).map(say)).toEqual(["E2"]);
  });
});

describe("the pitch wheel", () => {
  const LONG = [0, 960] as const;
  const turn = (...points: readonly (readonly [number, number])[]) =>
    points.map(([tick, cents]) => bend(tick, cents));
  it.each([
    ["up and stays", turn([0, 0], [100, 100], [240, 200]), "bend 200"],
    [
      "up and back",
      turn([0, 0], [120, 60], [240, 100], [600, 40], [720, 0]),
      "bend-and-release 100",
    ],
    ["up before the note", turn([0, 200]), "pre-bend 200"],
    ["up before, then back", turn([0, 200], [480, 100], [600, 0]), "pre-bend-and-release 200"],
    ["from below", turn([0, -200], [120, 0]), "slide-in"],
    ["down at the end", turn([0, 0], [800, -50], [900, -200]), "slide-out"],
    [
      "to and fro",
      turn(...[0, 1, 2, 3, 4, 5, 6, 7].map((step) => [100 * step, step % 2 ? 25 : -5] as const)),
      "vibrato narrow",
    ],
    [
      "far to and fro",
      turn(...[0, 1, 2, 3, 4, 5, 6, 7].map((step) => [100 * step, step % 2 ? 60 : -60] as const)),
      "vibrato wide",
    ],
    ["hardly", turn([0, 0], [300, 12]), ""],
  ])("%s", (_, wheel, wanted) => {
    const { song } = read(file([[program(27), ...wheel, ...played(...LONG, 57)]]));
    expect(eventsIn(song).flatMap(notesOf).map(say)[0]).toBe(
      ["A3", wanted].filter(Boolean).join(" "),
    );
  });

  it("has the range that the file sets", () => {
    const control = (controllerType: number, value: number): At => [
      0,
      { type: "controller", channel: 0, controllerType, value },
    ];
    const range = [control(101, 0), control(100, 0), control(6, 12)];
    const { song } = read(file([[program(27), ...range, bend(100, 50), ...played(0, 960, 57)]]));
    expect(eventsIn(song).flatMap(notesOf).map(say)).toEqual(["A3 bend 300"]);
  });
});

describe("what a neck cannot have is told", () => {
  const told = (bytes: Uint8Array) =>
    readFile("a.mid", bytes, { newId: testId }).findings.map(
      ({ code, message }) => `${code}: ${message}`,
    );

  it.each([
    [
      "notes beyond it",
      [...played(0, 480, 24), ...played(480, 960, 45)],
      "unplaced: Clean guitar: 1 note has no place on Standard, first in Phrase 1, bar 1",
    ],
    [
      "ten notes at once",
      Array.from({ length: 10 }, (_, index) => played(0, 480, 40 + 3 * index)).flat(),
      "midi-cut: Clean guitar: notes of a chord beyond 9, the highest, were left out, in bar 1",
    ],
    [
      "a wheel that turns an octave",
      [
        bend(0, 0),
        ...played(0, 960, 45),
        ...[101, 100].map((type) => control(type, 0)),
        control(6, 12),
        bend(300, 200),
      ],
      "midi-bent: Clean guitar: bends of more than 6 semitones end there: no string goes further, in bar 1",
    ],
  ])("%s", (_, events, wanted) => {
    expect(told(file([[program(27), ...events]]))).toContainEqual(wanted);
  });

  function control(controllerType: number, value: number): At {
    return [0, { type: "controller", channel: 0, controllerType, value }];
  }
});
