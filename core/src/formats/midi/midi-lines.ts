import type { BarIndex } from "../../foundation/bar-index";
import { add, ZERO, type Fraction } from "../../rhythm/fraction";
import { barLength } from "../../rhythm/metre";
import type { Bar } from "../../score/bar";
import { spellBars } from "../../theory/spell-bars";
import { LineWriter, type LineSetting } from "./line-writer";
import { loudnessOf } from "./loudness";
import type { MidiBar } from "./midi-maps";
import type { MidiVoice } from "./midi-survey";
import { quantise, type Moved } from "./quantise";
import { heardIn, strikesOf, twoVoices } from "./strikes";
import { usualShare } from "./written-ends";

export interface MidiLine {
  /** As many as the file has. */
  readonly bars: readonly Bar[];
  readonly moved: Moved;
  /** Notes that another voice would have to sustain, and that end with the next onset instead. */
  readonly shortened: number;
  /** How much of a value is usually played: 1 where notes last until the next one. */
  readonly share: number;
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
    all.map(({ note }) => note.start),
    bars,
    ticksPerQuarter,
    setting.grid,
    { straightened },
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
          { areEnds: true },
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
