import { durationInWords } from "../../rhythm/duration";
import type { Metre } from "../../rhythm/metre";
import type { System } from "./find-systems";
import type { Report } from "./signs";
import { readSystem, type TabBar } from "./system";
import { timeByCounts, timeBySpacing, timeByValues, type TimedColumn } from "./timing";

export interface TimedSystem {
  readonly system: System;
  readonly timed: readonly { readonly bar: TabBar; readonly moments: readonly TimedColumn[] }[];
}

/** Bars with a timing row are timed by it, all others together by their spacing. */
export function timeSystems(
  systems: readonly System[],
  metre: Metre,
  report: Report,
): readonly TimedSystem[] {
  const frets: (number | undefined)[] = [];
  const read = systems.map((system) => ({
    system,
    bars: readSystem(system.lines, frets, report),
  }));
  const rowless = read.filter(({ system }) => !system.beside.timing).flatMap(({ bars }) => bars);
  const spaced = timeBySpacing(rowless, metre);
  const line = systems.find((system) => !system.beside.timing)?.lines[0]?.number ?? 1;
  if (rowless.length > 0) {
    const { source } = spaced;
    const message =
      source.kind === "spacing"
        ? "no timing is written: the rhythm was read from the spacing"
        : source.kind === "filled"
          ? `no timing is written: read as equal values that fill the bar, each ${durationInWords(source.duration)}`
          : "no timing is written: read as equal eighths";
    report({ code: "timing-assumed", severity: "info", line, column: 1, message });
  }
  let next = 0;
  return read.map(({ system, bars }) => ({
    system,
    timed: bars.map((bar) => {
      const row = system.beside.timing;
      if (!row) return { bar, moments: spaced.bars[next++]! };
      const moments =
        row.kind === "values" ? timeByValues(bar, row) : timeByCounts(bar, row, metre);
      if (moments && moments.length > 0) return { bar, moments };
      report({
        code: "timing-row-unread",
        severity: "warning",
        line: system.lines[0]!.number,
        column: bar.textStart + 1,
        message: "the counts of this bar were not understood: read as equal eighths",
      });
      return { bar, moments: timeBySpacing([bar], metre).bars[0]! };
    }),
  }));
}
