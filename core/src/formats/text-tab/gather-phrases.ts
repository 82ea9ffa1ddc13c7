import { barIndex } from "../../foundation/bar-index";
import type { Chord } from "../../pitch/chord";
import { add, ZERO, type Fraction } from "../../rhythm/fraction";
import type { Bar } from "../../score/bar";
import type { BarMark, ChordAt } from "../../score/frame";
import type { Heading, System } from "./find-systems";
import type { TabBar } from "./system";
import type { TimedColumn } from "./timing";

export interface ReadPhrase {
  readonly name?: string;
  readonly bars: readonly Bar[];
  /** Chords as they sound, by the index of their bar. */
  readonly marks: readonly BarMark[];
  /** How often it is played. */
  readonly times: number;
}

interface Growing {
  readonly heading: number;
  readonly bars: Bar[];
  readonly marks: BarMark[];
  times: number;
}

/** Puts bars into phrases: a heading begins one, a repeat is one of its own. */
export class PhraseGatherer {
  private readonly all: Growing[] = [];
  private isOpen = false;

  constructor(
    private readonly headings: readonly (Heading | undefined)[],
    private readonly sounding: (shape: Chord) => Chord,
  ) {}

  take(system: System, bar: TabBar, moments: readonly TimedColumn[], written: Bar): void {
    const last = this.all.at(-1);
    if (!this.isOpen || !last || last.heading !== system.phrase || bar.opensRepeat) {
      this.all.push({ heading: system.phrase, bars: [], marks: [], times: 1 });
      this.isOpen = true;
    }
    const phrase = this.all.at(-1)!;
    const chords = this.chordsIn(system, bar, moments);
    if (chords.length > 0) phrase.marks.push({ bar: barIndex(phrase.bars.length), chords });
    phrase.bars.push(written);
    if (bar.closesRepeat === undefined) return;
    phrase.times = bar.closesRepeat;
    this.isOpen = false;
  }

  phrases(): readonly ReadPhrase[] {
    const seen = new Map<string, number>();
    const several = this.underEach();
    return this.all.map(({ heading, bars, marks, times: written }) => {
      const said = this.headings[heading];
      const own = said?.name;
      const isAlone = several.get(heading) === 1;
      const times = isAlone && written === 1 ? (said?.times ?? 1) : written;
      if (own === undefined) return { bars, marks, times };
      const count = (seen.get(own) ?? 0) + 1;
      seen.set(own, count);
      return { name: count === 1 ? own : `${own} (${count})`, bars, marks, times };
    });
  }

  /** Headings that say how often they are played, over more than one phrase: nothing repeats those together. */
  unrepeated(): readonly string[] {
    const several = this.underEach();
    return this.headings.flatMap((heading, index) =>
      (heading?.times ?? 1) > 1 && (several.get(index) ?? 0) > 1 ? [heading!.name] : [],
    );
  }

  /** By heading: how many phrases stand under it. */
  private underEach(): ReadonlyMap<number, number> {
    const several = new Map<number, number>();
    for (const { heading } of this.all) several.set(heading, (several.get(heading) ?? 0) + 1);
    return several;
  }

  /** The chords over a bar, each at the moment it stands above. */
  private chordsIn(
    { beside }: System,
    bar: TabBar,
    moments: readonly TimedColumn[],
  ): readonly ChordAt[] {
    const chords = new Map<string, ChordAt>();
    for (const { column, chord } of beside.chords) {
      const inBar = column - bar.textStart;
      // A name may begin over the bar line itself.
      if (inBar < -1 || inBar >= bar.width) continue;
      const at = momentAt(inBar, moments);
      const sounds = chord && this.sounding(chord);
      chords.set(`${at.num}/${at.den}`, { at, ...(sounds && { chord: sounds }) });
    }
    return [...chords.values()].sort((a, b) => a.at.num * b.at.den - b.at.num * a.at.den);
  }
}

/** The onset of what stands at a column, or of the first thing behind it. */
function momentAt(column: number, moments: readonly TimedColumn[]): Fraction {
  let onset = ZERO;
  let last = ZERO;
  for (const { moment, duration, isGrace, column: at = moment?.column } of moments) {
    if (at !== undefined && at >= column - 1) return onset;
    last = onset;
    if (!isGrace) onset = add(onset, duration);
  }
  return last;
}
