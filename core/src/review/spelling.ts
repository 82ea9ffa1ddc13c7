import { barEntries, barsOn, formatBar } from "../foundation/bar-index";
import { chromaOf, displayPitchClass, formatPitchClass } from "../pitch/pitch";
import { eventsOf, type Bar } from "../score/bar";
import { notesOf } from "../score/event";
import { spellBars } from "../theory/spell-bars";
import type { ReviewFinding } from "./finding";
import { found, type LineScan } from "./line-scan";

/** One sound under two names within a bar, where key and direction give no cause. */
export function checkSpelling(scan: LineScan): readonly ReviewFinding[] {
  const { line, key } = scan;
  const mixed = line.bars.map(mixedNames);
  if (mixed.every((names) => names.length === 0)) return [];
  const usual = spellBars(line.bars, key).map(mixedNames);
  return barEntries(mixed).flatMap(([bar, names]): ReviewFinding[] => {
    if (names.length <= usual[bar]!.length) return [];
    const message = `${formatBar(barsOn(bar, scan.barsBefore))} calls one sound both ${names[0]!.join(" and ")}`;
    const evidence = ["by key and direction it has one name here"];
    return [
      found(scan, "words", "spelling-mixed", "info", { bar }, message, evidence, {
        kind: "respell",
      }),
    ];
  });
}

/** The sounds of a bar that have several names, each with its names. */
function mixedNames(bar: Bar): readonly (readonly string[])[] {
  const names = new Map<number, Map<string, string>>();
  for (const note of eventsOf([bar]).flatMap(notesOf)) {
    if (note.kind === "dead") continue;
    const chroma = chromaOf(note.pitch);
    const own = names.get(chroma) ?? new Map<string, string>();
    own.set(formatPitchClass(note.pitch), displayPitchClass(note.pitch));
    names.set(chroma, own);
  }
  return [...names.values()].filter(({ size }) => size > 1).map((own) => [...own.values()]);
}
