import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { formatKey } from "../../pitch/key";
import { formatPitch, midi } from "../../pitch/pitch";
import { spellMidi } from "../../pitch/spelling";
import { sum } from "../../rhythm/fraction";
import { eventsOf } from "../../score/bar";
import { lengthOf, linkOf, notesOf } from "../../score/event";
import { testId } from "../../score/song.arbitraries";
import { barsOfPart, framesOfPhrase, type Song } from "../../score/song";
import { songOfMidi } from "./song-of-midi";
import { writeMidi } from "./write-midi";
import { surveyMidi } from "./midi-survey";
import { file, on, off, played, program, read, eventsIn, say, type At } from "./midi.test-kit";

describe("the time of a file", () => {
  const metre = (tick: number, numerator: number, denominator = 4): At => [
    tick,
    {
      meta: true,
      type: "timeSignature",
      numerator,
      denominator,
      metronome: 24,
      thirtyseconds: 8,
    },
  ];
  const tempo = (tick: number, bpm: number): At => [
    tick,
    { meta: true, type: "setTempo", microsecondsPerBeat: Math.round(6e7 / bpm) },
  ];
  const quarters = (count: number) =>
    Array.from({ length: count }, (_, beat) => played(480 * beat, 480 * beat + 480, 45)).flat();
  const barsOf = (song: Song) =>
    barsOfPart(song, song.parts[0]!.id).map(({ events }) => events.length);

  it("whatever is played and wherever metre and tempo change, bars add up and no note is lost untold", () => {
    const tick = fc.integer({ min: 0, max: 9000 });
    const anyNote = fc
      .tuple(tick, fc.integer({ min: 1, max: 2400 }), fc.integer({ min: 28, max: 88 }))
      .map(([at, length, height]) => played(at, at + length, height));
    const anyMetre = fc
      .tuple(tick, fc.constantFrom([3, 4], [7, 8], [5, 16], [2, 4], [12, 8]))
      .map(([at, [beats, unit]]) => metre(60 * Math.round(at / 60), beats, unit));
    const anyTempo = fc.tuple(tick, fc.integer({ min: 5, max: 900 })).map((one) => tempo(...one));
    const anyProgram = fc
      .tuple(tick, fc.constantFrom(24, 30, 33))
      .map(([at, programNumber]): At => [at, { type: "programChange", channel: 0, programNumber }]);
    fc.assert(
      fc.property(
        fc.array(anyNote, { minLength: 1, maxLength: 40 }),
        fc.array(fc.oneof(anyMetre, anyTempo), { maxLength: 6 }),
        fc.array(anyProgram, { maxLength: 3 }),
        (notes, changes, programs) => {
          const bytes = file([changes, [program(27), ...programs, ...notes.flat()]]);
          const { song, findings } = read(bytes);
          const told = findings
            .filter(({ code }) => code === "midi-merged" || code === "midi-cut")
            .map(({ message }) => Number(/^(\d+) ×/u.exec(message)?.[1] ?? 1));
          const struck = eventsOf(song.lines.flatMap(({ bars }) => bars))
            .flatMap(notesOf)
            .filter((note) => linkOf(note) !== "tie");
          expect(told.reduce((all, one) => all + one, struck.length)).toBe(notes.length);
          for (const phrase of song.phrases) {
            for (const { bars } of song.lines.filter(({ phraseId }) => phraseId === phrase.id)) {
              const frames = framesOfPhrase(song, phrase, bars.length);
              for (const [index, { events, voiceTwo = events }] of bars.entries()) {
                const lengths = [events, voiceTwo].map((voice) => sum(voice.map(lengthOf)));
                expect(lengths).toEqual([frames[index]!.length, frames[index]!.length]);
              }
            }
          }
        },
      ),
      { numRuns: 150 },
    );
  });

  it("a metre within a bar begins one", () => {
    const { song } = read(
      file([
        [metre(0, 4), metre(960, 3)],
        [program(27), ...quarters(8)],
      ]),
    );
    expect(barsOf(song)).toEqual([2, 3, 3]);
  });

  it("a short first bar is a pick-up, and comes back as one", () => {
    const first = file([
      [metre(0, 1), metre(480, 4)],
      [program(27), ...quarters(9)],
    ]);
    const { song } = read(first);
    expect(barsOf(song)).toEqual([1, 4, 4]);
    expect(song.metre).toEqual({ beats: 4, unit: 4 });
    expect(song.phrases[0]!.marks).toEqual([{ bar: 0, from: { num: 3, den: 4 } }]);
    const again = read(writeMidi(song)).song;
    expect([again.metre, again.phrases[0]!.marks]).toEqual([song.metre, song.phrases[0]!.marks]);
  });

  it("a bar with several tempos lasts as long as with them, and that is said", () => {
    const { song, findings } = read(
      file([
        [tempo(0, 120), tempo(960, 60)],
        [program(27), ...quarters(8)],
      ]),
    );
    expect([song.tempoBpm, song.phrases[0]!.marks]).toEqual([80, [{ bar: 1, tempoBpm: 60 }]]);
    expect(findings.find(({ code }) => code === "midi-tempos")!.message).toMatch(/^2 tempos/u);
  });

  it("a tempo that nobody plays is told", () => {
    const { song, findings } = read(file([[tempo(0, 1200)], [program(27), ...quarters(4)]]));
    expect(song.tempoBpm).toBe(400);
    expect(findings.map(({ code }) => code)).toContain("midi-tempo");
  });
});

