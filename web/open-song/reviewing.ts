"use client";

import type { ReviewOptions } from "@intonazione/core/review";
import type { Song } from "@intonazione/core/score";
import { useEffect } from "react";
import { Cancelled } from "@/jobs/outcome";
import { WorkerJobs } from "@/jobs/worker-jobs";
import type { Reviewer } from "@/workers/review-protocol";
import { SongSender } from "@/workers/song-parcel";
import { useOpenSong, useSong } from "./context";

/** After this pause in the writing the song is looked over, in ms. */
const PAUSE_MS = 250;
/** The tuning finder takes longer, and is asked once it has been quiet for a while. */
const QUIET_MS = 1500;

/** Keeps the review of the open song up to date, in a worker of its own. */
export function useReviewing(): void {
  const { store } = useOpenSong();
  const song = useSong((state) => state.history.song);
  const profiles = useSong((state) => state.profiles);
  const pickingPerSecond = useSong((state) => state.pickingPerSecond);
  useEffect(() => {
    let isGivenUp = false;
    const look = async (options: ReviewOptions) => {
      try {
        const reviewed = await ask(song, options);
        if (reviewed && !isGivenUp) store.setState({ review: { kind: "done", song, ...reviewed } });
      } catch (error) {
        if (!isGivenUp && !(error instanceof Cancelled))
          store.setState({ review: { kind: "failed" } });
      }
    };
    const options = { profiles, pickingPerSecond };
    const soon = setTimeout(() => void look(options), PAUSE_MS);
    const later = setTimeout(() => void look({ ...options, withTuning: true }), QUIET_MS);
    return () => {
      isGivenUp = true;
      clearTimeout(soon);
      clearTimeout(later);
    };
  }, [store, song, profiles, pickingPerSecond]);
}

const reviews = new WorkerJobs<Reviewer, SongSender>(
  "together",
  () => new Worker(new URL("../workers/review.worker.ts", import.meta.url), { type: "module" }),
  () => new SongSender(),
);

/** @throws Cancelled where a later look has come; Crashed when the worker breaks down. */
function ask(song: Song, options: ReviewOptions) {
  return reviews.run((reviewer, sender) => reviewer.review(sender.pack(song), options), {
    newest: "review",
  });
}
