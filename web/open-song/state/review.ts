import { USUAL_PICKING_PER_SECOND } from "@intonazione/core/review";
import type { Listening } from "../listener-marks";
import type { Review } from "../review";

/** What was found in the song, and what a listener told of it. */
export interface ReviewState {
  readonly review: Review;
  /** The finding that is looked at, by its key. */
  readonly findingKey: string | undefined;
  /** Strokes in a row above this, a second, are told. */
  readonly pickingPerSecond: number;
  /** What a listener told, by part; it lives while the window is open. */
  readonly heard: Readonly<Record<string, Listening>>;
}

export const NOTHING_REVIEWED: ReviewState = {
  review: { kind: "none" },
  findingKey: undefined,
  pickingPerSecond: USUAL_PICKING_PER_SECOND,
  heard: {},
};
