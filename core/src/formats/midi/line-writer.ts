import { howManyBefore } from "../../foundation/how-many";
import { barIndex, type BarIndex } from "../../foundation/bar-index";
import type { Key } from "../../pitch/key";
import { midi, midiOf, type Pitch } from "../../pitch/pitch";
import { spellMidi } from "../../pitch/spelling";
import {
  add,
  compare,
  fraction,
  subtract,
  toNumber,
  ZERO,
  type Fraction,
} from "../../rhythm/fraction";
import { barLength } from "../../rhythm/metre";
import type { LineEvent, Note } from "../../score/event";
import { inOrder, type Technique } from "../../score/technique";
import type { Remarks } from "../reading/remarks";
import { bendMarks, MOST_BENT_CENTS } from "./bend-marks";
import type { Loudness } from "./loudness";
import type { MidiBar } from "./midi-maps";
import type { MidiChannel, MidiNote } from "./midi-notes";
import type { GridWish } from "./quantise";
import { placeOnChannel, type StringChannels } from "./string-channels";
import { heardIn, lastEnd, type Strike, type StruckNote } from "./strikes";
import { writtenEnd, type TimeOfBars, type WrittenEnd } from "./written-ends";

/** What lines are written by, and to whom what they lack is said. */
export interface LineSetting {
  readonly bars: readonly MidiBar[];
  readonly ticksPerQuarter: number;
  readonly key: Key;
  /** By stretches that follow each other: the bar each begins with, and the key it is spelled in. */
  readonly keys: readonly { readonly from: number; readonly key: Key }[];
  readonly grid: GridWish;
  /** Where a tick would be played if nothing swung. */
  readonly straightened: (tick: number) => number;
  readonly byString: StringChannels | undefined;
  /** What the voice is called, for what has to be said of it. */
  readonly name: string;
  readonly remarks: Remarks;
  readonly newId: () => string;
}

/** A note a string, and nine strings at most. */
const MOST_NOTES = 9;

/** Writes what one voice strikes as events, bar by bar, and says what it has to leave out. */
export class LineWriter {
  constructor(
    private readonly setting: LineSetting,
    private readonly time: TimeOfBars,
    /** How much of a value is usually played. */
    private readonly share: number,
    private readonly loudness: Loudness,
  ) {}

  /** The events of one voice, bar by bar; rests fill what is silent. */
  voice(strikes: readonly Strike[]): readonly (readonly LineEvent[])[] {
    const { bars } = this.setting;
    const events: LineEvent[][] = bars.map(() => []);
    const cursor: Fraction[] = bars.map(() => ZERO);
    const put = (
      bar: BarIndex,
      onset: Fraction,
      duration: Fraction,
      make: (d: Fraction) => LineEvent,
    ) => {
      const gap = subtract(onset, cursor[bar]!);
      if (gap.num > 0) events[bar]!.push(this.rest(gap));
      events[bar]!.push(make(duration));
      cursor[bar] = add(onset, duration);
    };
    for (const [index, strike] of strikes.entries()) {
      const { end, isShort } = this.endOf(strike, strikes[index + 1]?.onset);
      let bar = barIndex(barOf(this.time.starts, strike.onset));
      let onset = subtract(strike.onset, this.time.starts[bar]!);
      let left = subtract(end, strike.onset);
      let isFirst = true;
      while (left.num > 0 && bar < bars.length) {
        const room = subtract(barLength(bars[bar]!.metre), onset);
        const duration = compare(left, room) > 0 ? room : left;
        if (duration.num > 0) {
          const [tied, at] = [!isFirst, bar];
          put(bar, onset, duration, (length) => this.struck(at, strike, length, tied, isShort));
          isFirst = false;
        }
        left = subtract(left, duration);
        bar++;
        onset = ZERO;
      }
    }
    for (const [bar, { metre }] of bars.entries()) {
      const gap = subtract(barLength(metre), cursor[bar]!);
      if (gap.num > 0) events[bar]!.push(this.rest(gap));
    }
    return events;
  }

  /** Where a strike ends: at the next one of its voice at the latest. */
  private endOf(strike: Strike, next: Fraction | undefined): WrittenEnd {
    const { onset, notes } = strike;
    const given = notes
      .map(({ end }) => end)
      .reduce((a, b) => (!a || (b && compare(b, a) > 0) ? b : a));
    if (!given) {
      const isOn = next && lastEnd(strike) >= toNumber(next);
      if (isOn) return { end: next, isShort: false };
      return writtenEnd(heardIn(strike, next), this.share, this.time);
    }
    const end = next && compare(given, next) > 0 ? next : given;
    if (compare(end, onset) > 0) return { end, isShort: false };
    return { end: next ?? add(onset, fraction(1, 16)), isShort: false };
  }

