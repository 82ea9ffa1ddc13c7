import { barIndex } from "../foundation/bar-index";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { songOf } from "../playing/playing.test-kit";
import { displayPitch, midiOf } from "../pitch/pitch";
import { STRAIGHT } from "../rhythm/feel";
import {
  add,
  compare,
  formatFraction,
  fraction,
  multiply,
  type Fraction,
} from "../rhythm/fraction";
import { eventsOf, withEvents, writtenLength } from "../score/bar";
import { lengthOf, linkOf, notesOf, stringOf, techniqueOf, type Note } from "../score/event";
import { framesOfPhrase, type Line, type Song } from "../score/song";
import { anySong } from "../score/song.arbitraries";
import { inLine, lineSound, secondsInLine, type LineSound, type NoteInLine } from "./line-sound";
import { partTimes } from "./part-times";
import { playedBars } from "./played-bars";

function soundOf(song: Song, line: Line): LineSound {
  const phrase = song.phrases.find(({ id }) => id === line.phraseId)!;
  const frames = framesOfPhrase(song, phrase, line.bars.length);
  return lineSound(line.bars, frames, song.parts[0]!.instrument.tuning.length);
}

const sounds = (song: Song) => song.lines.map((line) => [line, soundOf(song, line)] as const);

const nameOf = (note: Note) => (note.kind === "dead" ? "x" : displayPitch(note.pitch));

/** `pitch onset–until why` of every note of a bar, in quarter notes. */
function told(callout: string): readonly string[] {
  const song = songOf([callout]);
  const quarters = (at: Fraction) => formatFraction(multiply(at, fraction(4)));
  return soundOf(song, song.lines[0]!).notes.map(({ note, onset, until, stoppedBy }) =>
    [nameOf(note), `${quarters(onset)}–${quarters(until)}`, stoppedBy].join(" "),
  );
}

describe("where a note is stopped", () => {
  it.each<[string, string, readonly string[]]>([
    ["by what is written", "'4 A0 '2 A3", ["A2 0–1 its-length", "C3 1–3 its-length"]],
    ["half way", "'2 A0.stac", ["A2 0–1 staccato"]],
    ["by the bar line", "'4 A0.ring D0", ["A2 0–4 bar-line", "D3 1–2 its-length"]],
    [
      "by a rest of all voices",
      "'4 A0.ring D0.ring - G0",
      ["A2 0–2 silence", "D3 1–2 silence", "G3 3–4 its-length"],
    ],
    [
      "by its string",
      "'4 A0.ring D0 A2",
      ["A2 0–2 its-string", "D3 1–2 its-length", "B2 2–3 its-length"],
    ],
    [
      "by a dead stroke on it",
      "'4 A0.ring D0 Ax",
      ["A2 0–2 its-string", "D3 1–2 its-length", "x 2–3 its-length"],
    ],
    [
      "by its pitch on another string",
      "'4 A0.ring D0 E5",
      ["A2 0–2 its-pitch", "D3 1–2 its-length", "A2 2–3 its-length"],
    ],
    [
      "by nothing but its length while the other voice moves",
      "under['1 E0] '4 D0 D2",
      ["D3 0–1 its-length", "E2 0–4 its-length", "E3 1–2 its-length"],
    ],
    [
      "by the other voice on its string",
      "under['1 E0] '4 D0 E3",
      ["D3 0–1 its-length", "E2 0–1 its-string", "G2 1–2 its-length"],
    ],
    [
      "by the bar that is written, where it runs over",
      "'4 A0.ring '1 D0",
      ["A2 0–5 bar-line", "D3 1–5 its-length"],
    ],
  ])("%s: %s", (_, callout, notes) => {
    expect(told(callout)).toEqual(notes);
  });
});

