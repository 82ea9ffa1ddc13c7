import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { PassagePlayer } from "../synthesis/passage-player";
import { tempoInRound, type PlayPlan } from "../passage/play-plan";
import { courseAt, type Passage } from "../passage/passage";
import { PitchEar, windowSizeFor } from "../ear/pitch-ear";
import { renderPassage } from "../synthesis/render-passage";
import { writeWav } from "../synthesis/wav";
import { centsBetween } from "../pitch/frequency";
import { STRAIGHT, TRIPLET_SWING, type Feel } from "../rhythm/feel";
import { eventsOf } from "../score/bar";
import { notesOf, type PitchedNote } from "../score/event";
import type { Song } from "../score/song";
import { anySong } from "../score/song.arbitraries";
import { perform } from "./perform";
import { pitchCourse } from "./pitch-course";
import { songOf } from "./playing.test-kit";

const guitarActs = (song: Song) => perform(song).passage.parts[0]!.acts;
const startsOf = (song: Song) => perform(song).events.map(({ start }) => start);
const rounded = (numbers: readonly number[]) => numbers.map((one) => Math.round(one * 1000) / 1000);

describe("when events are heard", () => {
  // A quarter note lasts half a second at 120.
  it.each<[string, string, Feel, readonly number[]]>([
    ["straight eighths", "'8 E0 E0 E0 E0", STRAIGHT, [0, 0.25, 0.5, 0.75]],
    ["swung eighths", "'8 E0 E0 '4 E0", TRIPLET_SWING, [0, 0.333, 0.5]],
    ["a triplet as written", "'8t E0 E0 E0 '8 E0 E0", TRIPLET_SWING, [0, 0.167, 0.333, 0.5, 0.833]],
    ["swung sixteenths inside", "'16 E0 E0 E0 E0", TRIPLET_SWING, [0, 0.167, 0.333, 0.417]],
    ["a pick-up", "from 4& '8 E0 | '4 E0 E0 E0 E0", STRAIGHT, [0, 0.25, 0.75, 1.25, 1.75]],
    ["a swung pick-up", "from 4& '8 E0 | '1 E0", TRIPLET_SWING, [0.083, 0.25]],
    ["another tempo", "'1 E0 | at 60 '2 E0 E0", STRAIGHT, [0, 2, 4]],
    ["another metre", "in 3/4 '2. E0 | E0", STRAIGHT, [0, 1.5]],
    ["a fermata", "'4 E0.hold E0 '2 E0", STRAIGHT, [0, 1, 1.5]],
    ["a grace before", "'4 E0 '8 grace['16 E3] '4 E5", STRAIGHT, [0, 0.375, 0.5]],
    ["a grace on the beat", "'4 E0 grace-on['16 E3] '4 E5", STRAIGHT, [0, 0.5, 0.625]],
    ["a grace before the first note", "grace['16 E3] '4 E5 E5", STRAIGHT, [0, 0.125, 0.5]],
    ["a grace from the bar before", "'1 E0 | grace['16 E3] '4 E5", STRAIGHT, [0, 1.875, 2]],
    // Half of what is there, in a bar and before the playing.
    ["graces without a note", "grace['4 E3 E5 '1 E3] | '1 E0", STRAIGHT, [0, 0.167, 0.333, 2]],
    ["two voices", "under['2 E0 E0] '4 - D0 D0 D0", STRAIGHT, [0, 0, 0.5, 1, 1, 1.5]],
  ])("%s: %s", (_, text, feel, seconds) => {
    expect(rounded(startsOf(songOf([text], { feel })))).toEqual(seconds);
  });

  it("follows the form, its repeats, endings and changing chords", () => {
    const song = songOf(
      ["'1 E0", "'1 A0", "'1 D0"],
      {},
      "Verse: A x2 [1: B] [2: C]; A x2 over Em Am",
    );
    const { events, bars, passage } = perform(song);
    expect(events.map(({ phraseId }) => phraseId).join(" ")).toBe("p0 p1 p0 p2 p0 p0");
    expect(bars.map(({ startSeconds }) => startSeconds)).toEqual([0, 2, 4, 6, 8, 10]);
    const backing = passage.parts.find(({ id }) => id === "backing")!;
    const bass = backing.acts.map(({ at, hz }) => `${at}: ${Math.round(hz)}`);
    // E1 is 41.2 Hz and A1 55 Hz; the bass comes where the chord begins and on the third beat.
    expect(bass).toEqual(["8: 41", "9: 41", "10: 55", "11: 55"]);
  });

  it("begins every event inside its bar and the playing, in order, whatever is written", () => {
    fc.assert(
      fc.property(anySong, (song) => {
        const { events, passage, bars } = perform(song);
        const starts = events.map(({ start }) => start);
        expect(starts).toEqual([...starts].sort((a, b) => a - b));
        for (const { start, end } of events) {
          expect(start).toBeGreaterThanOrEqual(0);
          expect(end).toBeGreaterThanOrEqual(start - 1e-9);
          expect(end).toBeLessThanOrEqual(passage.seconds + 1e-6);
        }
        for (const [index, bar] of bars.entries()) {
          if (index > 0) expect(bar.startSeconds).toBe(bars[index - 1]!.endSeconds);
        }
        for (const part of passage.parts) {
          for (const act of part.acts) {
            expect(act.string).toBeGreaterThanOrEqual(1);
            expect(act.string).toBeLessThanOrEqual(part.strings);
            expect(Number.isFinite(act.hz)).toBe(true);
          }
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe("how the pitch of a note moves", () => {
  const shares = [0, 0.125, 0.25, 0.5, 0.75, 1];
  const noteOf = (text: string, index = 0) => {
    const song = songOf([text]);
    const notes = eventsOf(song.lines[0]!.bars).flatMap(notesOf);
    return {
      note: notes[index] as PitchedNote,
      after: notes[index + 1] as PitchedNote | undefined,
    };
  };
  // By hand: cents above the fretted note at the start, an eighth, a quarter, a half, three quarters and the end.
  it.each([
    ["B8", [0, 0, 0, 0, 0, 0]],
    ["B8b1", [0, 100, 200, 200, 200, 200]],
    ["B8b½", [0, 50, 100, 100, 100, 100]],
    ["B8pb1½", [300, 300, 300, 300, 300, 300]],
    ["B8b1r", [0, 100, 200, 200, 0, 0]],
    ["B8pb2r", [400, 400, 400, 0, 0, 0]],
    ["G7b>B5", [0, 100, 200, 200, 200, 200]],
    ["B8.slidein", [-200, 0, 0, 0, 0, 0]],
    ["B8.slideout", [0, 0, 0, 0, 0, -500]],
    ["B8b1.slideout", [0, 100, 200, 200, 200, -300]],
    ["B8b1.slidein", [-200, 100, 200, 200, 200, 200]],
    ["B8c20", [20, 20, 20, 20, 20, 20]],
    // The fifth partial lies 14 cents below the tempered third.
    ["E4.harm", [-14, -14, -14, -14, -14, -14]],
    // To the next note of the string, in the last quarter.
    ["B5s8", [0, 0, 0, 0, 0, 300]],
    ["B8S3", [0, 0, 0, 0, 0, -500]],
  ])("%s: %j", (text, cents) => {
    const { note, after } = noteOf(text);
    const points = pitchCourse(note, after ? { after } : {});
    const course = points.map(({ share, cents: at }) => ({ at: share, cents: at }));
    expect(shares.map((share) => Math.round(courseAt(course, share)))).toEqual(cents);
  });

  it.each<[string, readonly number[], number?]>([
    ["'2 E5.dip1 E0", [0, -100, -200, 0]],
    ["'2 E5.dive½ E0", [0, 0, 0, -33]],
    ["'2 E5.scoop1 E0", [-200, -100, 0, 0]],
    ["'2 E5b1.dip½ E0", [0, 50, 100, 200]],
    ["'2 B8b1 ~", [200, 200, 200, 200], 1],
    ["'2 B8b1 rB8", [200, 100, 0, 0], 1],
  ])("%s, as its act is played: %j", (text, cents, index = 0) => {
    const act = guitarActs(songOf([text]))[index]!;
    const length = 1;
    const at = [0, 0.125, 0.25, 0.5].map((share) =>
      Math.round(courseAt(act.course, share * length)),
    );
    expect(at).toEqual(cents);
  });

  it.each<[string, readonly (string | undefined)[], number]>([
    ["A5h7", ["hammer"], 1],
    ["A7p5", ["pull"], 1],
    ["A5s7", [undefined], 1],
    ["A5S7", ["pick"], 1],
    ["A5 ~", [undefined], 1],
    ["A5 tA12", ["tap"], 1],
    ["A5.slap D7.pop", ["slap", "pop"], 0],
    ["hA5", ["pick"], 0],
  ])("%s is sounded by %j", (text, by, from) => {
    const acts = guitarActs(songOf([text])).slice(from);
    expect(acts.map(({ attack }) => attack?.by)).toEqual(by);
  });
});

const RATE = 48_000;
const plan = (passage: Passage, more: Partial<PlayPlan> = {}): PlayPlan => ({
  from: 0,
  to: passage.seconds,
  isLooping: false,
  tempo: { start: 1, step: 0, everyRounds: 1, to: 1 },
  ...more,
});
function render(passage: Passage, parts: readonly string[], tempo = 1): Float32Array {
  const gains = new Map(passage.parts.map(({ id }) => [id, parts.includes(id) ? 1 : 0]));
  const steps = renderPassage(passage, tempo, RATE, gains);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
/** Where sound begins after at least 15 ms of silence, in seconds. */
function onsetsIn(samples: Float32Array, rate = RATE): readonly number[] {
  const onsets: number[] = [];
  let quiet = Number.POSITIVE_INFINITY;
  for (const [index, sample] of samples.entries()) {
    if (Math.abs(sample) > 0.004) {
      if (quiet > 0.015 * rate) onsets.push(index / rate);
      quiet = 0;
    } else quiet++;
  }
  return onsets;
}

describe("the rendered sound", () => {
  it.each<[string, Feel, number]>([
    ["'8 Ex - Ex - '8t Ax Ax Ax '8 - Ax", STRAIGHT, 1],
    ["'8 Ex Ex - Ex '4 - '8 Ax Ax | from 2 at 90 '8 Ex Ex '2 Ex", TRIPLET_SWING, 1],
    ["'8 Ex Ex - Ex '4 - '8 Ax Ax", TRIPLET_SWING, 0.5],
    ["'4 Ex '16 - Ex - Ex '4 Dx.hold Ex | '1 Ax", STRAIGHT, 1.5],
  ])("begins every stroke within 2 ms of the score: %s", (text, feel, tempo) => {
    const song = songOf([text], { feel });
    const { events, passage } = perform(song);
    const notes = new Set(
      eventsOf(song.lines[0]!.bars).flatMap((event) => (event.kind === "notes" ? [event.id] : [])),
    );
    const wanted = events
      .filter(({ eventId }) => notes.has(eventId))
      .map(({ start }) => start / tempo);
    const heard = onsetsIn(render(passage, ["guitar"], tempo));
    expect(heard.length).toBe(wanted.length);
    for (const [index, onset] of heard.entries()) {
      expect(Math.abs(onset - wanted[index]!)).toBeLessThan(0.002);
    }
  });

  it.each([
    ["'1 A5", "D3", 0.4],
    ["'1 B8b1", "A4", 1.2],
    ["'1 B8pb½", "G#4", 0.4],
    ["'1 E12.harm", "E3", 0.4],
    ["'2 A5s7", "E3", 1.3],
    ["'2 A5h7", "E3", 1.3],
  ])("%s sounds %s", (text, name, at) => {
    const size = windowSizeFor(RATE);
    const samples = render(perform(songOf([text])).passage, ["guitar"]);
    const heard = new PitchEar(RATE, size).hear(samples.subarray(at * RATE, at * RATE + size));
    const note = noteNamed(name);
    expect(Math.abs(centsBetween(note, heard!.hz))).toBeLessThan(6);
  });

  it("tells open, palm-muted and dead strings apart by how they die away", () => {
    const loudness = (text: string) => {
      const samples = render(perform(songOf([text])).passage, ["guitar"]);
      const power = (from: number) => {
        const part = samples.subarray(from * RATE, (from + 0.1) * RATE);
        return part.reduce((sum, one) => sum + one * one, 0);
      };
      return power(0.3) / power(0);
    };
    expect(loudness("'1 E0")).toBeGreaterThan(5 * loudness("'1 pm[E0]"));
    expect(loudness("'1 pm[E0]")).toBeGreaterThan(5 * loudness("'1 Ex"));
  });

  it("does not drift over ten minutes of clicks", () => {
    const rate = 8000;
    const song = songOf(["( '4 E0 E0 E0 E0 | )x99", "( '4 E0 E0 E0 E0 | )x99"]);
    const { passage } = perform(song, {});
    const clicks: Passage = { ...passage, parts: passage.parts.filter(({ id }) => id === "click") };
    const player = new PassagePlayer(clicks, plan(clicks, { isLooping: true }), rate);
    const samples = new Float32Array(600 * rate);
    player.render(samples);
    const heard = onsetsIn(samples, rate);
    expect(heard.length).toBe(1200);
    for (const [index, onset] of heard.entries()) {
      expect(Math.abs(onset - index / 2)).toBeLessThan(0.002);
    }
  });

  it("counts in, loops, and takes up the tempo by its steps", () => {
    const { passage } = perform(songOf(["'4 E0 E0 E0 E0"]));
    const player = new PassagePlayer(
      passage,
      plan(passage, {
        isLooping: true,
        tempo: { start: 0.5, step: 0.25, everyRounds: 2, to: 1 },
        countIn: { seconds: 1, clicks: [{ at: 0, kind: "click", strength: 0.5 }] },
      }),
      2000,
    );
    const at = (seconds: number) => {
      player.render(new Float32Array(seconds * 2000));
      const { seconds: where, round, rate } = player.position;
      return [Math.round(where * 100) / 100, round, rate];
    };
    expect(at(1)).toEqual([-0.5, 0, 0.5]);
    expect(at(2)).toEqual([0.5, 0, 0.5]);
    expect(at(4)).toEqual([0.5, 1, 0.5]);
    expect(at(3)).toEqual([0, 2, 0.75]);
    expect(
      [0, 1, 2, 3, 4, 9].map((round) =>
        tempoInRound({ start: 0.5, step: 0.25, everyRounds: 2, to: 1 }, round),
      ),
    ).toEqual([0.5, 0.5, 0.75, 0.75, 1, 1]);
  });

  it("is written as a WAV file that says what it is", () => {
    const bytes = writeWav([new Float32Array([0, 1, -1, 2])], 44_100);
    const view = new DataView(bytes.buffer);
    expect(String.fromCharCode(...bytes.subarray(0, 4), ...bytes.subarray(8, 12))).toBe("RIFFWAVE");
    expect([view.getUint32(24, true), view.getUint32(40, true), bytes.length]).toEqual([
      44_100, 8, 52,
    ]);
    expect([0, 1, 2, 3].map((index) => view.getInt16(44 + 2 * index, true))).toEqual([
      0, 32767, -32767, 32767,
    ]);
  });
});

function noteNamed(name: string): number {
  const [, step, sharp, octave] = /^([A-G])(#?)(\d)$/u.exec(name)!;
  const semitone = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }[step!]! + (sharp ? 1 : 0);
  return 440 * 2 ** ((12 * (Number(octave) + 1) + semitone - 69) / 12);
}
