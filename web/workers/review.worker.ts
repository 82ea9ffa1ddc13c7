import { heardLines, keysOf } from "@intonazione/core/analysis";
import { Memory, sharing } from "@intonazione/core/foundation";
import { reviewSteps, type ReviewOptions } from "@intonazione/core/review";
import { expose } from "comlink";
import type { Reviewer } from "./review-protocol";
import { SongReceiver } from "./song-parcel";

/** Steps go on for so long, in ms, before a later call is let in. */
const TURN_MS = 12;
const READINGS_SENT = 4;

const memory = new Memory();
const receiver = new SongReceiver();
let options: ReviewOptions = {};
let last = 0;

const reviewer: Reviewer = {
  review: async (parcel, asked) => {
    const own = ++last;
    const song = receiver.unpack(parcel);
    options = sharing(options, asked);
    const steps = reviewSteps(song, options, memory);
    let since = performance.now();
    for (;;) {
      const step = steps.next();
      if (step.done) {
        const keys = keysOf(song, heardLines(song, memory), memory).map((key) => ({
          ...key,
          readings: key.readings.slice(0, READINGS_SENT),
        }));
        return { findings: step.value, keys };
      }
      if (performance.now() - since < TURN_MS) continue;
      await new Promise((resolve) => setTimeout(resolve));
      if (own !== last) return undefined;
      since = performance.now();
    }
  },
};

expose(reviewer);