describe("how a note begins", () => {
  it.each([
    ["'4 A0 ~", "struck tied"],
    ["'4 A0 hA2 pA0 A2 sA5", "struck linked linked struck linked"],
    ["'2 A0 A0 | '4 ~ A2", "struck struck tied struck"],
    // What a teacher has not filled yet leaves no gap.
    ["'4 A0 | ~", "struck tied"],
    ["'4 A0 - | ~A0", "struck struck"],
  ])("%s: %s", (callout, attacks) => {
    const song = songOf([callout]);
    const { notes } = soundOf(song, song.lines[0]!);
    expect(notes.map(({ attack }) => attack).join(" ")).toBe(attacks);
  });

  it("is tied only to the same pitch, and through to where that began", () => {
    const song = songOf(["'1 A0 | ~ | ~"]);
    const [first, second, third] = soundOf(song, song.lines[0]!).notes;
    expect([second!.tiedFrom, third!.tiedFrom]).toEqual([first, second]);
    fc.assert(
      fc.property(anySong, (any) => {
        for (const [, { notes }] of sounds(any)) {
          for (const { note, attack, tiedFrom } of notes) {
            expect(attack === "tied").toBe(tiedFrom !== undefined);
            if (tiedFrom) expect(nameOf(tiedFrom.note)).toBe(nameOf(note));
          }
        }
      }),
    );
  });
});

/** Where a note is stopped, found without walking: the earliest of all that could stop it. */
function stopByDefinition(one: NoteInLine, { moments, bars }: LineSound): Fraction {
  const { note, event, onset, end, rings, isGrace, bar } = one;
  // Moments at one time, as graces before their note, come one after the other.
  const here = moments.findIndex((at) => at.events.includes(event) && at.bar === bar);
  const behind = moments.slice(here + 1).filter((at) => at.bar === bar);
  const isShort =
    event.kind === "notes" && event.techniques.some(({ kind }) => kind === "staccato");
  if (isShort && !rings && !isGrace) return add(onset, multiply(event.duration, fraction(1, 2)));
  if (note.kind === "dead" || (isGrace && !rings)) return end;
  const string = stringOf(note);
  const ends = rings ? bars[bar]!.length : end;
  const stops = behind
    .filter(({ begin }) =>
      begin.some(
        (other) =>
          stringOf(other.note) === string ||
          (other.note.kind === "pitched" && midiOf(other.note.pitch) === midiOf(note.pitch)),
      ),
    )
    .map((at) => at.onset);
  const silences = behind
    .filter(({ events }) => events.every(({ kind }) => kind !== "notes"))
    .filter(({ events }) => events.some(({ kind }) => kind === "rest"))
    .map((at) => at.onset);
  return [ends, ...stops, ...(rings ? silences : [])].reduce((a, b) =>
    compare(a, b) <= 0 ? a : b,
  );
}

describe("the account of a line", () => {
  it("has every event and note once, in order, and its bars end to end", () => {
    fc.assert(
      fc.property(anySong, (song) => {
        for (const [line, sound] of sounds(song)) {
          const written = eventsOf(line.bars);
          const ids = (events: readonly { readonly id: string }[]) =>
            events.map(({ id }) => id).sort();
          expect(ids(sound.events.map(({ event }) => event))).toEqual(ids(written));
          expect(ids(sound.notes.map(({ note }) => note))).toEqual(ids(written.flatMap(notesOf)));
          for (const [index, at] of sound.moments.entries()) {
            const next = sound.moments[index + 1];
            if (next) {
              const [here, there] = [at, next].map((one) => inLine(sound, one.bar, one.onset));
              expect(compare(here!, there!)).toBeLessThanOrEqual(0);
            }
          }
          for (const [index, { start, length }] of sound.bars.entries()) {
            expect(compare(length, writtenLength(line.bars[index]!))).toBeGreaterThanOrEqual(0);
            const next = sound.bars[index + 1];
            if (next) expect(next.start).toEqual(add(start, length));
          }
        }
      }),
    );
  });

  it("stops every placed note where its definition says", () => {
    fc.assert(
      fc.property(anySong, (song) => {
        for (const [, sound] of sounds(song)) {
          for (const one of sound.notes) {
            // What begins at one moment on one string is a fault of the line, and told by Check.
            expect([nameOf(one.note), one.until]).toEqual([
              nameOf(one.note),
              one.stoppedBy === "few-strings" ? one.until : stopByDefinition(one, sound),
            ]);
          }
        }
      }),
    );
  });

  it("lets no two notes that began apart sound on one string", () => {
    fc.assert(
      fc.property(anySong, (song) => {
        for (const [, sound] of sounds(song)) {
          for (const { bar, onset, goOn, begin } of sound.moments) {
            const sounding = goOn.filter(({ until }) => compare(until, onset) > 0);
            const strings = new Set(begin.map(({ note }) => stringOf(note)));
            for (const { note } of sounding) expect(strings.has(stringOf(note))).toBe(false);
            for (const one of sounding) {
              const known = sound.notes.find((other) => other.note === one.note)!;
              expect([known.bar, known.until]).toEqual([bar, one.until]);
            }
          }
        }
      }),
    );
  });
});

