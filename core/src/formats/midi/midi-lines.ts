import { barIndex, type BarIndex } from "../../foundation/bar-index";
import type { Key } from "../../pitch/key";
import { midi, type Pitch } from "../../pitch/pitch";
import { spellMidi } from "../../pitch/spelling";
import { spellBars } from "../../theory/spell-bars";
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
import type { Bar } from "../../score/bar";
import type { LineEvent, Note } from "../../score/event";
import { inOrder, type Technique } from "../../score/technique";
import { midiOf } from "../../pitch/pitch";
import { bendMarks } from "./bend-marks";
import { loudnessOf, type Loudness } from "./loudness";
import type { MidiBar } from "./midi-maps";
import type { MidiChannel, MidiNote } from "./midi-notes";
import type { MidiVoice } from "./midi-survey";
import { quantise, type GridWish, type Moved } from "./quantise";
import { placeOnChannel, type StringChannels } from "./string-channels";
import {
  usualShare,
  writtenEnd,
  type HeardNote,
  type TimeOfBars,
  type WrittenEnd,
} from "./written-ends";

/** Notes that begin together, from the start of the piece, in whole notes. */
interface Strike {
  readonly onset: Fraction;
  readonly notes: readonly StruckNote[];
}

interface StruckNote {
  readonly note: MidiNote;
  readonly channel: MidiChannel;
  /** In whole notes. */
  readonly heard: number;
  /** Where it ends on a grid that somebody wished for; else its end is chosen for reading. */
  readonly end: Fraction | undefined;
}

export interface MidiLine {
  /** As many as the file has. */
  readonly bars: readonly Bar[];
  readonly moved: Moved;
  /** Notes that another voice would have to sustain, and that end with the next onset instead. */
  readonly shortened: number;
  /** How much of a value is usually played: 1 where notes last until the next one. */
  readonly share: number;
}

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
  readonly newId: () => string;
}

/** What one voice of the file plays, as bars: brought to the grid, chords together, ties over bar lines. */
export function lineOfVoice(voice: MidiVoice, setting: LineSetting): MidiLine {
  const { bars, ticksPerQuarter } = setting;
  const endTick = bars.at(-1)!.endTick;
  const all = voice.channels
    .flatMap((channel) => channel.notes.map((note) => ({ note, channel })))
    .filter(({ note }) => note.start < endTick)
    .sort((a, b) => a.note.start - b.note.start || b.note.midi - a.note.midi);
  const { straightened } = setting;
  const starts = quantise(
    all.map(({ note }) => straightened(note.start)),
    bars,
    ticksPerQuarter,
    setting.grid,
  );
  const barStarts = startsOf(bars);
  const at = ({ bar, onset }: { bar: BarIndex; onset: Fraction }) => add(barStarts[bar]!, onset);
  const ends =
    setting.grid.kind === "auto"
      ? undefined
      : quantise(
          all.map(({ note }) => note.end),
          bars,
          ticksPerQuarter,
          setting.grid,
        ).onsets;
  const inWholes = (ticks: number) => ticks / (4 * ticksPerQuarter);
  const strikes = strikesOf(
    all.map((one, index) => {
      const onset = at(starts.onsets[index]!);
      const heard = inWholes(straightened(one.note.end) - straightened(one.note.start));
      return { ...one, onset, heard, end: ends ? at(ends[index]!) : undefined };
    }),
  );
  const time = { bars, starts: barStarts, ticksPerQuarter, grids: starts.grids };
  const share = usualShare(
    strikes.map((strike, index) => heardIn(strike, strikes[index + 1]?.onset)),
  );
  const writer = new LineWriter(setting, time, share, loudnessOf(all.map(({ note }) => note)));
  const { main, second, shortened } = twoVoices(strikes, starts.isClean);
  const upper = writer.voice(main);
  const lower = second.length > 0 ? writer.voice(second) : undefined;
  const written = upper.map((events, index): Bar => {
    const below = lower?.[index];
    const hasNotes = below?.some(({ kind }) => kind === "notes");
    return hasNotes ? { events, voiceTwo: below! } : { events };
  });
  return {
    // The file knows no names: they follow from key and direction.
    bars: setting.keys.flatMap(({ from, key }, index) =>
      spellBars(written.slice(from, setting.keys[index + 1]?.from), key),
    ),
    moved: starts.measure,
    shortened,
    share,
  };
}

function startsOf(bars: readonly MidiBar[]): readonly Fraction[] {
  let start = ZERO;
  return bars.map(({ metre }) => {
    const own = start;
    start = add(start, barLength(metre));
    return own;
  });
}

function strikesOf(
  notes: readonly (StruckNote & { readonly onset: Fraction })[],
): readonly Strike[] {
  const byOnset = new Map<string, { onset: Fraction; notes: StruckNote[] }>();
  for (const one of notes) {
    const key = `${one.onset.num}/${one.onset.den}`;
    const strike = byOnset.get(key) ?? { onset: one.onset, notes: [] };
    strike.notes.push(one);
    byOnset.set(key, strike);
  }
  return [...byOnset.values()].sort((a, b) => compare(a.onset, b.onset));
}

