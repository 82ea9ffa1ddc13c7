import { barIndex, FIRST_BAR } from "../foundation/bar-index";
import fc from "fast-check";
import { capoOn, type Capo } from "../instrument/capo";
import { usualInstrument } from "../instrument/instrument";
import { TUNING_LIBRARY } from "../instrument/tuning-library";
import { HARMONIC_FRETS, soundedAt } from "../neck/harmonic";
import { fret, isOnNeck, lastFretOf, midiAt, neckOf, type Neck } from "../neck/neck";
import { parseChord, type Chord } from "../pitch/chord";
import type { Key } from "../pitch/key";
import { spellMidi } from "../pitch/spelling";
import { STRAIGHT, TRIPLET_SWING } from "../rhythm/feel";
import { fraction } from "../rhythm/fraction";
import type { Metre } from "../rhythm/metre";
import { withEvents, type Bar } from "./bar";
import { copyOfEvent, type LineEvent, type Note } from "./event";
import { tidyMarks, type BarMark, type ChordAt } from "./frame";
import { PICKING_SCHOOLS } from "./picking";
import type { Song } from "./song";
import {
  BEND_COURSES,
  inOrder,
  LINK_KINDS,
  PLUCKS,
  type EventTechnique,
  type Technique,
} from "./technique";

let ids = 0;
export const testId = () => `id${ids++}`;

const anyDuration = fc
  .oneof(
    fc.constantFrom([1, 4], [1, 8], [1, 16], [1, 64], [3, 8], [3, 16], [1, 12], [1, 20], [1, 2]),
    fc.tuple(fc.integer({ min: 1, max: 9 }), fc.constantFrom(5, 7, 16, 20)),
  )
  .map(([num, den]) => fraction(num, den));

const anyStroke = fc.constantFrom("down", "up");
const anyWholeSteps = fc.integer({ min: 1, max: 12 }).map((quarters) => 50 * quarters);
const flags = (kinds: readonly ("let-ring" | "ghost" | "fret-hand-mute" | "slide-bar")[]) =>
  fc.subarray([...kinds]).map((chosen) => chosen.map((kind): Technique => ({ kind })));

/** At most one link and at most one of each kind, as a note may have them. */
function anyTechniques(): fc.Arbitrary<readonly Technique[]> {
  const bend = fc
    .record({ cents: anyWholeSteps, course: fc.constantFrom(...BEND_COURSES) })
    .map((how): Technique => ({ kind: "bend", ...how }));
  const oneOf = <One>(...some: One[]) => fc.constantFrom(undefined, undefined, ...some);
  return fc
    .tuple(
      oneOf(...LINK_KINDS.map((kind): Technique => ({ kind }))),
      fc.option(bend, { nil: undefined, freq: 3 }),
      oneOf<Technique>({ kind: "vibrato", width: "narrow" }, { kind: "vibrato", width: "wide" }),
      oneOf<Technique>({ kind: "trill", semitones: 2 }, { kind: "trill", semitones: 5 }),
      oneOf<Technique>({ kind: "slide-in", from: "below" }, { kind: "slide-in", from: "above" }),
      oneOf<Technique>({ kind: "slide-out", to: "below" }, { kind: "slide-out", to: "above" }),
      fc.oneof(fc.constant([]), flags(["let-ring", "ghost", "fret-hand-mute", "slide-bar"])),
    )
    .map(([link, ...others]) =>
      inOrder([link, ...others.flat()].filter((one): one is Technique => one !== undefined)),
    );
}

const anyEventTechniques: fc.Arbitrary<readonly EventTechnique[]> = fc
  .subarray<EventTechnique>([
    { kind: "palm-mute" },
    { kind: "staccato" },
    { kind: "accent" },
    { kind: "rake", stroke: "up" },
    { kind: "arpeggio", stroke: "down" },
    { kind: "tremolo", value: fraction(1, 24) },
    { kind: "tremolo-bar", cents: 150, course: "dive" },
  ])
  .map(inOrder);

