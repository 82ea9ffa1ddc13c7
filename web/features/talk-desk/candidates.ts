import { readSaid, type CalloutContext, type SaidReading } from "@intonazione/core/callout";
import type { TalkCandidate } from "@intonazione/core/formats/captions";
import { hasErrors, remembering } from "@intonazione/core/foundation";
import type { Bar } from "@intonazione/core/score";
import { newId } from "@/open-song/draft";

/** Words of a talk as they stand at the desk. */
export interface AtDesk {
  readonly candidate: TalkCandidate;
  /** Mended, or as they were spoken. */
  readonly text: string;
  readonly fate: "open" | "taken" | "dropped";
}

/** How a candidate stands: as it was found, or as it was changed since. */
export const atDesk = remembering(
  (candidate: TalkCandidate, changed: Omit<AtDesk, "candidate"> | undefined): AtDesk => ({
    candidate,
    text: candidate.text,
    fate: "open",
    ...changed,
  }),
);

export interface ReadAtDesk extends AtDesk {
  readonly reading: SaidReading;
  /** Whether nothing is doubtful in it. */
  readonly isReady: boolean;
}

/** Each understood on the one before it that was not dropped. */
export function readAtDesk(
  rows: readonly AtDesk[],
  context: CalloutContext,
): readonly ReadAtDesk[] {
  let before: readonly Bar[] = NO_BARS;
  return rows.map((row) => {
    const reading = readingOf(row, before, context);
    if (row.fate !== "dropped" && reading.bars.length > 0) before = reading.bars;
    const isReady =
      reading.bars.length > 0 && reading.questions.length === 0 && !hasErrors(reading.findings);
    return { ...row, reading, isReady };
  });
}

const NO_BARS: readonly Bar[] = [];

/** Read once for the same row behind the same bars: only what was mended is read again. */
const readingOf = remembering(
  ({ text }: AtDesk, before: readonly Bar[], context: CalloutContext): SaidReading =>
    readSaid(text, context, newId, { before }),
);

/** `1:05` */
export function clock(ms: number): string {
  const seconds = Math.floor(ms / 1000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}
