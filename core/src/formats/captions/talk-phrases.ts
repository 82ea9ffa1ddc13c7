import type { Bar } from "../../score/bar";
import { readSaid, type CalloutContext, type SaidReading } from "../../callout";
import type { Cue } from "./captions";

/** What may become a phrase: words of a talk that can be played. */
export interface TalkPhrase {
  readonly text: string;
  readonly reading: SaidReading;
  /** When its words are spoken, in milliseconds; absent where the talk has no times. */
  readonly fromMs?: number;
  readonly toMs?: number;
  /** When each event is spoken of, by its id. */
  readonly eventMs: ReadonlyMap<string, number>;
}

export interface TalkPhrases {
  readonly phrases: readonly TalkPhrase[];
  /** How many sentences were greetings, remarks and stories. */
  readonly remarks: number;
}

interface Sentence {
  readonly text: string;
  readonly fromMs: number | undefined;
  readonly toMs: number | undefined;
}

/** Longer than anybody speaks without a breath. */
const MAX_SENTENCE = 2000;
/** A silence between two phrases. */
const PAUSE_MS = 3000;
const BREATH_MS = 1500;
/** Words with which people begin anew where nobody wrote a full stop. */
const OPENERS = /^(?:okay|ok|alright|all right|right|so|now|next|um|uh|and then|then)\b/iu;

/**
 * Splits a talk into phrases that can be played: sentences in a row, each understood on what was said
 * before it. Sentences without anything to play are passed over and counted.
 */
export function talkPhrases(
  cues: readonly Cue[],
  context: CalloutContext,
  newId: () => string,
): TalkPhrases {
  const read = (text: string, before: readonly Bar[]) => readSaid(text, context, newId, { before });
  const groups: Sentence[][] = [];
  let remarks = 0;
  let isOpen = false;
  for (const sentence of sentencesOf(cues)) {
    const { bars, findings, questions } = read(sentence.text, []);
    const isPlayed = bars.length > 0 || questions.length > 0 || findings.length > 0;
    if (!isPlayed) {
      remarks++;
      isOpen = isOpen && sentence.text.length < 60;
      continue;
    }
    const last = groups.at(-1)?.at(-1);
    const gap =
      last?.toMs === undefined || sentence.fromMs === undefined ? 0 : sentence.fromMs - last.toMs;
    if (isOpen && gap < PAUSE_MS) groups.at(-1)!.push(sentence);
    else groups.push([sentence]);
    isOpen = true;
  }
  const phrases: TalkPhrase[] = [];
  for (const group of groups) {
    const text = group.map((sentence) => sentence.text).join(" ");
    const reading = read(text, phrases.at(-1)?.reading.bars ?? []);
    const isPlayed = reading.bars.length + reading.questions.length > 0;
    if (isPlayed) phrases.push(phraseOf(group, text, reading));
    else remarks += group.length;
  }
  return { phrases, remarks };
}

function phraseOf(group: readonly Sentence[], text: string, reading: SaidReading): TalkPhrase {
  const starts = group.map((_, index) =>
    group.slice(0, index).reduce((sum, sentence) => sum + sentence.text.length + 1, 0),
  );
  const timeAt = (column: number): number | undefined => {
    const index = Math.max(
      0,
      starts.findLastIndex((start) => start < column),
    );
    const sentence = group[index]!;
    if (sentence.fromMs === undefined || sentence.toMs === undefined) return undefined;
    const part = (column - 1 - starts[index]!) / Math.max(1, sentence.text.length);
    return Math.round(sentence.fromMs + part * (sentence.toMs - sentence.fromMs));
  };
  const eventMs = new Map<string, number>();
  for (const [id, { column }] of reading.heard) {
    const time = timeAt(column);
    if (time !== undefined) eventMs.set(id, time);
  }
  const [fromMs, toMs] = [group[0]!.fromMs, group.at(-1)!.toMs];
  return {
    text,
    reading,
    eventMs,
    ...(fromMs !== undefined && { fromMs }),
    ...(toMs !== undefined && { toMs }),
  };
}

/** Parted at full stops, at breaths, and where nobody wrote any, at the words people begin with. */
function sentencesOf(cues: readonly Cue[]): readonly Sentence[] {
  const isPointed = cues.filter(({ text }) => /[.!?](?:\s|$)/u.test(text)).length * 4 > cues.length;
  const sentences: { text: string; fromMs: number | undefined; toMs: number | undefined }[] = [];
  let isNew = true;
  for (const cue of cues) {
    const last = sentences.at(-1);
    const isBreath =
      last?.toMs !== undefined && cue.fromMs !== undefined && cue.fromMs - last.toMs > BREATH_MS;
    const isTimeless = cue.fromMs === undefined;
    if (isBreath || isTimeless || (!isPointed && OPENERS.test(cue.text))) isNew = true;
    const pieces = cue.text.match(/[^.!?]+(?:[.!?]+(?=\s|$)|[.!?](?!\s)|$)*/gu) ?? [];
    let said = 0;
    for (const piece of pieces) {
      const timeAt = (offset: number) =>
        cue.fromMs === undefined || cue.toMs === undefined
          ? cue.fromMs
          : Math.round(cue.fromMs + (offset / cue.text.length) * (cue.toMs - cue.fromMs));
      const [fromMs, toMs] = [timeAt(said), timeAt(said + piece.length)];
      const open = sentences.at(-1);
      if (isNew || !open || open.text.length + piece.length > MAX_SENTENCE) {
        sentences.push({ text: piece.trim().slice(0, MAX_SENTENCE), fromMs, toMs });
      } else {
        open.text += ` ${piece.trim()}`;
        open.toMs = toMs;
      }
      said += piece.length;
      isNew = /[.!?]\s*$/u.test(piece);
    }
  }
  return sentences.filter(({ text }) => text !== "");
}