/** Without what only the playing knows: swing, graces, fermatas. */
function asWritten(song: Song): Song {
  return {
    ...song,
    feel: STRAIGHT,
    lines: song.lines.map((line) => ({
      ...line,
      bars: line.bars.map((bar) =>
        withEvents(bar, ({ fermata: _, ...event }) => {
          if (event.kind !== "notes") return event;
          const { grace: _grace, ...rest } = event;
          return rest;
        }),
      ),
    })),
  };
}

describe("a part in the playing", () => {
  it("has every note of every pass once, and stops none before it begins", () => {
    fc.assert(
      fc.property(anySong, (song) => {
        const bars = playedBars(song);
        const times = partTimes(song, song.parts[0]!, bars);
        const wanted = bars.flatMap(({ pass, index }) => {
          const bar = song.lines.find(({ phraseId }) => phraseId === pass.phraseId)?.bars[index];
          return bar ? eventsOf([bar]).flatMap(notesOf) : [];
        });
        const ids = (notes: readonly Note[]) => notes.map(({ id }) => id).sort();
        expect(ids(times.flatMap(({ notes }) => notes.map(({ note }) => note)))).toEqual(
          ids(wanted),
        );
        for (const { notes, start, end } of times) {
          for (const { note, until, attack, origin } of notes) {
            if (techniqueOf(note, "let-ring")) expect(until).toBeGreaterThanOrEqual(start - 1e-9);
            else expect(until).toBeLessThanOrEqual(end + 1e-9);
            if (attack === "tied") expect(nameOf(origin!.note)).toBe(nameOf(note));
          }
        }
      }),
    );
  });

  it("is what the line says, in every pass, where nothing is swung, held or graced", () => {
    fc.assert(
      fc.property(anySong.map(asWritten), (song) => {
        const bars = playedBars(song);
        const byPhrase = new Map(sounds(song).map(([line, sound]) => [line.phraseId, sound]));
        for (const { bar, start, notes } of partTimes(song, song.parts[0]!, bars)) {
          const sound = byPhrase.get(bar.pass.phraseId)!;
          const barStart = secondsInLine(sound, barIndex(bar.index), fraction(0));
          for (const { note, until } of notes) {
            const own = sound.notes.find((other) => other.note === note)!;
            const at = (onset: Fraction) =>
              secondsInLine(sound, barIndex(bar.index), onset) - barStart;
            expect(start - bar.startSeconds).toBeCloseTo(at(own.onset), 6);
            expect(until - bar.startSeconds).toBeCloseTo(at(own.until), 6);
          }
        }
      }),
    );
  });

  it("goes on from one pass to the next where a tie leads back", () => {
    const song = songOf(["'1 ~A0"], {}, "V: A x3");
    const times = partTimes(song, song.parts[0]!, playedBars(song));
    expect(times.map(({ notes }) => notes[0]!.attack)).toEqual(["struck", "tied", "tied"]);
    const [, second, third] = times.map(({ notes }) => notes[0]!);
    expect(third!.origin).toBe(second);
    expect(linkOf(third!.note)).toBe("tie");
    expect(lengthOf(times[0]!.event)).toEqual(fraction(1));
  });
});