/** A little overlap is how fingers let go: so much in whole notes, or this share of the time between. */
const [SLACK, SLACK_SHARE] = [1 / 64, 0.3];

/** What sounds on under the next notes goes to a second voice while that is free. */
function twoVoices(strikes: readonly Strike[], isClean: boolean) {
  const main: Strike[] = [];
  const second: Strike[] = [];
  let shortened = 0;
  for (const [index, strike] of strikes.entries()) {
    const next = strikes[index + 1]?.onset;
    const between = next ? toNumber(subtract(next, strike.onset)) : 0;
    const slack = isClean ? SLACK : Math.max(SLACK, SLACK_SHARE * between);
    const isLong = (one: StruckNote) => next && endOf(strike, one) - toNumber(next) > slack;
    const held = strike.notes.filter(isLong);
    const before = second.at(-1);
    const isFree = !before || lastEnd(before) <= toNumber(strike.onset) + SLACK;
    if (held.length === 0 || !isFree) {
      shortened += held.length;
      main.push(strike);
      continue;
    }
    second.push({ onset: strike.onset, notes: held });
    const rest = strike.notes.filter((note) => !isLong(note));
    if (rest.length > 0) main.push({ onset: strike.onset, notes: rest });
  }
  return { main, second, shortened };
}

/** When a note ends, in whole notes from the start of the piece. */
function endOf({ onset }: Strike, { heard, end }: StruckNote): number {
  return end ? toNumber(end) : toNumber(onset) + heard;
}

function lastEnd(strike: Strike): number {
  return strike.notes.reduce((last, note) => Math.max(last, endOf(strike, note)), 0);
}

function heardIn(strike: Strike, next: Fraction | undefined): HeardNote {
  const { onset } = strike;
  return { onset, heard: lastEnd(strike) - toNumber(onset), next };
}

class LineWriter {
  constructor(
    private readonly setting: LineSetting,
    private readonly time: TimeOfBars,
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
      let bar = barIndex(this.barOf(strike.onset));
      let onset = subtract(strike.onset, this.time.starts[bar]!);
      let left = subtract(end, strike.onset);
      let isFirst = true;
      while (left.num > 0 && bar < bars.length) {
        const room = subtract(barLength(bars[bar]!.metre), onset);
        const duration = compare(left, room) > 0 ? room : left;
        if (duration.num > 0) {
          const tied = !isFirst;
          put(bar, onset, duration, (length) => this.struck(strike, length, tied, isShort));
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

  private barOf(onset: Fraction): number {
    let low = 0;
    let high = this.time.starts.length;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (compare(this.time.starts[middle]!, onset) <= 0) low = middle;
      else high = middle;
    }
    return low;
  }

  private rest(duration: Fraction): LineEvent {
    return { kind: "rest", id: this.setting.newId(), duration };
  }

  private struck(
    { notes }: Strike,
    duration: Fraction,
    isTied: boolean,
    isShort: boolean,
  ): LineEvent {
    const taken = new Set<number>();
    const all = notes.map((one) => this.note(one, isTied, taken));
    const byHeight = [...all].sort((a, b) => heightOf(a) - heightOf(b));
    // A pitch that two channels strike together is one note, unless they are two strings.
    const distinct = byHeight.filter(
      (note, index) =>
        index === 0 || heightOf(note) !== heightOf(byHeight[index - 1]!) || placed(note),
    );
    const isAccent = !isTied && notes.every(({ note }) => note.velocity >= this.loudness.accent);
    return {
      kind: "notes",
      id: this.setting.newId(),
      duration,
      notes: distinct.slice(0, 9),
      techniques: [
        ...(isShort && !isTied ? [{ kind: "staccato" } as const] : []),
        ...(isAccent ? [{ kind: "accent" } as const] : []),
      ],
    };
  }

  private note({ note, channel }: StruckNote, isTied: boolean, taken: Set<number>): Note {
    const { key, newId } = this.setting;
    const { techniques, offsetCents } = isTied
      ? { techniques: [], offsetCents: 0 }
      : this.marks(note, channel);
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

  private placeOf({ channel, midi: height }: MidiNote, taken: Set<number>) {
    const { byString } = this.setting;
    const place = byString && placeOnChannel(byString, channel, height);
    if (!place || taken.has(place.string)) return undefined;
    taken.add(place.string);
    return place;
  }
}

/** The index of the last of some sorted points that lies at or before a tick; −1 where none does. */
function lastBefore(points: readonly { readonly tick: number }[], tick: number): number {
  let low = -1;
  let high = points.length;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (points[middle]!.tick <= tick) low = middle;
    else high = middle;
  }
  return low;
}

function heightOf(note: Note): number {
  return note.kind === "pitched" ? midiOf(note.pitch) : 0;
}

function placed(note: Note): boolean {
  return note.kind === "pitched" && note.place !== undefined;
}
