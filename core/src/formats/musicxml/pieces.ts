import { withinPhrases } from "../reading/song-room";
import type { RawMeasure, RawRepeats } from "./raw";

/** Measures that belong together: a phrase in the making. */
export interface Piece {
  /** Indices of measures: `from` and all before `to`. */
  readonly from: number;
  readonly to: number;
  /** The section that begins here. */
  readonly section: string | undefined;
  /** Its own name, or that of the section it goes on in. */
  readonly name: string | undefined;
  readonly opensRepeat: boolean;
  readonly closesRepeat: number | undefined;
  /** The passes it is played on, under a bracket. */
  readonly ending: readonly number[] | undefined;
  readonly segno: boolean;
  readonly coda: boolean;
  /** What lies at its end. */
  readonly jump: "da-capo" | "dal-segno" | undefined;
  readonly toCoda: boolean;
  readonly fine: boolean;
}

/** Longer stretches without any mark are cut, so that there are phrases to teach. */
const LONG = 16;
const PHRASE = 8;

/**
 * Cuts a piece where its marks are: rehearsal marks, repeat signs, brackets, jumps. Where nothing
 * is marked at all, a long stretch is cut into eight bars each.
 */
export function piecesOf(measures: readonly RawMeasure[]): readonly Piece[] {
  const starts = new Set([0]);
  let hasNames = false;
  for (const [index, { section, phrase, repeats }] of measures.entries()) {
    if (section !== undefined || phrase !== undefined) hasNames = true;
    const begins =
      section !== undefined ||
      phrase !== undefined ||
      repeats.opensRepeat ||
      repeats.startsEnding ||
      repeats.segno ||
      repeats.coda;
    if (begins) starts.add(index);
    const ends =
      repeats.closesRepeat !== undefined ||
      repeats.stopsEnding ||
      repeats.daCapo ||
      repeats.dalSegno ||
      repeats.toCoda ||
      repeats.fine;
    if (ends) starts.add(index + 1);
  }
  if (!hasNames) {
    const marked = [...starts, measures.length].sort((a, b) => a - b);
    for (const [index, from] of marked.entries()) {
      const to = marked[index + 1] ?? from;
      if (to - from <= LONG) continue;
      for (let at = from + PHRASE; at < to; at += PHRASE) starts.add(at);
    }
  }
  const cuts = withinPhrases(starts, measures.length);
  let name: string | undefined;
  let ending: readonly number[] | undefined;
  return cuts.map((from, index): Piece => {
    const to = cuts[index + 1] ?? measures.length;
    const first = measures[from]!;
    const last = measures[to - 1]!;
    const all = mergedRepeats(measures.slice(from, to));
    name = first.phrase ?? first.section ?? name;
    if (first.repeats.startsEnding) ending = first.repeats.startsEnding;
    const own = ending;
    if (last.repeats.stopsEnding || last.repeats.closesRepeat !== undefined) ending = undefined;
    return {
      from,
      to,
      section: first.section,
      name,
      opensRepeat: first.repeats.opensRepeat === true,
      closesRepeat: last.repeats.closesRepeat,
      ending: own && own.length > 0 ? own : undefined,
      segno: first.repeats.segno === true,
      coda: first.repeats.coda === true,
      jump: all.dalSegno ? "dal-segno" : all.daCapo ? "da-capo" : undefined,
      toCoda: all.toCoda === true,
      fine: all.fine === true,
    };
  });
}

function mergedRepeats(measures: readonly RawMeasure[]): RawRepeats {
  return measures.reduce<RawRepeats>((all, { repeats }) => ({ ...all, ...repeats }), {});
}

/** A stretch that is played one or more times, with what follows on each pass. */
export interface Repeat {
  /** Indices of pieces. */
  readonly body: readonly number[];
  readonly times: number;
  readonly endings: readonly { readonly passes: readonly number[]; readonly piece: number }[];
}

/** The pieces with their repeat signs resolved, in the order in which they stand. */
export function repeatsOf(pieces: readonly Piece[]): readonly Repeat[] {
  const repeats: Repeat[] = [];
  /** Pieces since the last sign, which a repeat without an opening sign goes back to. */
  let open: number[] = [];
  let isOpened = false;
  const flush = () => {
    for (const piece of open) repeats.push({ body: [piece], times: 1, endings: [] });
    open = [];
    isOpened = false;
  };
  for (let index = 0; index < pieces.length; index++) {
    const piece = pieces[index]!;
    if (piece.ending && open.length > 0) {
      const endings: Repeat["endings"][number][] = [];
      let at = index;
      for (; pieces[at]?.ending && !(at > index && pieces[at]!.opensRepeat); at++) {
        endings.push({ passes: pieces[at]!.ending!, piece: at });
        // The last bracket stands behind the last repeat sign.
        if (pieces[at]!.closesRepeat === undefined && !continues(pieces, at)) {
          at++;
          break;
        }
      }
      const times = Math.min(64, Math.max(1, ...endings.flatMap(({ passes }) => passes)));
      repeats.push({ body: open, times, endings });
      open = [];
      isOpened = false;
      index = at - 1;
      continue;
    }
    if (piece.opensRepeat || (!isOpened && piece.section !== undefined && open.length > 0)) {
      flush();
      isOpened = piece.opensRepeat;
    }
    open.push(index);
    if (piece.closesRepeat !== undefined) {
      repeats.push({ body: open, times: piece.closesRepeat, endings: [] });
      open = [];
      isOpened = false;
    }
  }
  flush();
  return repeats;
}

/** A bracket of several pieces goes on in the next one. */
function continues(pieces: readonly Piece[], at: number): boolean {
  return pieces[at + 1]?.ending === pieces[at]!.ending;
}
