import { barNumber, formatBars, type BarIndex } from "../foundation/bar-index";
import { listInWords } from "../foundation/list-words";
import { fifthsOf, nearestFifths, pitchClassAtFifths, plainNameAtFifths } from "../pitch/key";
import { chromaOf, displayPitchClass } from "../pitch/pitch";
import { scaleKind, chromasOfScale, notesOfScale, type Scale } from "./scale";
import type { KeyNote } from "./rank-keys";

const MOST_BARS = 4;
const ORDINALS = ["", "1st", "2nd", "3rd", "4th", "5th", "6th", "7th"];

/**
 * Why the notes are in a scale, in sentences: what tells it from the plain major or minor scale, what
 * it begins and ends on, and what lies outside.
 * Like “raised 6th (B) in bars 2 and 4: dorian, not minor”.
 */
export function evidenceFor(scale: Scale, notes: readonly KeyNote[]): readonly string[] {
  return [...distinctions(scale, notes), ...ends(scale, notes), membership(scale, notes)];
}

/** Degrees that the plain scale of the family has otherwise, where they are played. */
function distinctions(scale: Scale, notes: readonly KeyNote[]): readonly string[] {
  const { name } = scale;
  const { family, fifths, degrees } = scaleKind(name);
  if (name === family) return [];
  if (degrees.length !== 7) {
    const names = notesOfScale(scale).map(displayPitchClass);
    return [`only the notes ${listInWords(names)}: ${name}`];
  }
  const plain = scaleKind(family);
  const altered = degrees.flatMap((degree, index) => {
    if (plain.degrees.includes(degree)) return [];
    const usual = plain.fifths[plain.degrees.findIndex((other) => other.at(-1) === degree.at(-1))]!;
    const own = pitchClassAtFifths(fifthsOf(scale.tonic) + fifths[index]!);
    const bars = barsWith(chromaOf(own), notes);
    if (bars.length === 0) return [];
    const way = fifths[index]! > usual ? "raised" : "lowered";
    const step = ORDINALS[Number(degree.at(-1))]!;
    return [`${way} ${step} (${displayPitchClass(own)}) in ${barsInWords(bars)}`];
  });
  return altered.length === 0 ? [] : [`${altered.join(", ")}: ${name}, not ${family}`];
}

function ends({ tonic }: Scale, notes: readonly KeyNote[]): readonly string[] {
  const chroma = chromaOf(tonic);
  const lowestOf = (moment: number) =>
    Math.min(...notes.filter((note) => note.moment === moment).map(({ midi }) => midi)) % 12;
  const begins = lowestOf(notes[0]!.moment) === chroma;
  const rests = lowestOf(notes.at(-1)!.moment) === chroma;
  const name = displayPitchClass(tonic);
  if (begins && rests) return [`begins and ends on ${name}`];
  if (rests) return [`ends on ${name}`];
  return begins ? [`begins on ${name}`] : [];
}

function membership(scale: Scale, notes: readonly KeyNote[]): string {
  const inside = chromasOfScale(scale);
  const outside = notes.filter(({ midi }) => !inside.has(midi % 12));
  if (outside.length === 0) {
    return notes.length === 1 ? "its one note belongs to it" : `all ${notes.length} notes belong`;
  }
  const classes = [...new Set(outside.map(({ midi }) => midi % 12))];
  const named = classes
    .slice(0, 3)
    .map(
      (chroma) =>
        `${displayPitchClass(nameBeside(chroma, scale))} in ${barsInWords(barsWith(chroma, outside))}`,
    );
  return `${outside.length} of ${notes.length} notes outside: ${named.join(", ")}`;
}

/** A note outside the scale, by the name that lies nearest on the line of fifths. */
function nameBeside(chroma: number, { tonic, name }: Scale) {
  const middle = fifthsOf(tonic) + (scaleKind(name).family === "major" ? 1 : 0);
  // No double signs: nobody reads B♭♭ in a sentence.
  return plainNameAtFifths(nearestFifths(chroma, middle));
}

function barsWith(chroma: number, notes: readonly KeyNote[]): readonly BarIndex[] {
  return [...new Set(notes.filter(({ midi }) => midi % 12 === chroma).map(({ bar }) => bar))];
}

/** Like “bars 2 and 4”. */
function barsInWords(bars: readonly BarIndex[]): string {
  if (bars.length <= MOST_BARS) return formatBars(bars);
  const first = bars.slice(0, MOST_BARS - 1).map(barNumber);
  return `bars ${listInWords([...first, `${bars.length - first.length} more`])}`;
}