describe("what a file does not say", () => {
  const scale = (root: number, steps: readonly number[]) =>
    steps.flatMap((step, index) => played(240 * index, 240 * index + 240, root + step));

  it.each([
    [
      "Ab major",
      44,
      [0, 4, 7, 12, 7, 4, 5, 9, 12, 9, 5, 9, 7, 11, 14, 17, 12, 7, 4, 0, 5, 2, 11, 0],
    ],
    ["E minor", 40, [0, 3, 7, 12, 10, 7, 8, 7, 5, 3, 2, 0, 3, 7, 12, 7, 5, 8, 7, 3, 2, 3, 0, 0]],
  ])("is heard: %s, and spelled so", (name, root, steps) => {
    const { song, findings } = read(file([[program(27), ...scale(root, steps)]]));
    expect(formatKey(song.key)).toBe(name);
    const names = eventsIn(song).flatMap(notesOf).map(say);
    const ofKey = spellMidi(midi(root + steps[1]!), song.key);
    expect(names[1]).toBe(formatPitch(ofKey));
    expect(findings.map(({ message }) => message).join()).toMatch(/names no key.*which is heard/u);
  });

  it("is heard where a program named C major unasked, and something far off sounds", () => {
    const cMajor: At = [0, { meta: true, type: "keySignature", key: 0, scale: 0 }];
    const steps = [0, 4, 7, 12, 7, 4, 5, 9, 12, 9, 5, 9, 7, 11, 14, 17, 12, 7, 4, 0, 5, 2, 11, 0];
    const keyOf = (root: number) =>
      formatKey(read(file([[cMajor], [program(27), ...scale(root, steps)]])).song.key);
    expect([48, 43, 44, 52].map(keyOf)).toEqual(["C major", "C major", "Ab major", "E major"]);
  });

  it("phrase by phrase: each has the names of its own key", () => {
    const inE = scale(40, [0, 4, 7, 12, 11, 7, 4, 2, 4, 7, 9, 7, 4, 2, 0, 0]);
    const inF = scale(41, [0, 4, 7, 12, 10, 7, 5, 2, 4, 7, 9, 7, 5, 2, 0, 0]);
    const later = inF.map(([tick, event]): At => [tick + 3840, event]);
    const marker = (tick: number, text: string): At => [tick, { meta: true, type: "marker", text }];
    const { song } = read(
      file([[program(27), marker(0, "A"), ...inE, marker(3840, "B"), ...later]]),
    );
    const [first, second] = song.phrases.map(({ id }) =>
      eventsOf(song.lines.find(({ phraseId }) => phraseId === id)!.bars)
        .flatMap(notesOf)
        .map(say)
        .join(" "),
    );
    expect([first, second].map((names) => /#/u.test(names!))).toEqual([true, false]);
    expect([first, second].map((names) => /b\d/u.test(names!))).toEqual([false, true]);
  });

  it("its title is the file's own name", () => {
    const { survey } = surveyMidi(file([[program(27), ...played(0, 480, 52)]]));
    expect(songOfMidi(survey!, testId, {}, "low_bell take 2.mid").song!.title).toBe(
      "low bell take 2",
    );
  });

  it("accents are what stands out of a part, not what is loud by itself", () => {
    const loud = (velocities: readonly number[]) =>
      read(
        file([
          [
            program(27),
            ...velocities.flatMap((velocity, index): At[] => [
              on(240 * index, 45, 0, velocity),
              off(240 * index + 240, 45),
            ]),
          ],
        ]),
      )
        .song.lines[0]!.bars.flatMap(({ events }) => events)
        .flatMap((event) => (event.kind === "notes" ? [event.techniques.length] : []));
    const player = [112, 118, 115, 121, 113, 117, 119, 116];
    expect(loud(player)).toEqual([0, 0, 0, 0, 0, 0, 0, 0]);
    expect(loud([70, 74, 101, 72, 69, 75, 71, 73])).toEqual([0, 0, 1, 0, 0, 0, 0, 0]);
    expect(loud([80, 80, 112, 80, 112, 80, 112, 80])).toEqual([0, 0, 1, 0, 1, 0, 1, 0]);
  });
});
