import { barEntries } from "../../foundation/bar-index";
import type { Key } from "../../pitch/key";
import { STRAIGHT } from "../../rhythm/feel";
import { subtract, sum, ZERO, type Fraction } from "../../rhythm/fraction";
import { barLength, COMMON_TIME, type Metre } from "../../rhythm/metre";
import type { Bar } from "../../score/bar";
import { lengthOf } from "../../score/event";
import type { PlayedPhrase, Section } from "../../score/form";
import { tidyMarks, type BarMark, type ChordAt } from "../../score/frame";
import type { Phrase, Song } from "../../score/song";
import { inRuns, PhraseMaker, type Stretch } from "../reading/phrase-maker";
import type { Remarks } from "../reading/remarks";
import { MOST_BARS_IN_FILE, TOO_MANY_BARS } from "../reading/song-room";
import { piecesOf, repeatsOf, type Piece, type Repeat } from "./pieces";
import { jumpedOrder } from "./played-order";
import type { RawMeasure, RawPart } from "./raw";
import { settleBars, type SettledBar } from "./settle-bars";
import { settleNotes, type SettledPart } from "./settle-notes";
import { settleStaves } from "./settle-staves";

export interface FileFacts {
  readonly title: string;
  readonly note: string | undefined;
  readonly referenceHz: number;
  readonly parts: readonly RawPart[];
}

const C_MAJOR: Key = { tonic: { step: "C", alter: 0 }, mode: "major" };
const USUAL_TEMPO = 100;

/** The parts of a file as a song: phrases where its marks are, the form of its repeats. */
export function songOfParts(file: FileFacts, newId: () => string, remarks: Remarks): Song {
  const key = file.parts.find((part) => part.key)?.key ?? C_MAJOR;
  const all = Math.max(...file.parts.map(({ measures }) => measures.length));
  const count = Math.min(MOST_BARS_IN_FILE, all);
  if (count < all) remarks.say("too-many-bars", "error", TOO_MANY_BARS);
  const said = measuresForAll(file.parts, count);
  const metres = runningMetres(said);
  const parts = file.parts.map((raw) => {
    const { staff, measures, leftOut } = settleStaves(raw);
    if (leftOut > 0) {
      remarks.say(
        "staff-left-out",
        "warning",
        `${raw.name}: ${leftOut} events that only the other staff has were left out: the tablature was taken`,
      );
    }
    const settled = settleNotes(raw, staff, measures, key, newId(), remarks);
    const bars = settleBars(measures.slice(0, count), { ...settled, remarks, newId, metres });
    return { ...settled, bars };
  });
  const details = {
    title: file.title,
    tempoBpm: said.find(({ tempoBpm }) => tempoBpm !== undefined)?.tempoBpm ?? USUAL_TEMPO,
    metre: metres[0] ?? COMMON_TIME,
    feel: file.parts.find(({ feel }) => feel)?.feel ?? STRAIGHT,
    key,
    referenceHz: file.referenceHz,
    style: {},
    ...(file.note !== undefined && { note: file.note }),
  };
  const allPieces = piecesOf(said);
  const marks = marksOf(said, metres, parts, details.tempoBpm);
  const maker = new PhraseMaker(
    parts.map(({ part }) => part.id),
    newId,
  );
  const stretches = allPieces.map(({ from, to, name }): Stretch => ({
    name,
    marks: tidyMarks(
      barEntries(marks.slice(from, to)).map(([bar, mark]) => ({ bar, ...mark })),
      details,
    ),
    bars: barsOfPiece(parts, from, to),
  }));
  const phrases = maker.phrasesOf(stretches, remarks);
  const pieces = allPieces.slice(0, phrases.length);
  return {
    ...details,
    parts: parts.map(({ part }) => part),
    phrases: maker.phrases,
    form: formOf(pieces, phrases, newId),
    lines: maker.lines,
  };
}

type PartBars = SettledPart & { readonly bars: readonly SettledBar[] };

/** What the measures say to all parts, whichever part says it. */
function measuresForAll(parts: readonly RawPart[], count: number): readonly RawMeasure[] {
  return Array.from({ length: count }, (_, index): RawMeasure => {
    const all = parts.flatMap(({ measures }) => measures[index] ?? []);
    const first = all[0]!;
    return {
      ...first,
      isPickUp: all.some(({ isPickUp }) => isPickUp),
      metre: all.find(({ metre }) => metre)?.metre,
      tempoBpm: all.find(({ tempoBpm }) => tempoBpm !== undefined)?.tempoBpm,
      chords: all.find(({ chords }) => chords.length > 0)?.chords ?? [],
      section: all.find(({ section }) => section !== undefined)?.section,
      phrase: all.find(({ phrase }) => phrase !== undefined)?.phrase,
      repeats: Object.assign({}, ...all.map(({ repeats }) => repeats)) as RawMeasure["repeats"],
    };
  });
}

