import { barEntries, barsOn, type BarIndex } from "../foundation/bar-index";
import type { HeardLine } from "../analysis/analyse-song";
import { harmonyBetween, type HarmonicInterval } from "../analysis/harmony";
import { displayPitch } from "../pitch/pitch";
import { intervalInWords } from "../pitch/interval";
import { add, compare, toNumber } from "../rhythm/fraction";
import { countAt } from "../rhythm/metre";
import { eventTechniqueOf, lengthOf, notesOf, type LineEvent } from "../score/event";
import { timed } from "../score/bar";
import type { Part, Phrase, Song } from "../score/song";
import type { ReviewFinding, ReviewPlace } from "./finding";

/** Two parts of one phrase against each other. */
export function checkPair(one: HeardLine, other: HeardLine): readonly ReviewFinding[] {
  return [
    ...clashes(one, other),
    ...doubling(one, other),
    ...masking(one, other),
    ...disagreeingHits(one, other),
  ];
}

function placeIn(
  { phrase, part, barsBefore }: HeardLine,
  bar: BarIndex,
  eventId: string,
): ReviewPlace {
  return { phraseId: phrase.id, partId: part.id, bar: barsOn(bar, barsBefore), eventId };
}

/** A clash that lasts at least so long, in whole notes, is heard as one. */
const LASTING = 1 / 8;

function clashes(one: HeardLine, other: HeardLine): readonly ReviewFinding[] {
  return harmonyBetween(one.heard, other.heard).flatMap((moment): ReviewFinding[] => {
    if (!moment.clash || !isOnStrongBeat(moment, one) || overlap(moment) < LASTING) return [];
    const frame = one.frames[moment.bar]!;
    const count = countAt(add(moment.onset, frame.from), frame.metre);
    return [
      {
        code: "clash",
        group: "parts",
        severity: "warning",
        where: placeIn(one, moment.bar, moment.one.event.id),
        message: `${one.part.name} and ${other.part.name} stand a semitone apart on ${count}`,
        evidence: [
          `${displayPitch(moment.one.pitch)} against ${displayPitch(moment.other.pitch)}: ${intervalInWords(moment.interval)}`,
        ],
      },
    ];
  });
}

function isOnStrongBeat({ onset, bar }: HarmonicInterval, { frames }: HeardLine): boolean {
  const frame = frames[bar];
  if (!frame) return false;
  const beats = toNumber(add(onset, frame.from)) * frame.metre.unit;
  if (beats === 0) return true;
  const { beats: all } = frame.metre;
  const half = all % 2 === 0 && all > 2 ? all / 2 : all % 3 === 0 && all > 3 ? 3 : all;
  return beats === half;
}

function overlap({ one, other }: HarmonicInterval): number {
  return Math.min(one.end, other.end) - Math.max(one.start, other.start);
}

const LEAST_DOUBLED = 8;

/** A guitar that plays the very notes of the bass, in the same octave. */
function doubling(a: HeardLine, b: HeardLine): readonly ReviewFinding[] {
  const [bass, guitar] = a.part.instrument.kind === "bass" ? [a, b] : [b, a];
  if (bass.part.instrument.kind !== "bass" || guitar.part.instrument.kind === "bass") return [];
  const pitches = new Map(bass.heard.map(({ start, midi }) => [Math.round(960 * start), midi]));
  const same = guitar.heard.filter(
    ({ start, midi }) => pitches.get(Math.round(960 * start)) === midi,
  );
  if (same.length < LEAST_DOUBLED || same.length < 0.9 * guitar.heard.length) return [];
  const [first] = guitar.heard;
  return [
    {
      code: "doubles-bass",
      group: "parts",
      severity: "info",
      where: placeIn(guitar, first!.bar, first!.event.id),
      message: `${guitar.part.name} plays note for note what ${bass.part.name} does: was it heard from the bass?`,
      evidence: [
        `${same.length} of ${guitar.heard.length} notes are the same in the same octave; chords or an octave above would be another reading`,
      ],
    },
  ];
}

const BUSY_NOTES = 12;
const SAME_RANGE = 0.85;
const SAME_RHYTHM = 0.6;

