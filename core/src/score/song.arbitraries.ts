import fc from "fast-check";
import { capoOn, type Capo } from "../instrument/capo";
import { usualInstrument } from "../instrument/instrument";
import { TUNING_LIBRARY } from "../instrument/tuning-library";
import { fret, lastFretOf, midiAt, neckOf, type Neck } from "../neck/neck";
import type { Key } from "../pitch/key";
import { spellMidi } from "../pitch/spelling";
import { fraction } from "../rhythm/fraction";
import type { Bar, LineEvent, Note, Song, Technique } from "./song";

let ids = 0;
export const testId = () => `id${ids++}`;

const anyDuration = fc
  .oneof(
    fc.constantFrom([1, 4], [1, 8], [1, 16], [3, 8], [3, 16], [1, 12], [1, 2]),
    fc.tuple(fc.integer({ min: 1, max: 9 }), fc.constantFrom(5, 7, 16, 20)),
  )
  .map(([num, den]) => fraction(num, den));

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
    .record({
      fret: fc.nat({ max: lastFretOf(neck, string) }),
      how: anyTechniques,
      pinned: fc.boolean(),
    })
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
function anyEvent(neck: Neck, key: Key): fc.Arbitrary<LineEvent> {
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

const E_MINOR: Key = { tonic: { step: "E", alter: 0 }, mode: "minor" };

/** A capo on all strings, on some of them, or none. */
export function anyCapo(strings: number): fc.Arbitrary<Capo> {
  const covered = fc.subarray(
    Array.from({ length: strings }, (_, index) => index + 1),
    { minLength: 1 },
  );
  return fc.tuple(fc.nat({ max: 5 }), covered).map(([at, some]) => capoOn(at, some, strings));
}

const anyStyle: fc.Arbitrary<Song["style"]> = fc.constantFrom(
  {},
  { fretsFrom: "nut" },
  { stringSchool: "actual" },
  { stringSchool: "number", fretsFrom: "nut" },
);

/** A song with one part on any tuning and capo, and at least one bar. Every id is its own. */
export const anySong: fc.Arbitrary<Song> = fc
  .constantFrom(...TUNING_LIBRARY)
  .chain((named) => fc.tuple(fc.constant(named), anyCapo(named.tuning.length), anyStyle))
  .chain(([named, capo, style]) => {
    const instrument = usualInstrument(named, named.name);
    const line = anyBars(neckOf(instrument, capo), E_MINOR).filter((bars) => bars.length > 0);
    return fc.array(line, { minLength: 1, maxLength: 3 }).map((lines): Song => ({
      title: "Slack Water",
      tempoBpm: 96,
      metre: { beats: 4, unit: 4 },
      key: E_MINOR,
      referenceHz: 440,
      style,
      parts: [{ id: "part", name: "Guitar I", instrument, capo }],
      phrases: lines.map((_, index) => ({ id: `phrase${index}`, name: `Phrase ${index}` })),
      lines: lines.map((bars, index) => ({
        phraseId: `phrase${index}`,
        partId: "part",
        bars: bars.map(withOwnIds),
      })),
    }));
  });

function withOwnIds(bar: Bar): Bar {
  return {
    events: bar.events.map((event): LineEvent => {
      if (event.kind === "rest") return { ...event, id: testId() };
      const notes = event.notes.map((note) => ({ ...note, id: testId() }));
      return { ...event, id: testId(), notes };
    }),
  };
}