/** Mostly nothing, sometimes something. */
const seldom = <Value>(value: fc.Arbitrary<Value>) => fc.option(value, { nil: undefined, freq: 8 });

/** What is said, without what is not. */
function given<Shape extends object>(shape: Shape) {
  const entries = Object.entries(shape).filter(([, value]) => value !== undefined);
  return Object.fromEntries(entries) as { [Key in keyof Shape]?: NonNullable<Shape[Key]> };
}

/** Any note on one string of the neck. */
function anyNote(string: number, neck: Neck, key: Key): fc.Arbitrary<Note> {
  const anyPluck = seldom(fc.constantFrom(...PLUCKS));
  const dead = anyPluck.map((pluck): Note => ({
    kind: "dead",
    id: testId(),
    string,
    ...given({ pluck }),
  }));
  const stopped = fc
    .record({
      fret: fc.nat({ max: lastFretOf(neck, string) }),
      techniques: fc.oneof(fc.constant([]), anyTechniques()),
      pinned: fc.boolean(),
      pluck: anyPluck,
      finger: seldom(fc.constantFrom(1 as const, 2 as const, 4 as const, "T" as const)),
      cents: seldom(fc.constantFrom(-30, 20)),
    })
    .map(({ fret: number, techniques, pinned, pluck, finger, cents }): Note => {
      const place = { string, fret: fret(number) };
      const pitch = { ...spellMidi(midiAt(place, neck), key), ...given({ cents }) };
      const said = given({ pluck, finger });
      return { kind: "pitched", id: testId(), pitch, place, pinned, ...said, techniques };
    });
  const harmonics = HARMONIC_FRETS.filter((at) => at <= lastFretOf(neck, string));
  const harmonic = fc
    .constantFrom(...(harmonics.length > 0 ? harmonics : [12]))
    .map((number): Note | undefined => {
      const place = { string, fret: fret(number) };
      const sounds = isOnNeck(place, neck) && soundedAt(place, neck, { kind: "natural" });
      if (!sounds) return undefined;
      const pitch = spellMidi(sounds, key);
      const techniques: Technique[] = [{ kind: "natural-harmonic" }];
      return { kind: "pitched", id: testId(), pitch, place, pinned: false, techniques };
    })
    .filter((note) => note !== undefined);
  return fc.oneof(
    { arbitrary: stopped, weight: 16 },
    { arbitrary: dead, weight: 2 },
    ...(harmonics.length > 0 ? [{ arbitrary: harmonic, weight: 1 }] : []),
  );
}

const anyWords = fc
  .string({ minLength: 1, maxLength: 12 })
  .map((text) => text.trim())
  .filter(Boolean);

/** Any event that the neck can name: rests, knocks, single notes, chords on distinct strings. */
function anyEvent(neck: Neck, key: Key): fc.Arbitrary<LineEvent> {
  const strings = neck.openMidi.map((_, index) => index + 1);
  const notes = fc
    .subarray(strings, { minLength: 1, maxLength: 3 })
    .chain((chosen) => fc.tuple(...chosen.map((string) => anyNote(string, neck, key))));
  const base = fc
    .record({
      duration: anyDuration,
      fermata: seldom(fc.constant(true as const)),
      lyric: seldom(anyWords),
      lengthUnknown: seldom(fc.constant(true as const)),
      note: seldom(anyWords),
    })
    .map((event) => ({
      ...given(event),
      duration: event.lengthUnknown ? fraction(1, 8) : event.duration,
    }));
  const sounding = fc
    .record({
      base,
      notes,
      techniques: fc.oneof(fc.constant([]), anyEventTechniques),
      stroke: seldom(anyStroke),
      grace: seldom(fc.constantFrom("before" as const, "on-beat" as const)),
    })
    .map(({ base: shared, notes: all, techniques, stroke, grace }): LineEvent => ({
      kind: "notes",
      id: testId(),
      ...shared,
      notes: all,
      techniques,
      ...given({ stroke, grace }),
    }));
  const rest = base.map((shared): LineEvent => ({ kind: "rest", id: testId(), ...shared }));
  const hit = fc
    .tuple(base, fc.constantFrom("body" as const, "scrape" as const))
    .map(([shared, sound]): LineEvent => ({ kind: "hit", id: testId(), ...shared, sound }));
  return fc.oneof(
    { arbitrary: sounding, weight: 12 },
    { arbitrary: rest, weight: 2 },
    { arbitrary: hit, weight: 1 },
  );
}

