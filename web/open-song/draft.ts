import {
  printCallout,
  SaidReader,
  type SaidQuestion,
  type SaidReading,
  type Span,
} from "@intonazione/core/callout";
import { hasErrors, isSame, remembering, type Finding } from "@intonazione/core/foundation";
import type { PlaceStyle } from "@intonazione/core/neck";
import { placeBars, secondsPerWholeIn, type OwnProfile } from "@intonazione/core/placement";
import {
  barsBefore,
  eventsOf,
  isUnplaced,
  lineOf,
  mergeBars,
  relationsAfter,
  type Bar,
  type BarMark,
  type BarRelation,
  type Line,
  type Part,
  type Song,
} from "@intonazione/core/score";
import { nanoid } from "nanoid";
import { contextOf, neckOfPart, partAt, tableOf } from "./derived";
import type { SongState } from "./state/store";

/** The call-out line as it stands: its text, what was understood of it, and what it would write. */
export interface Draft {
  readonly key: string;
  readonly text: string;
  /** The phrase it rewrites; absent for a new one. */
  readonly phraseId: string | undefined;
  readonly bars: readonly Bar[];
  /** What the phrase would say to all parts. */
  readonly marks: readonly BarMark[];
  /** Bars that are said as others. */
  readonly relations: readonly BarRelation[];
  readonly findings: readonly Finding[];
  /** What the talk leaves open. */
  readonly questions: readonly SaidQuestion[];
  /** A sentence in the call-out's own words; absent where it was said in those. */
  readonly understood?: string;
  /** What each of those words was understood from, in their order; columns from 0. */
  readonly heard: readonly Heard[];
  /** What is drawn while questions are open: with the likelier readings, in doubt. */
  readonly likely?: readonly Bar[];
  readonly hasErrors: boolean;
  /** True when committing it would change something. */
  readonly isChanged: boolean;
}

/** Words of the call-out's own, and those of the sentence that they were understood from. */
export interface Heard {
  readonly in: Span;
  readonly from: Span;
}

export const newId = () => nanoid(10);

function draftKey(partId: string, phraseId: string | undefined): string {
  return `${partId}/${phraseId ?? "new"}`;
}

/** What the line says of a phrase before anything was typed. */
export function calloutOf(
  song: Song,
  part: Part,
  phraseId: string | undefined,
  studio: PlaceStyle,
): string {
  const phrase = song.phrases.find(({ id }) => id === phraseId);
  const line = phrase && lineOf(song, phrase.id, part.id);
  const context = contextOf(part, song, studio);
  return printCallout(line?.bars ?? [], context, phrase?.marks, line?.relations);
}

const NO_BARS: readonly Bar[] = [];
const NO_MARKS: readonly BarMark[] = [];

let underWay:
  { readonly song: Song; readonly key: string; readonly reader: SaidReader } | undefined;

/**
 * Keeps what was read of a draft while it is typed: until something is written, since what is written
 * keeps the ids that were given to it, and the next phrase needs its own.
 */
function readerFor(song: Song, key: string): SaidReader {
  if (underWay?.song !== song || underWay.key !== key) {
    underWay = { song, key, reader: new SaidReader() };
  }
  return underWay.reader;
}

let last: { readonly inputs: readonly unknown[]; readonly draft: Draft } | undefined;

/** The draft at the cursor; read once for each text and song, however many ask. */
export function draftOf(
  state: Pick<SongState, "history" | "cursor" | "drafts" | "rewriting" | "studio" | "profiles">,
): Draft {
  const { song } = state.history;
  const { drafts, rewriting, studio, profiles } = state;
  const part = partAt(song, state.cursor.partId);
  const key = draftKey(part.id, rewriting);
  const inputs = [song, part.id, rewriting, drafts[key], studio, profiles];
  if (last && inputs.every((input, index) => input === last!.inputs[index])) return last.draft;
  const draft = readDraft(song, part, rewriting, drafts[key], key, studio, profiles);
  last = { inputs, draft };
  return draft;
}

