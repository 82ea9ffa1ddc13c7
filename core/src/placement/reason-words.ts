import { barsOn, formatBars, type BarIndex } from "../foundation/bar-index";
import type { Matter, Reason } from "./reasons";

/** Like “fewer shifts: 1 instead of 4 (bars 2–3)”. */
export function reasonInWords({ matter, counts, bars, phrase }: Reason, barsBefore = 0): string {
  return said(matter, counts, phrase) + barsInWords(bars.map((bar) => barsOn(bar, barsBefore)));
}

function said(matter: Matter, counts: Reason["counts"], phrase: string | undefined): string {
  const [own, other] = counts ?? [];
  const instead = counts ? `: ${own} instead of ${other}` : "";
  switch (matter) {
    case "rules":
      return "keeps slurs, slides and ringing notes on their strings";
    case "hint":
      return "lies where it was asked for";
    case "carried":
      return phrase ? `goes on as ${phrase} is played` : "goes on as the phrases before are played";
    case "held":
      return own === 0 ? "the hand holds every broken chord" : "broken chords stay under the hand";
    case "movement":
      if (counts && own === 0) return "no shift at all";
      return counts && own! < other! ? `fewer shifts${instead}` : "shorter ways for the hand";
    case "slurs":
      return own === 0 ? "no shift inside a slur" : `fewer shifts inside slurs${instead}`;
    case "low":
      return "lets the lowest note ring on its open string";
    case "open":
      return counts && own! > other!
        ? "opens strings where they lie at hand"
        : own === 0
          ? "no open string among fretted notes"
          : `fewer open strings among fretted notes${counts && own! < other! ? instead : ""}`;
    case "shapes":
      return own === 0 ? "only shapes that the hand knows" : `more shapes that the hand knows`;
    case "return":
      return "a pitch that returns comes back to its place";
    case "motif":
      return "what comes again keeps its shape";
    case "pedal":
      return "the line stays on its string around the pedal";
    case "stretch":
      return own === 0 ? "no stretch" : `fewer stretches${instead}`;
    case "fingers":
      return counts && own! < other! ? "spares the little finger" : "fewer fingers at once";
    case "height":
      return counts ? `around fret ${own} instead of fret ${other}` : "a better part of the neck";
    case "box":
      return "closer to the box of the key";
    case "strings":
      return counts && own! < other! ? `fewer changes of string${instead}` : "nearer strings";
    case "muting":
      return "no string to be kept silent in between";
    case "tone":
      return "fuller, on thicker strings";
    case "bend":
      return "bends plain strings, not wound ones";
  }
}

const MOST_BARS_TOLD = 4;

function barsInWords(bars: readonly BarIndex[]): string {
  if (bars.length === 0 || bars.length > MOST_BARS_TOLD) return "";
  return ` (${formatBars(bars)})`;
}
