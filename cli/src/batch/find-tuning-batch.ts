import { barEntries } from "@intonazione/core/foundation";
import { familyOf, tuningNames } from "@intonazione/core/instrument";
import { timed, type Bar } from "@intonazione/core/score";
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

/** All open strings are told: whatever sounds besides is fretted. */
function marksFor(
  events: AskedSong["events"],
  bars: readonly Bar[],
  open: NonNullable<AskedSong["open"]>,
): readonly Mark[] {
  return barEntries(bars).flatMap(([bar, own]) =>
    timed(own.events).map(({ event, onset }): Mark => {
      const index = Number(event.id);
      const pitches = open.flatMap(([at, note]) => (at === index ? [events[at]!.midi[note]!] : []));
      if (pitches.length === 0) return { bar, onset, open: false };
      return { bar, onset, open: true, openPitches: pitches };
    }),
  );
}

/** `find-tuning --batch`: songs, each by itself. */
export function findTuningBatch() {
  return readAsked(songSchema).map(findTuningAsked);
}

/** One song's tunings and capos, the likeliest first. */
export function findTuningAsked({ id, instrument, events, open }: AskedSong) {
  const bars = barsOfEvents(events, { beats: 4, unit: 4 });
  const kind = instrumentCalled(instrument);
  const marks = open ? marksFor(events, bars, open) : [];
  const { found } = findTuning({
    phrases: [bars],
    family: familyOf({ kind }),
    withBar: kind === "slide",
    marks,
    top: RANKED,
  });
  return {
    id,
    ranked: found.map(({ tuning, capo }) => ({ strings: tuningNames(tuning).join(" "), capo })),
  };
}
