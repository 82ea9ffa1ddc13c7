import { acceptedReason, type ReviewFinding } from "@intonazione/core/review";
import type { Song } from "@intonazione/core/score";
import type { Reviewed } from "@/workers/review-protocol";

/** What Check last found, and in which song. */
export type Review =
  | { readonly kind: "none" }
  | ({ readonly kind: "done"; readonly song: Song } & Reviewed)
  /** The worker gave up; the last result stands until it works again. */
  | { readonly kind: "failed" };

/** What was found and not accepted, and where of it the strips tell. */
interface Open {
  readonly review: Review;
  readonly accepted: Song["accepted"];
  readonly findings: readonly ReviewFinding[];
  /** By phrase and part: ids of events, with blanks between; remarks are not marked. */
  readonly marked: ReadonlyMap<string, string>;
  /** By phrase: how many findings that are no remarks. */
  readonly counts: ReadonlyMap<string, number>;
}
let last: Open | undefined;

function openIn(review: Review, song: Song): Open {
  if (last?.review === review && last.accepted === song.accepted) return last;
  const all = review.kind === "done" ? review.findings : [];
  const findings = all.filter((one) => acceptedReason(song, one) === undefined);
  const marked = new Map<string, string>();
  const counts = new Map<string, number>();
  for (const { severity, where } of findings) {
    if (severity === "info" || where.phraseId === undefined) continue;
    counts.set(where.phraseId, (counts.get(where.phraseId) ?? 0) + 1);
    if (where.eventId === undefined) continue;
    const line = `${where.phraseId} ${where.partId}`;
    marked.set(line, `${marked.get(line) ?? ""}${where.eventId} `);
  }
  return (last = { review, accepted: song.accepted, findings, marked, counts });
}

export function openFindings(review: Review, song: Song): readonly ReviewFinding[] {
  return openIn(review, song).findings;
}

/** How many open findings a phrase has that are no remarks. */
export function openInPhrase(review: Review, song: Song, phraseId: string): number {
  return openIn(review, song).counts.get(phraseId) ?? 0;
}

/** Ids of the events of a line that Check has something to say of, with blanks between. */
export function markedEvents(review: Review, song: Song, phraseId: string, partId: string): string {
  return openIn(review, song).marked.get(`${phraseId} ${partId}`) ?? "";
}
