import type { StretchKey } from "@intonazione/core/analysis";
import type { ReviewFinding, ReviewOptions } from "@intonazione/core/review";
import type { SongParcel } from "./song-parcel";

export interface Reviewed {
  readonly findings: readonly ReviewFinding[];
  readonly keys: readonly StretchKey[];
}

/** What looks a song over, again and again while it is written. */
export interface Reviewer {
  /**
   * Everything that Check finds and the keys that are heard. What did not change since the last call
   * is remembered.
   * @returns undefined where a later call has come before this one was done.
   */
  review(parcel: SongParcel, options: ReviewOptions): Promise<Reviewed | undefined>;
}
