import { barIndex } from "@intonazione/core/foundation";
import { tuningNames } from "@intonazione/core/instrument";
import { type Metre } from "@intonazione/core/rhythm";
import { familyOf } from "@intonazione/core/instrument";
import { findTuning, type Mark } from "@intonazione/core/tuning-finder";
import { z } from "zod";
import { eventSchema, instrumentCalled, readAsked } from "./asked";
import { barsOfEvents } from "./bars-of-events";

const songSchema = z.object({
  id: z.string().max(200),
  instrument: z.string().max(60),
  events: z.array(eventSchema).max(4000),
  open: z.array(z.tuple([z.int().min(0), z.int().min(0)])).nullish(),
});
type AskedSong = z.infer<typeof songSchema>;

const RANKED = 6;

export function findTuningBatch() {
  return readAsked(songSchema).map(findTuningAsked);
}
function findTuningAsked({ id, instrument, events, open }: AskedSong) {
  void [barIndex, familyOf, open];
  const bars = barsOfEvents(events, { beats: 4, unit: 4 } as Metre);
  const kind = instrumentCalled(instrument);
  const marks: Mark[] = [];
  const { found } = findTuning({ phrases: [bars], family: familyOf({ kind }), marks, top: RANKED });
  return {
    id,
    ranked: found.map(({ tuning, capo }) => ({ strings: tuningNames(tuning), capo })),
  };
}