/** Bars of any fullness, some of them repeated, some with a second voice. */
export function anyBars(neck: Neck, key: Key): fc.Arbitrary<readonly Bar[]> {
  const events = fc.array(anyEvent(neck, key), { minLength: 1, maxLength: 7 });
  const bar = fc
    .tuple(events, seldom(events))
    .map(([line, voiceTwo]): Bar => ({ events: line, ...given({ voiceTwo }) }));
  return fc
    .array(fc.tuple(bar, fc.constantFrom(1, 1, 1, 2, 3)), { maxLength: 5 })
    .map((rows) => rows.flatMap(([one, times]) => Array.from({ length: times }, () => one)));
}

/** Bars of what plain text can carry: one voice, links but ties, what has a sign on a string. */
function anyPlainBars(neck: Neck, key: Key): fc.Arbitrary<readonly Bar[]> {
  const links = ["hammer-on", "pull-off", "slide", "tap", "release"];
  const plainNote = (note: Note): Note => {
    if (note.kind === "dead") return { kind: "dead", id: note.id, string: note.string };
    const { pluck: _pluck, finger: _finger, pitch, place, ...rest } = note;
    const { cents: _cents, ...plainPitch } = pitch;
    const isHarmonic = note.techniques.some(({ kind }) => kind === "natural-harmonic");
    const techniques = note.techniques.flatMap((one): Technique[] => {
      if (one.kind === "vibrato") return [{ kind: "vibrato", width: "narrow" }];
      // A harmonic stands in brackets, where a ghost note would.
      if (one.kind === "ghost") return isHarmonic ? [] : [one];
      const isSign = ["bend", "trill", "slide-out", "natural-harmonic"].includes(one.kind);
      return isSign || links.includes(one.kind) ? [one] : [];
    });
    return { ...rest, ...(place && { place }), pitch: plainPitch, techniques };
  };
  const ringing = (note: Note): Note => {
    if (note.kind === "dead") return note;
    return { ...note, techniques: inOrder<Technique>([...note.techniques, { kind: "let-ring" }]) };
  };
  return fc.tuple(anyBars(neck, key), fc.nat({ max: 6 })).map(([bars, seed]) =>
    bars.map(({ events }, index) => ({
      events: events.map((event, at): LineEvent => {
        const { id, duration } = event;
        if (event.kind !== "notes") return { kind: "rest", id, duration };
        const techniques = event.techniques.filter(({ kind }) => kind === "palm-mute");
        const notes = event.notes.map(plainNote);
        const rings = (index + at + seed) % 7 < 2;
        return {
          kind: "notes",
          id,
          duration,
          notes: rings ? notes.map(ringing) : notes,
          techniques,
        };
      }),
    })),
  );
}

const anyChord: fc.Arbitrary<Chord> = fc
  .tuple(fc.constantFrom("A", "Bb", "C", "F#"), fc.constantFrom("", "m", "7", "m7", "sus4", "5"))
  .map(([root, quality]) => {
    const chord = parseChord(root + quality);
    if (!chord.ok) throw new Error(chord.error);
    return chord.value;
  });