function runningMetres(measures: readonly RawMeasure[]): readonly Metre[] {
  let running = measures.find(({ metre }) => metre)?.metre ?? COMMON_TIME;
  return measures.map(({ metre }) => (running = metre ?? running));
}

/** What each measure says, as if it were a phrase of its own: tempo and metre are those that hold. */
function marksOf(
  measures: readonly RawMeasure[],
  metres: readonly Metre[],
  parts: readonly PartBars[],
  firstTempo: number,
): readonly Omit<BarMark, "bar">[] {
  let tempoBpm = firstTempo;
  return measures.map((measure, index) => {
    tempoBpm = measure.tempoBpm ?? tempoBpm;
    const metre = metres[index]!;
    const from = measure.isPickUp ? pickUpFrom(metre, parts, index) : ZERO;
    return { metre, tempoBpm, from, chords: chordsOf(measure, from) };
  });
}

/** A pick-up begins as late as it is short. */
function pickUpFrom(metre: Metre, parts: readonly PartBars[], index: number): Fraction {
  const lengths = parts.flatMap(({ bars }) => {
    const { events = [], voiceTwo = [] } = bars[index]?.bar ?? {};
    return bars[index]?.isSilent ? [] : [sum(events.map(lengthOf)), sum(voiceTwo.map(lengthOf))];
  });
  const longest = lengths.reduce((a, b) => (a.num * b.den >= b.num * a.den ? a : b), ZERO);
  const from = subtract(barLength(metre), longest);
  return longest.num > 0 && from.num > 0 ? from : ZERO;
}

function chordsOf({ chords }: RawMeasure, from: Fraction): readonly ChordAt[] {
  const byMoment = new Map<string, ChordAt>();
  for (const { at, chord } of chords.slice(0, 64)) {
    const moment = { num: at.num * from.den + from.num * at.den, den: at.den * from.den };
    const exact = subtract(moment, ZERO);
    byMoment.set(`${exact.num}/${exact.den}`, { at: exact, ...(chord && { chord }) });
  }
  return [...byMoment.values()].sort((a, b) => a.at.num * b.at.den - b.at.num * a.at.den);
}

/** What each part plays from one measure to before another. */
function barsOfPiece(
  parts: readonly PartBars[],
  from: number,
  to: number,
): readonly (readonly Bar[])[] {
  const bars = parts.map((part) => trimmed(part.bars.slice(from, to)));
  if (bars.some((own) => own.length === to - from)) return bars;
  // Some part holds the phrase open, even where all are silent.
  return bars.with(
    0,
    parts[0]!.bars.slice(from, to).map(({ bar }) => bar),
  );
}

/** Bars that only say that the part is silent are left off at the end. */
function trimmed(bars: readonly SettledBar[]): readonly Bar[] {
  const last = bars.findLastIndex(({ isSilent }) => !isSilent);
  return bars.slice(0, last + 1).map(({ bar }) => bar);
}

function formOf(
  pieces: readonly Piece[],
  phrases: readonly Phrase[],
  newId: () => string,
): readonly Section[] {
  const repeats = repeatsOf(pieces);
  const isPlain =
    repeats.every(({ times }) => times === 1) &&
    pieces.every(({ section }) => section === undefined) &&
    new Set(phrases).size === phrases.length;
  const order = jumpedOrder(pieces, repeats);
  if (isPlain && !order) return [];
  const idOf = (piece: number) => phrases[piece]!.id;
  if (order) {
    const items = inRuns(order.map(idOf));
    return [{ id: newId(), name: "Song", times: 1, endings: [], items }];
  }
  const sections: Section[] = [];
  /** The section that still takes what comes. */
  let open: { name: string; items: PlayedPhrase[] } | undefined;
  const close = () => {
    if (open && open.items.length > 0) {
      sections.push({ id: newId(), name: open.name, times: 1, endings: [], items: open.items });
    }
    open = undefined;
  };
  let name = "Song";
  for (const repeat of repeats) {
    const named = pieces[repeat.body[0]!]!.section;
    if (named !== undefined) {
      close();
      name = named;
    }
    if (repeat.body.length > 1 && repeat.times > 1) {
      close();
      sections.push(repeatedSection(repeat, name, idOf, newId));
      continue;
    }
    open ??= { name, items: [] };
    for (const piece of repeat.body) open.items.push(playedPhrase(repeat, piece, idOf));
  }
  close();
  return sections;
}

function playedPhrase(
  { times, endings }: Repeat,
  piece: number,
  idOf: (piece: number) => string,
): PlayedPhrase {
  return {
    phraseId: idOf(piece),
    times,
    endings: endings.map((ending) => ({ passes: ending.passes, phraseId: idOf(ending.piece) })),
  };
}

function repeatedSection(
  repeat: Repeat,
  name: string,
  idOf: (piece: number) => string,
  newId: () => string,
): Section {
  const { times, endings } = playedPhrase(repeat, repeat.body[0]!, idOf);
  const items = repeat.body.map((piece) => ({ phraseId: idOf(piece), times: 1, endings: [] }));
  return { id: newId(), name, times, endings, items };
}