/** Two busy parts in one and the same range, that do not even go together. */
function masking(a: HeardLine, b: HeardLine): readonly ReviewFinding[] {
  if (a.heard.length < BUSY_NOTES || b.heard.length < BUSY_NOTES) return [];
  const range = ({ heard }: HeardLine) => {
    const sorted = heard.map(({ midi }) => midi).sort((x, y) => x - y);
    return {
      low: sorted[Math.floor(sorted.length / 10)]!,
      high: sorted[Math.floor((9 * sorted.length) / 10)]!,
    };
  };
  const [one, other] = [range(a), range(b)];
  const shared = Math.min(one.high, other.high) - Math.max(one.low, other.low);
  const widest = Math.max(one.high - one.low, other.high - other.low, 1);
  const starts = new Set(b.heard.map(({ start }) => Math.round(960 * start)));
  const together = a.heard.filter(({ start }) => starts.has(Math.round(960 * start))).length;
  if (shared / widest < SAME_RANGE || together / a.heard.length > SAME_RHYTHM) return [];
  const [first] = a.heard;
  return [
    {
      code: "ranges-mask",
      group: "parts",
      severity: "info",
      where: placeIn(a, first!.bar, first!.event.id),
      message: `${a.part.name} and ${b.part.name} play different things in the same range, and cover each other`,
      evidence: [
        `they share ${shared} of ${widest} semitones, and begin together ${together} times of ${a.heard.length}`,
      ],
    },
  ];
}

/** Accents that the other part plays a sixteenth beside. */
function disagreeingHits(a: HeardLine, b: HeardLine): readonly ReviewFinding[] {
  return [hitsBeside(a, b), hitsBeside(b, a)].find((found) => found.length > 0) ?? [];
}

function hitsBeside(one: HeardLine, other: HeardLine): ReviewFinding[] {
  return barEntries(one.line.bars).flatMap(([index, bar]) => {
    const theirs = timed(other.line.bars[index]?.events ?? []).filter(({ event }) =>
      isSounding(event),
    );
    return timed(bar.events).flatMap(({ event, onset }): ReviewFinding[] => {
      if (!isHit(event)) return [];
      if (theirs.some((at) => compare(at.onset, onset) === 0)) return [];
      const beside = theirs.find((at) => {
        const apart = Math.abs(toNumber(at.onset) - toNumber(onset));
        return isHit(at.event) && apart <= 1 / 16 + 1e-9;
      });
      if (!beside) return [];
      return [
        {
          code: "hit-apart",
          group: "parts",
          severity: "warning",
          where: placeIn(one, index, event.id),
          message: `${one.part.name} and ${other.part.name} do not agree on a hit: they come a moment apart`,
          evidence: ["both are accented, and neither plays on the other’s place"],
        },
      ];
    });
  });
}

function isSounding(event: LineEvent): boolean {
  return lengthOf(event).num > 0 && (notesOf(event).length > 0 || event.kind === "hit");
}

function isHit(event: LineEvent): boolean {
  return eventTechniqueOf(event, "accent") !== undefined;
}

/** Lines of one phrase that are not equally long. */
export function checkBarCounts(
  phrase: Phrase,
  lines: readonly { readonly part: Part; readonly bars: number }[],
): readonly ReviewFinding[] {
  const longest = lines.reduce((a, b) => (b.bars > a.bars ? b : a), lines[0]!);
  return lines.flatMap(({ part, bars }): ReviewFinding[] => {
    if (bars === 0 || bars === longest.bars) return [];
    return [
      {
        code: "bars-differ",
        group: "parts",
        severity: "warning",
        where: { phraseId: phrase.id, partId: part.id },
        message: `${part.name} has ${bars} ${bars === 1 ? "bar" : "bars"} in ${phrase.name}, ${longest.part.name} ${longest.bars}`,
        evidence: ["parts of one phrase begin the next one together"],
      },
    ];
  });
}

/** From here on two instruments are heard as out of tune with each other, in cents. */
const APART_CENTS = 8;

/** Instruments that are tuned to different reference pitches. */
export function checkReferences({ parts }: Song): readonly ReviewFinding[] {
  const offsets = parts.map(({ instrument: { tuning } }) =>
    Math.round(tuning.reduce((sum, { cents = 0 }) => sum + cents, 0) / tuning.length),
  );
  return parts.flatMap((part, index): ReviewFinding[] => {
    const apart = offsets[index]! - offsets[0]!;
    if (Math.abs(apart) < APART_CENTS) return [];
    return [
      {
        code: "two-references",
        group: "parts",
        severity: "warning",
        where: { partId: part.id },
        message: `${part.name} is tuned ${Math.abs(apart)} cents ${apart < 0 ? "below" : "above"} ${parts[0]!.name}`,
        evidence: ["the open strings as they stand under Set up"],
      },
    ];
  });
}
