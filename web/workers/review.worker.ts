import { heardLines, keysOf } from "@intonazione/core/analysis";
import { Memory, sharing } from "@intonazione/core/foundation";
import { reviewSteps, type ReviewOptions } from "@intonazione/core/review";
import type { Song } from "@intonazione/core/score";
import { expose } from "comlink";
import type { Reviewer } from "./review-protocol";

/** Steps go on for so long, in ms, before a later call is let in. */
const TURN_MS = 12;

const memory = new Memory();
let known: { readonly song: Song; readonly options: ReviewOptions } | undefined;
let last = 0;

const reviewer: Reviewer = {
  review: async (sent, asked) => {
    const own = ++last;
    const { song, options } = (known = sharing(known, { song: sent, options: asked }));
    const steps = reviewSteps(song, options, memory);
    let since = performance.now();
    for (;;) {
      const step = steps.next();
      if (step.done) {
        const keys = keysOf(song, heardLines(song, memory), memory);
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
