import { tuningById, usualInstrument } from "@intonazione/core/instrument";
import { fret, midiAt, neckOf } from "@intonazione/core/neck";
import { spellMidi, type Key } from "@intonazione/core/pitch";
import { placeBars } from "@intonazione/core/placement";
import { fraction } from "@intonazione/core/rhythm";
import type { LineEvent } from "@intonazione/core/score";

/** Times the placement of a 10,000-note line that wanders over the neck; prints milliseconds a run. */

const NOTES = 10_000;
const RUNS = 7;
const E_MINOR: Key = { tonic: { step: "E", alter: 0 }, mode: "minor" };

// A generator with a known seed (Park and Miller 1988), so that every run places the same line.
let seed = 20261124;
const random = () => (seed = (seed * 48_271) % 2_147_483_647) / 2_147_483_647;

const neck = neckOf(usualInstrument(tuningById("standard"), "Guitar"));
let string = 3;
let at = 5;
const events = Array.from({ length: NOTES }, (_, index): LineEvent => {
  string = Math.min(6, Math.max(1, string + Math.floor(random() * 3) - 1));
  at = Math.min(20, Math.max(0, at + Math.floor(random() * 5) - 2));
  const pitch = spellMidi(midiAt({ string, fret: fret(at) }, neck), E_MINOR);
  return {
    kind: "notes",
    id: `e${index}`,
    duration: fraction(1, 8),
    notes: [{ kind: "pitched", id: `n${index}`, pitch, pinned: false, techniques: [] }],
    techniques: [],
  };
});
const bars = Array.from({ length: NOTES / 8 }, (_, index) => ({
  events: events.slice(index * 8, index * 8 + 8),
}));
const times = Array.from({ length: RUNS }, () => {
  const start = performance.now();
  const { unreachable } = placeBars(bars, neck, "unpinned");
  if (unreachable.size > 0) throw new Error("the line was made to be playable");
  return performance.now() - start;
});
process.stdout.write(JSON.stringify(times));
