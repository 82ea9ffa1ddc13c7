import type { Finding } from "../foundation/finding";
import type { Bar } from "../score/bar";
import type { BarMark } from "../score/frame";
import type { CalloutContext } from "./context";
import { CalloutReader, type CalloutReading } from "./parse-callout";
import { DOUBT } from "./print-note";
import type { Draft } from "./talk/draft";
import { readTalk } from "./talk/read-talk";
import type { TalkAnswer } from "./talk/talk";
import { sayDrafts } from "./talk/say-drafts";
import { talkContext } from "./talk/talk-context";

/** One thing that talk leaves open, with what it may mean. */
export interface SaidQuestion {
  /** Where the doubtful words stand: the first from 1. */
  readonly column: number;
  readonly length: number;
  readonly question: string;
  /** Each says the doubtful words anew, so that nothing is open any more. */
  readonly answers: readonly SaidAnswer[];
  /** Before which event of the reading its answer belongs. */
  readonly before: number;
}

export type SaidAnswer = TalkAnswer;

export interface SaidReading extends CalloutReading {
  /** How talk was understood, in the call-out's own words; absent where it was one already. */
  readonly understood?: string;
  readonly questions: readonly SaidQuestion[];
  /** All of it, with what is likely and not sure in it in doubt; absent where all is sure. */
  readonly likely?: readonly Bar[];
  /** The words that each event was understood from, from 1; only of talk. */
  readonly heard: ReadonlyMap<string, { readonly column: number; readonly length: number }>;
}

/** What only talk is understood against. */
export interface TalkBasis {
  /** What was said before it, for “same again”. */
  readonly before?: readonly Bar[];
  /** What the phrase's bars say already, and no sentence says anew. */
  readonly marks?: readonly BarMark[];
}

/** Talk that is longer is read as such only where it is opened as a talk. */
const MOST_TALK = 20_000;

/**
 * Reads what a teacher says again and again while it is typed: in the call-out's own words, or as
 * talk, whichever reads with less trouble.
 */
export class SaidReader {
  private readonly callouts = new CalloutReader();
  private readonly talks = new CalloutReader();
  private readonly likelies = new CalloutReader();

  read(
    text: string,
    context: CalloutContext,
    newId: () => string,
    { before = [], marks }: TalkBasis = {},
  ): SaidReading {
    const asCallout = this.callouts.read(text, context, newId);
    const trouble = troubleIn(asCallout, text);
    const plain = { ...asCallout, questions: [], heard: new Map() };
    if ((trouble === 0 && !isList(text)) || text.length > MOST_TALK) return plain;
    const ofTalk = marks ? { ...context, marks } : context;
    const asTalk = this.readTalk(text, ofTalk, newId, before);
    const slips = asTalk.findings.filter(({ severity }) => severity === "error").length;
    // A question is answered by one tap, and is half the trouble.
    const open = slips + asTalk.questions.length / 2;
    const isEasier = open < trouble || open + trouble === 0;
    return isEasier || isAllUnread(asCallout) ? asTalk : plain;
  }

  private readTalk(
    text: string,
    context: CalloutContext,
    newId: () => string,
    before: readonly Bar[],
  ): SaidReading {
    const { drafts, slips, questions, words } = readTalk(text, talkContext(context, before));
    const sure = drafts.filter(({ question }) => question === undefined);
    const pieces = sayDrafts(sure, context);
    const places: { readonly from: number; readonly start: number; readonly end: number }[] = [];
    let callout = "";
    for (const { draft, text: said } of pieces) {
      if (callout !== "") callout += " ";
      const [start, end] = [words[draft.from]?.start ?? 0, words[draft.to - 1]?.end ?? 0];
      places.push({ from: callout.length, start, end });
      callout += said;
    }
    const placeOf = (column: number) => {
      const place = places.findLast(({ from }) => from <= column - 1) ?? places[0];
      return {
        column: (place?.start ?? 0) + 1,
        length: Math.max(1, (place?.end ?? 0) - (place?.start ?? 0)),
      };
    };
    const reading = this.talks.read(callout, context, newId);
    const likely =
      sure.length < drafts.length
        ? this.likelies.read(textOf(sayDrafts(drafts.map(inDoubt), context)), context, newId).bars
        : undefined;
    const translated = reading.findings.map((finding): Finding => {
      const { column } = finding.where;
      return column === undefined
        ? finding
        : { ...finding, where: { ...finding.where, ...placeOf(column) } };
    });
    const heard = new Map([...reading.spans].map(([id, { start }]) => [id, placeOf(start + 1)]));
    const events = reading.bars.flatMap((bar) => bar.events);
    return {
      ...reading,
      findings: [...slips, ...translated].sort(
        (a, b) => (a.where.column ?? 0) - (b.where.column ?? 0),
      ),
      understood: callout,
      ...(likely && { likely }),
      questions: questions.map(({ start, end, text: question, answers }) => ({
        column: start + 1,
        length: Math.max(1, end - start),
        question,
        answers,
        before: events.filter(({ id }) => (heard.get(id)?.column ?? 0) <= start).length,
      })),
      heard,
    };
  }
}

const textOf = (pieces: readonly { readonly text: string }[]) =>
  pieces.map(({ text }) => text).join(" ");

/** What waits for an answer stands there with a mark. */
const inDoubt = (draft: Draft): Draft =>
  draft.question === undefined
    ? draft
    : { ...draft, quoted: [draft.quoted, `"${DOUBT}"`].filter(Boolean).join(" ") };

/** As `SaidReader.read`, once. */
export function readSaid(
  text: string,
  context: CalloutContext,
  newId: () => string,
  basis: TalkBasis = {},
): SaidReading {
  return new SaidReader().read(text, context, newId, basis);
}

/** “A5, 7, 8”: words with commas between, as people speak, and nothing said of how long notes last. */
const isList = (text: string) => /,\s/u.test(text) && !/['|]/u.test(text);

/** Slips of a call-out; the last word may be still in the typing, and does not count. */
function troubleIn({ findings }: CalloutReading, text: string): number {
  const lastWord = text.trimEnd().search(/\S+$/u);
  const slips = findings.filter(({ severity }) => severity === "error");
  const isCallout = /\s/u.test(text.trim());
  const counted = slips.filter(({ where }) => !isCallout || (where.column ?? 1) - 1 < lastWord);
  // A whole word that no call-out has says more than a sign that was mistyped.
  const weights = counted.map(({ where }) => {
    const from = (where.column ?? 1) - 1;
    return /^[a-z]{3,}/iu.test(text.slice(from, from + (where.length ?? 1))) ? 2 : 1;
  });
  return weights.reduce((sum: number, weight) => sum + weight, 0);
}

/** Whether nothing at all was understood of it. */
function isAllUnread({ bars, findings }: CalloutReading): boolean {
  return bars.length === 0 && findings.some(({ severity }) => severity === "error");
}