/** What was said before the phrase, to which “same again” refers: the line of the phrase before it. */
function saidBefore(song: Song, part: Part, phraseId: string | undefined): readonly Bar[] {
  const index = song.phrases.findIndex(({ id }) => id === phraseId);
  const before = index < 0 ? song.phrases.at(-1) : song.phrases[index - 1];
  return (before && lineOf(song, before.id, part.id)?.bars) ?? NO_BARS;
}

const hasUnplaced = remembering((bar: Bar): boolean => eventsOf([bar]).some(isUnplaced));

function readDraft(
  song: Song,
  part: Part,
  phraseId: string | undefined,
  typed: string | undefined,
  key: string,
  studio: PlaceStyle,
  profiles: readonly OwnProfile[],
): Draft {
  const phrase = song.phrases.find(({ id }) => id === phraseId);
  const line = phrase && lineOf(song, phrase.id, part.id);
  const before = line?.bars ?? NO_BARS;
  const marksBefore = phrase?.marks ?? NO_MARKS;
  if (typed === undefined) {
    const text = calloutOf(song, part, phraseId, studio);
    const { relations = [] } = line ?? {};
    const nothing = { findings: [], questions: [], heard: [], hasErrors: false, isChanged: false };
    return { key, text, phraseId, bars: before, marks: marksBefore, relations, ...nothing };
  }
  // A part's first line in a phrase adds to what the phrase says already, and so does a sentence,
  // which has no words for it; a call-out that rewrites a line says it all.
  const context = {
    ...contextOf(part, song, studio),
    barsBefore: barsBefore(song, { phraseId, partId: part.id }),
    ...(!line && { marks: marksBefore }),
  };
  const said = readerFor(song, key).read(typed, context, newId, {
    before: saidBefore(song, part, phraseId),
    marks: marksBefore,
  });
  const { bars, findings, questions, understood } = said;
  const merged = mergeBars(before, bars);
  const beyond = marksBefore.filter(({ bar }) => bar >= bars.length);
  const wanted = [...said.marks, ...beyond];
  const marks = isSame(wanted, marksBefore) ? marksBefore : wanted;
  const relations = relationsOf(said.relations, line, merged);
  // Printing says more bars as others than anybody did; while nothing else is changed that is no change.
  const isAnotherRelation = () =>
    !isSame(relations, line?.relations ?? []) && typed !== calloutOf(song, part, phraseId, studio);
  const isUnplaced = merged.some((bar) => hasUnplaced(bar));
  const isSlipping = hasErrors(findings);
  const placed = () =>
    placeBars(merged, neckOfPart(part), "unplaced", {
      table: tableOf(part, song.key, profiles),
      secondsPerWhole: secondsPerWholeIn(song, phrase && { ...phrase, marks }, merged.length),
      ...(line?.wishes && { wishes: line.wishes }),
    }).bars;
  return {
    key,
    text: typed,
    phraseId,
    bars: isUnplaced ? placed() : merged,
    marks,
    relations,
    findings,
    questions,
    heard: understood === undefined ? [] : heardIn(said),
    ...(understood !== undefined && { understood }),
    ...(said.likely && { likely: mergeBars(before, said.likely) }),
    hasErrors: isSlipping,
    isChanged:
      phraseId === undefined
        ? typed.trim() !== ""
        : isSlipping || merged !== before || marks !== marksBefore || isAnotherRelation(),
  };
}

/** What is said now, and of bars that stay as they were, what was said of them before. */
function relationsOf(
  said: readonly BarRelation[],
  line: Line | undefined,
  bars: readonly Bar[],
): readonly BarRelation[] {
  const before = line && relationsAfter(line.relations ?? [], line.bars, bars);
  const kept = (before ?? []).filter(
    ({ bar }) => line?.bars.includes(bars[bar]!) && said.every((one) => one.bar !== bar),
  );
  return kept.length === 0 ? said : [...said, ...kept].sort((one, other) => one.bar - other.bar);
}

function heardIn({ spans, heard }: SaidReading): readonly Heard[] {
  const places = [...spans].flatMap(([id, span]) => {
    const words = heard.get(id);
    return words ? [{ in: span, from: { start: words.column - 1, length: words.length } }] : [];
  });
  return places.sort((one, other) => one.in.start - other.in.start);
}
