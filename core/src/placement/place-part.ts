import type { BarIndex } from "../foundation/bar-index";
import { wholeSeconds } from "../rhythm/tempo";
import { eventsOf, type Bar } from "../score/bar";
import { notesOf, type Note } from "../score/event";
import {
  framesOfPhrase,
  lineOf,
  linesOfPart,
  type Line,
  type Part,
  type Phrase,
  type Song,
  type Version,
} from "../score/song";
import { HandTable } from "./hand-table";
import { judgementOf } from "./judgement";
import { Carried } from "./carried";
import { KnownBars } from "./known-bars";
import {
  placePhrases,
  usualSecondsPerWhole,
  type PhraseRequest,
  type PlacedBars,
} from "./place-bars";
import { planLine, type Plan } from "./plan-line";
import type { LineRequest, PlannedHand, Scope } from "./line-request";
import type { Profile } from "./profiles";
import { NO_WISHES, type Wishes } from "./wishes";

/** Everything about a song that its placing depends on, beside the notes. */
export type Setting = Pick<Song, "key" | "metre" | "tempoBpm">;

/** The hands for a part of a song, judged by a profile. */
export function tableFor(setting: Pick<Setting, "key">, part: Part, profile?: Profile): HandTable {
  return new HandTable(judgementOf(part, setting.key, profile));
}

/** How long a whole note lasts in each bar of a phrase. */
export function secondsPerWholeIn(
  setting: Setting,
  phrase: Phrase | undefined,
  bars: number,
): (bar: BarIndex) => number {
  const frames = phrase ? framesOfPhrase(setting, phrase, bars) : [];
  return (bar) => wholeSeconds(frames[bar]?.tempoBpm ?? setting.tempoBpm);
}

function phraseRequest(
  song: Song,
  phraseId: string,
  version: Version,
  table: HandTable,
): PhraseRequest {
  const phrase = song.phrases.find(({ id }) => id === phraseId);
  const { bars, wishes = NO_WISHES } = version;
  return {
    name: phrase?.name ?? "",
    isDecided: !version.isSuggested && !eventsOf(bars).flatMap(notesOf).some(isPlaceless),
    bars,
    table,
    wishes,
    secondsPerWhole: secondsPerWholeIn(song, phrase, bars.length),
  };
}

function isPlaceless(note: Note): boolean {
  return note.kind === "pitched" && note.place === undefined;
}

function nameOf({ phrases }: Song, phraseId: string): string {
  return phrases.find(({ id }) => id === phraseId)?.name ?? "";
}

export interface PlacedPart {
  /** In the order of the phrases. */
  readonly lines: readonly Line[];
  /** By line: how its version that stands in the song was placed. */
  readonly placed: readonly PlacedBars[];
}

/**
 * Places all lines of a part, phrase by phrase through the song; other versions by themselves.
 * @param lines The part's lines in the order of the phrases, if not those that stand in the song.
 */
export function placePart(
  song: Song,
  part: Part,
  scope: Scope,
  table: HandTable,
  lines: readonly Line[] = linesOfPart(song, part.id),
): PlacedPart {
  const { neck } = table.judgement;
  const requests = lines.map((line) => phraseRequest(song, line.phraseId, line, table));
  const placed = placePhrases(requests, neck, scope);
  const all = lines.map((line, index): Line => {
    const others = line.others.map((version) => {
      const [own] = placePhrases([phraseRequest(song, line.phraseId, version, table)], neck, scope);
      return { ...version, bars: own!.bars };
    });
    return suggested({ ...line, bars: placed[index]!.bars, others }, line.bars);
  });
  return { lines: all, placed };
}

/** A line of which most places are new is a suggestion. @param before Its bars as they lay. */
function suggested(line: Line, before: readonly Bar[]): Line {
  const places = (bars: readonly Bar[]) =>
    eventsOf(bars)
      .flatMap(notesOf)
      .flatMap((note) => (note.kind === "dead" ? [] : [note.place]));
  const old = places(before);
  const now = places(line.bars);
  const moved = now.filter((place, index) => {
    const was = old[index];
    return place !== undefined && (was?.string !== place.string || was.fret !== place.fret);
  });
  return 2 * moved.length > now.length ? { ...line, isSuggested: true } : line;
}

const standing = new WeakMap<HandTable, WeakMap<readonly Bar[], Plan>>();

/** How lines that are placed already are held; worked out once while neither changes. */
function planAsItStands({ bars, secondsPerWhole }: PhraseRequest, table: HandTable): Plan {
  let known = standing.get(table);
  if (!known) standing.set(table, (known = new WeakMap()));
  let plan = known.get(bars);
  if (!plan) {
    const asked = { bars, secondsPerWhole: secondsPerWhole ?? usualSecondsPerWhole };
    plan = planLine({ ...asked, scope: "unplaced", wishes: NO_WISHES }, table);
    known.set(bars, plan);
  }
  return plan;
}

/** How a line of a song is held as it is placed; worked out once for each line and table. */
export function standingPlan(song: Song, line: Line, table: HandTable): Plan {
  return planAsItStands(phraseRequest(song, line.phraseId, line, table), table);
}

/**
 * What it takes to plan one phrase of a part where it stands: after the phrase before it, and alike
 * to the bars before that sound the same.
 */
export function lineRequest(
  song: Song,
  part: Part,
  phraseId: string,
  table: HandTable,
  more: {
    readonly scope?: Scope;
    readonly wishes?: Wishes;
    readonly bars?: readonly Bar[];
    readonly onlyBar?: BarIndex;
  } = {},
): LineRequest {
  const line = lineOf(song, phraseId, part.id);
  const version: Version = {
    ...line,
    bars: more.bars ?? line?.bars ?? [],
  };
  const known = new KnownBars();
  const carried = new Carried();
  let last: PlannedHand | undefined;
  for (const before of linesOfPart(song, part.id)) {
    if (before.phraseId === phraseId) break;
    const { bars } = before;
    const plan = planAsItStands(phraseRequest(song, before.phraseId, before, table), table);
    known.learn(bars, plan.moments);
    if (!before.isSuggested) carried.learn(nameOf(song, before.phraseId), plan.moments);
    last = plan.moments.at(-1) ?? last;
  }
  const { bars, secondsPerWhole, wishes } = phraseRequest(song, phraseId, version, table);
  return {
    bars,
    secondsPerWhole: secondsPerWhole ?? usualSecondsPerWhole,
    scope: more.scope ?? "unpinned",
    wishes: more.wishes ?? wishes ?? NO_WISHES,
    after: { last, known, carried },
    ...(more.onlyBar !== undefined && { onlyBar: more.onlyBar }),
  };
}
