import fc from "fast-check";
import { fret, midiAt, type Neck } from "../neck/neck";
import type { Key } from "../pitch/key";
import { spellMidi } from "../pitch/spelling";
import { fraction } from "../rhythm/fraction";
import type { Bar, LineEvent, Note, Technique } from "./song";

let ids = 0;
export const testId = () => `id${ids++}`;

const anyDuration = fc
  .oneof(
    fc.constantFrom([1, 4], [1, 8], [1, 16], [3, 8], [3, 16], [1, 12], [1, 2]),
    fc.tuple(fc.integer({ min: 1, max: 9 }), fc.constantFrom(5, 7, 16, 20)),
  )
  .map(([num, den]) => fraction(num!, den));

const anyTechniques = fc.record({
  link: fc.constantFrom<Technique | undefined>(
    undefined,
    { kind: "hammer-on" },
    { kind: "pull-off" },
    { kind: "slide" },
  ),
  bend: fc.constantFrom(undefined, 50, 100, 150, 200, 300, 400),
  vibrato: fc.boolean(),
});

/** Any note on one string of the neck. */
function anyNote(string: number, neck: Neck, key: Key): fc.Arbitrary<Note> {
  const dead = fc.constant(0).map((): Note => ({ kind: "dead", id: testId(), string }));
  const pitched = fc
    .record({ fret: fc.nat({ max: neck.lastFret }), how: anyTechniques, pinned: fc.boolean() })
    .map(({ fret: number, how, pinned }): Note => {
      const place = { string, fret: fret(number) };
      const techniques: Technique[] = how.link ? [how.link] : [];
      if (how.bend !== undefined) techniques.push({ kind: "bend", cents: how.bend });
      if (how.vibrato) techniques.push({ kind: "vibrato" });
      const pitch = spellMidi(midiAt(place, neck), key);
      return { kind: "pitched", id: testId(), pitch, place, pinned, techniques };
    });
  return fc.oneof({ arbitrary: pitched, weight: 9 }, { arbitrary: dead, weight: 1 });
}

/** Any event that the neck can name: rests, single notes, chords on distinct strings. */
export function anyEvent(neck: Neck, key: Key): fc.Arbitrary<LineEvent> {
  const strings = neck.openMidi.map((_, index) => index + 1);
  const notes = fc
    .subarray(strings, { minLength: 1, maxLength: 3 })
    .chain((chosen) => fc.tuple(...chosen.map((string) => anyNote(string, neck, key))));
  const sounding = fc
    .record({ duration: anyDuration, notes, palmMuted: fc.boolean() })
    .map((event): LineEvent => ({ kind: "notes", id: testId(), ...event }));
  const rest = anyDuration.map((duration): LineEvent => ({ kind: "rest", id: testId(), duration }));
  return fc.oneof({ arbitrary: sounding, weight: 6 }, { arbitrary: rest, weight: 1 });
}

/** Bars of any fullness, some of them repeated. */
export function anyBars(neck: Neck, key: Key): fc.Arbitrary<readonly Bar[]> {
  const bar = fc
    .array(anyEvent(neck, key), { minLength: 1, maxLength: 7 })
    .map((events): Bar => ({ events }));
  return fc
    .array(fc.tuple(bar, fc.constantFrom(1, 1, 1, 2, 3)), { maxLength: 5 })
    .map((rows) => rows.flatMap(([one, times]) => Array.from({ length: times }, () => one)));
}
