import type { BarIndex } from "../foundation/bar-index";
import type { ChordQuality } from "../pitch/chord";
import type { Key } from "../pitch/key";
import { compare, toNumber, type Fraction } from "../rhythm/fraction";
import type { BarFrame } from "../score/frame";
import { nameChord, type ChordReading } from "../theory/name-chord";
import { sonorities, type HeardNote } from "./heard";

/** What a part sounds as a chord from one moment on. */
export interface HeardChord {
  /** Index of the bar. */
  readonly bar: BarIndex;
  /** From the first event of the bar. */
  readonly onset: Fraction;
  /** The event that begins it. */
  readonly eventId: string;
  readonly midis: readonly number[];
  /** By the part alone, the likeliest first; at least one. */
  readonly readings: readonly ChordReading[];
  /** With what another part plays below; absent where none does, or it changes nothing. */
  readonly withBass?: readonly ChordReading[];
  /** One note after the other. */
  readonly isBroken: boolean;
}

/** A broken chord is believed only where it is plain, and where its line leaps more than it steps. */
const PLAIN = 0.78;
const MOST_BROKEN_CLASSES = 4;
const BROKEN_QUALITIES: readonly ChordQuality[] = [
  "",
  "m",
  "7",
  "m7",
  "maj7",
  "dim",
  "dim7",
  "m7b5",
  "aug",
  "add9",
  "madd9",
  "9",
];
const LEAP = 3;

/**
 * The chords of a line: two or more pitch classes at once, and bars (or halves of them) whose single
 * notes add up to a plain chord. A chord that stays is told once a bar.
 * @param bass What the lowest other part is heard to play, on the same line of time.
 */
export function chordsIn(
  heard: readonly HeardNote[],
  frames: readonly BarFrame[],
  key: Key | undefined,
  bass: readonly HeardNote[] = [],
): readonly HeardChord[] {
  const chords: HeardChord[] = [];
  const byBar = new Map<number, HeardNote[]>();
  for (const note of heard) byBar.set(note.bar, [...(byBar.get(note.bar) ?? []), note]);
  const moments = new Map<number, HeardChord[]>();
  for (const { bar, onset, start, notes, fresh } of sonorities(heard)) {
    // What is added note by note is a broken chord.
    if (fresh < 2) continue;
    const midis = notes.map(({ midi }) => midi);
    const eventId = notes.find((one) => one.bar === bar && compare(one.onset, onset) === 0)!.event
      .id;
    const chord = chordOf(
      midis,
      { bar, onset, eventId, isBroken: false },
      key,
      bassAt(bass, start),
    );
    if (!chord) continue;
    const before = moments.get(bar) ?? [];
    const last = before.at(-1);
    if (last?.midis.join() === chord.midis.join()) continue;
    moments.set(bar, [...before, chord]);
  }
  for (let bar = 0; bar < frames.length; bar++) {
    const struck = moments.get(bar) ?? [];
    const isFull = struck.some(({ midis }) => new Set(midis.map((one) => one % 12)).size > 2);
    // A pinch of two notes is part of a picked chord, where the bar adds up to one.
    const added = isFull ? [] : broken(byBar.get(bar) ?? [], frames[bar]!, key, bass);
    chords.push(...(added.length > 0 ? added : struck));
  }
  return chords;
}

function broken(
  notes: readonly HeardNote[],
  frame: BarFrame,
  key: Key | undefined,
  bass: readonly HeardNote[],
): readonly HeardChord[] {
  if (notes.length < 3) return [];
  const whole = brokenChord(notes, key, bass);
  if (whole) return [whole];
  const half = toNumber(frame.length) / 2;
  const halves = [
    notes.filter(({ onset }) => toNumber(onset) < half),
    notes.filter(({ onset }) => toNumber(onset) >= half),
  ];
  return halves.flatMap((some) => brokenChord(some, key, bass) ?? []);
}

function brokenChord(
  notes: readonly HeardNote[],
  key: Key | undefined,
  bass: readonly HeardNote[],
): HeardChord | undefined {
  const midis = notes.map(({ midi }) => midi);
  const classes = new Set(midis.map((one) => one % 12)).size;
  if (classes < 3 || classes > MOST_BROKEN_CLASSES) return undefined;
  const steps = midis.slice(1).map((height, index) => Math.abs(height - midis[index]!));
  const moving = steps.filter((step) => step > 0);
  if (moving.filter((step) => step >= LEAP).length < (2 * moving.length) / 3) return undefined;
  const { bar, onset, start, event } = notes[0]!;
  const at = { bar, onset, eventId: event.id, isBroken: true };
  const chord = chordOf(midis, at, key, bassAt(bass, start));
  const [best] = chord?.readings ?? [];
  const isPlain = best && best.score >= PLAIN && BROKEN_QUALITIES.includes(best.chord.quality);
  return isPlain ? chord : undefined;
}

function chordOf(
  midis: readonly number[],
  at: Pick<HeardChord, "bar" | "onset" | "eventId" | "isBroken">,
  key: Key | undefined,
  bass: number | undefined,
): HeardChord | undefined {
  const context = key ? { key } : {};
  const readings = nameChord(midis, context);
  if (readings.length === 0) return undefined;
  const lowest = Math.min(...midis);
  const isBelow = bass !== undefined && bass < lowest && bass % 12 !== lowest % 12;
  const withBass = isBelow ? nameChord(midis, { ...context, bassBelow: bass % 12 }) : [];
  return { ...at, midis, readings, ...(withBass.length > 0 && { withBass }) };
}

/** What sounds lowest at a moment, as a height in semitones. */
function bassAt(bass: readonly HeardNote[], start: number): number | undefined {
  const sounding = bass.filter((one) => one.start <= start + 1e-9 && one.end > start + 1e-9);
  return sounding.length > 0 ? Math.min(...sounding.map(({ midi }) => midi)) : undefined;
}
