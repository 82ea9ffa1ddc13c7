import type { CalloutContext } from "../../callout";
import type { Finding } from "../../foundation/finding";
import { eventsOf, withEvents, type Bar } from "../../score/bar";
import type { LineEvent } from "../../score/event";
import { readCaptions } from "./captions";
import { talkPhrases } from "./talk-phrases";

/** Words of a talk that can be played. */
export interface TalkCandidate {
  readonly text: string;
  /** When they are spoken, in milliseconds; absent where the talk has no times. */
  readonly fromMs?: number;
  readonly toMs?: number;
  /** When each of their events is spoken of, in their order. */
  readonly eventMs: readonly (number | undefined)[];
}

export interface OpenedTalk {
  readonly candidates: readonly TalkCandidate[];
  /** How many sentences were greetings, remarks and stories. */
  readonly remarks: number;
  readonly findings: readonly Finding[];
}

/** Captions or plain text, as what can be played of it. */
export function openTalk(text: string, context: CalloutContext, newId: () => string): OpenedTalk {
  const { cues, findings } = readCaptions(text);
  const { phrases, remarks } = talkPhrases(cues, context, newId);
  const candidates = phrases.map(({ text: said, reading, eventMs, fromMs, toMs }) => ({
    text: said,
    eventMs: eventsOf(reading.bars).map(({ id }) => eventMs.get(id)),
    ...(fromMs !== undefined && { fromMs }),
    ...(toMs !== undefined && { toMs }),
  }));
  return { candidates, remarks, findings };
}

/**
 * Bars with the times at which they are spoken of. Where the words were mended, and no time is known for
 * each event any more, they are spread evenly over the time of the words.
 */
export function withSpokenTimes(
  bars: readonly Bar[],
  { eventMs, fromMs, toMs }: TalkCandidate,
): readonly Bar[] {
  const count = eventsOf(bars).length;
  const isKnown = eventMs.length === count;
  let index = 0;
  const timed = (event: LineEvent): LineEvent => {
    const at = index++;
    const even =
      fromMs === undefined || toMs === undefined
        ? undefined
        : Math.round(fromMs + (at / count) * (toMs - fromMs));
    const spokenMs = isKnown ? eventMs[at] : even;
    return spokenMs === undefined ? event : { ...event, spokenMs };
  };
  return bars.map((bar) => withEvents(bar, timed));
}
