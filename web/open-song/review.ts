import { acceptedReason, type ReviewFinding } from "@intonazione/core/review";
import type { Song } from "@intonazione/core/score";
import type { Reviewed } from "@/workers/review-protocol";

/** What Check last found, and in which song. */
export type Review =
  | { readonly kind: "none" }
  | ({ readonly kind: "done"; readonly song: Song } & Reviewed)
  /** The worker gave up; the last result stands until it works again. */
  | { readonly kind: "failed" };

const NONE: readonly ReviewFinding[] = [];
let last:
  | {
      readonly review: Review;
      readonly accepted: Song["accepted"];
      readonly open: readonly ReviewFinding[];
    }
  | undefined;

/** What was found and not accepted. */
export function openFindings(review: Review, song: Song): readonly ReviewFinding[] {
  if (review.kind !== "done") return NONE;
  if (last?.review === review && last.accepted === song.accepted) return last.open;
  const open = review.findings.filter((one) => acceptedReason(song, one) === undefined);
  last = { review, accepted: song.accepted, open };
  return open;
}
