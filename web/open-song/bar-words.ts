import { formatBar, type BarIndex } from "@intonazione/core/foundation";
import { readBarWords, sayBarWords } from "@intonazione/core/callout";
import type { Finding } from "@intonazione/core/foundation";
import { tidyMarks, type BarMark, type Song, type Transaction } from "@intonazione/core/score";
import { stopAt } from "./cursor";
import { contextOf, framesFor, partAt } from "./derived";
import { barsHere } from "./selection";
import type { SongState } from "./state/store";

/** The bar at the cursor, what it says itself and what holds in it. */
function barHere(state: SongState) {
  const { cursor } = state;
  const { song } = state.history;
  const stop = stopAt(song, cursor);
  const phrase = song.phrases.find(({ id }) => id === stop?.phraseId);
  if (!stop || !phrase) return undefined;
  const frames = framesFor(song, phrase, barsHere(state).length);
  const { bar, barOfPart } = stop;
  const mark: BarMark = phrase.marks.find((one) => one.bar === bar) ?? { bar };
  return {
    song,
    phrase,
    bar,
    barOfPart,
    mark,
    frame: frames[bar]!,
    before: frames[bar - 1] ?? song,
  };
}

/** Metre, tempo, pick-up and chords that the bar at the cursor says; nothing where it says none. */
export function sayBar(state: SongState): string {
  const at = barHere(state);
  return at ? sayBarWords(at.mark, at.frame) : "";
}

/** Reads what the bar at the cursor shall say to all parts; slips are told and nothing is written. */
export function resayBar(
  state: SongState,
  text: string,
): { readonly transaction?: Transaction; readonly findings: readonly Finding[] } {
  const at = barHere(state);
  if (!at) return { findings: [] };
  const { song, phrase, bar, barOfPart, before } = at;
  const { metre, tempoBpm } = before;
  const context = { ...contextOf(partAt(song, state.cursor.partId), song, state.studio) };
  const { words, findings } = readBarWords(text, { ...context, metre, tempoBpm });
  if (findings.length > 0) return { findings };
  const others = phrase.marks.filter((one) => one.bar !== bar);
  const marks = tidyMarks([...others, { ...words, bar }], song);
  return { transaction: writeMarks(phrase, marks, barOfPart), findings };
}

function writeMarks(
  phrase: Song["phrases"][number],
  marks: readonly BarMark[],
  bar: BarIndex,
): Transaction {
  return {
    label: `say what holds in ${formatBar(bar)}`,
    edits: [{ kind: "replace-phrase", phrase: { ...phrase, marks } }],
  };
}