  private rest(duration: Fraction): LineEvent {
    return { kind: "rest", id: this.setting.newId(), duration };
  }

  private struck(
    bar: BarIndex,
    { notes }: Strike,
    duration: Fraction,
    isTied: boolean,
    isShort: boolean,
  ): LineEvent {
    const taken = new Set<number>();
    const all = notes.map((one) => this.note(bar, one, isTied, taken));
    const byHeight = [...all].sort((a, b) => heightOf(a) - heightOf(b));
    // A pitch that two channels strike together is one note, unless they are two strings.
    const distinct = byHeight.filter(
      (note, index) =>
        index === 0 || heightOf(note) !== heightOf(byHeight[index - 1]!) || placed(note),
    );
    if (!isTied) {
      this.leaveOut(
        "midi-merged",
        "notes that two strike at once became one",
        bar,
        all.length - distinct.length,
      );
      this.leaveOut(
        "midi-cut",
        `notes of a chord beyond ${MOST_NOTES}, the highest, were left out`,
        bar,
        distinct.length - MOST_NOTES,
      );
    }
    // A ghost in a chord does not make the rest of it soft.
    const firm = notes.filter(({ note }) => note.velocity >= this.loudness.ghost);
    const isLoud = firm.every(({ note }) => note.velocity >= this.loudness.accent);
    const isAccent = !isTied && firm.length > 0 && isLoud;
    return {
      kind: "notes",
      id: this.setting.newId(),
      duration,
      notes: distinct.slice(0, MOST_NOTES),
      techniques: [
        ...(isShort && !isTied ? [{ kind: "staccato" } as const] : []),
        ...(isAccent ? [{ kind: "accent" } as const] : []),
      ],
    };
  }

  private note(
    bar: BarIndex,
    { note, channel }: StruckNote,
    isTied: boolean,
    taken: Set<number>,
  ): Note {
    const { key, newId } = this.setting;
    const { techniques, offsetCents, isBeyond } = isTied
      ? { techniques: [], offsetCents: 0, isBeyond: false }
      : this.marks(note, channel);
    const furthest = `bends of more than ${MOST_BENT_CENTS / 100} semitones end there: no string goes further`;
    this.leaveOut("midi-bent", furthest, bar, isBeyond ? 1 : 0);
    const spelled = spellMidi(midi(note.midi), key);
    const pitch: Pitch =
      offsetCents === 0 ? spelled : { ...spelled, cents: Math.max(-99, Math.min(99, offsetCents)) };
    const place = this.placeOf(note, taken);
    const said: Technique[] = isTied ? [{ kind: "tie" }] : [...techniques];
    if (!isTied && note.velocity < this.loudness.ghost) said.push({ kind: "ghost" });
    return {
      kind: "pitched",
      id: newId(),
      pitch,
      ...(place && { place }),
      pinned: false,
      techniques: inOrder(said),
    };
  }

  private marks(note: MidiNote, channel: MidiChannel) {
    const from = Math.max(0, lastBefore(channel.bends, note.start));
    const marks = bendMarks(note.start, note.end, channel.bends, from);
    const wheel = channel.modulation[lastBefore(channel.modulation, note.start)]?.value ?? 0;
    if (wheel === 0 || marks.techniques.some(({ kind }) => kind === "vibrato")) return marks;
    const vibrato: Technique = { kind: "vibrato", width: wheel > 64 ? "wide" : "narrow" };
    return { ...marks, techniques: [...marks.techniques, vibrato] };
  }

  private leaveOut(code: string, what: string, bar: BarIndex, times: number): void {
    const { remarks, name } = this.setting;
    remarks.tally(code, "warning", `${name}: ${what}`, { bar }, times);
  }

  private placeOf({ channel, midi: height }: MidiNote, taken: Set<number>) {
    const { byString } = this.setting;
    const place = byString && placeOnChannel(byString, channel, height);
    if (!place || taken.has(place.string)) return undefined;
    taken.add(place.string);
    return place;
  }
}

/** The bar in which a moment lies. */
function barOf(starts: readonly Fraction[], onset: Fraction): number {
  return Math.max(0, howManyBefore(starts, (start) => compare(start, onset) <= 0) - 1);
}

/** The index of the last of some sorted points that lies at or before a tick; −1 where none does. */
function lastBefore(points: readonly { readonly tick: number }[], tick: number): number {
  return howManyBefore(points, (point) => point.tick <= tick) - 1;
}

function heightOf(note: Note): number {
  return note.kind === "pitched" ? midiOf(note.pitch) : 0;
}

function placed(note: Note): boolean {
  return note.kind === "pitched" && note.place !== undefined;
}