/** Tidy marks for so many bars. */
export function anyMarks(
  bars: number,
  song: { readonly metre: Metre; readonly tempoBpm: number },
): fc.Arbitrary<readonly BarMark[]> {
  const chords = fc
    .uniqueArray(fc.tuple(fc.nat({ max: 11 }), fc.option(anyChord)), {
      selector: ([at]) => at,
      minLength: 1,
      maxLength: 3,
    })
    .map((list) =>
      list
        .sort(([a], [b]) => a - b)
        .map(([at, chord]): ChordAt => ({ at: fraction(at, 12), ...(chord && { chord }) })),
    );
  const mark = fc
    .record({
      bar: fc.nat({ max: Math.max(0, bars - 1) }),
      metre: seldom(fc.constantFrom({ beats: 7, unit: 8 }, { beats: 3, unit: 4 })),
      tempoBpm: seldom(fc.constantFrom(60, 132.5)),
      from: seldom(fc.constantFrom(fraction(1, 4), fraction(5, 16))),
      chords: fc.option(chords, { nil: undefined }),
    })
    .map(({ bar, ...said }): BarMark => ({ bar: barIndex(bar), ...given(said) }));
  return fc
    .uniqueArray(mark, { selector: ({ bar }) => bar, maxLength: bars })
    .map((marks) => tidyMarks(marks, song));
}

const FRAME = { tempoBpm: 96, metre: { beats: 4, unit: 4 } } as const;

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
const songOf = (barsOn: typeof anyBars): fc.Arbitrary<Song> =>
  fc
    .constantFrom(...TUNING_LIBRARY)
    .chain((named) => fc.tuple(fc.constant(named), anyCapo(named.tuning.length), anyStyle))
    .chain(([named, capo, style]) => {
      const instrument = usualInstrument(named, named.name);
      const line = barsOn(neckOf(instrument, capo), E_MINOR).filter((bars) => bars.length > 0);
      const marked = line.chain((bars) =>
        fc.tuple(fc.constant(bars), anyMarks(bars.length, FRAME)),
      );
      const rest = fc.record({
        lines: fc.array(marked, { minLength: 1, maxLength: 3 }),
        feel: fc.constantFrom(STRAIGHT, TRIPLET_SWING),
        picking: fc.constantFrom(...PICKING_SCHOOLS),
        times: fc.integer({ min: 1, max: 4 }),
        wishes: seldom(fc.constantFrom({ around: 7 }, { position: 5, withoutStrings: [1, 6] })),
        profile: seldom(fc.constant("least-movement")),
        isSuggested: seldom(fc.constant(true as const)),
      });
      return rest.map(({ lines, feel, picking, times, wishes, profile, isSuggested }): Song => ({
        title: "Slack Water",
        ...FRAME,
        feel,
        key: E_MINOR,
        referenceHz: 440,
        style,
        parts: [{ id: "part", name: "Guitar I", instrument, capo, picking, ...given({ profile }) }],
        phrases: lines.map(([, marks], index) => ({
          id: `phrase${index}`,
          name: `Phrase ${index}`,
          marks,
        })),
        form: [
          {
            id: "verse",
            name: "Verse",
            times,
            endings: [{ passes: [times], phraseId: "phrase0" }],
            items: lines.map((_, index) => ({ phraseId: `phrase${index}`, times: 1, endings: [] })),
          },
        ],
        lines: lines.map(([bars], index) => ({
          phraseId: `phrase${index}`,
          partId: "part",
          bars: bars.map(withOwnIds),
          ...given({ wishes, isSuggested }),
          ...(bars.length > 1 && {
            relations: [{ bar: barIndex(1), of: FIRST_BAR, frets: times - 2 }],
          }),
          others: index === 0 ? [{ label: "simplified", bars: bars.map(withOwnIds) }] : [],
        })),
      }));
    });

function withOwnIds(bar: Bar): Bar {
  return withEvents(bar, (event) => copyOfEvent(event, testId));
}

export const anySong = songOf(anyBars);
export const anyPlainSong = songOf(anyPlainBars);
