import { tuningById, usualInstrument } from "@intonazione/core/instrument";
import { fret, midiAt, neckOf } from "@intonazione/core/neck";
import { spellMidi, type Key } from "@intonazione/core/pitch";
import { lineRequest, placeBars, planLine, tableFor } from "@intonazione/core/placement";
import { fraction } from "@intonazione/core/rhythm";
import { newPart, type Bar, type LineEvent, type Song } from "@intonazione/core/score";
import { findTuning } from "@intonazione/core/tuning-finder";

/**
 * Times the placement of lines that wander over the neck, of one note typed anew in 400 bars, and
 * of the tuning finder over 64 bars; prints milliseconds a run. The first run of each is a cold one.
 */

const E_MINOR: Key = { tonic: { step: "E", alter: 0 }, mode: "minor" };

// A generator with a known seed (Park and Miller 1988), so that every run places the same line.
let seed = 20261124;
const random = () => (seed = (seed * 48_271) % 2_147_483_647) / 2_147_483_647;

const instrument = usualInstrument(tuningById("standard"), "Guitar");
let ids = 0;

function wandering(notes: number): readonly Bar[] {
  const neck = neckOf(instrument);
  let string = 3;
  let at = 5;
  const events = Array.from({ length: notes }, (): LineEvent => {
    string = Math.min(6, Math.max(1, string + Math.floor(random() * 3) - 1));
    at = Math.min(20, Math.max(0, at + Math.floor(random() * 5) - 2));
    const pitch = spellMidi(midiAt({ string, fret: fret(at) }, neck), E_MINOR);
    const note = {
      kind: "pitched",
      id: `n${ids++}`,
      pitch,
      pinned: false,
      techniques: [],
    } as const;
    const duration = fraction(1, 8);
    return { kind: "notes", id: `e${ids++}`, duration, notes: [note], techniques: [] };
  });
  return Array.from({ length: notes / 8 }, (_, index) => ({
    events: events.slice(index * 8, index * 8 + 8),
  }));
}

function times(runs: number, run: (index: number) => void): readonly number[] {
  return Array.from({ length: runs }, (_, index) => {
    const start = performance.now();
    run(index);
    return performance.now() - start;
  });
}

function placed(notes: number, runs: number): readonly number[] {
  const bars = wandering(notes);
  // Another neck has another table of hands: the first run works all of it out.
  const neck = neckOf(instrument);
  return times(runs, () => {
    const { unreachable } = placeBars(bars, neck, "unpinned");
    if (unreachable.size > 0) throw new Error("the line was made to be playable");
  });
}

const ten = placed(10_000, 12);
const one = placed(1_000, 12);
const hundred = placed(100_000, 2);

/** A song of fifty phrases of eight bars, all of it placed. */
const PHRASES = 50;
const part = newPart("part", "Guitar", { instrument, capo: { fret: 0 } });
const song: Song = {
  title: "Slack Water",
  tempoBpm: 96,
  metre: { beats: 4, unit: 4 },
  feel: { kind: "straight" },
  key: E_MINOR,
  referenceHz: 440,
  style: {},
  parts: [part],
  phrases: Array.from({ length: PHRASES }, (_, index) => ({
    id: `p${index}`,
    name: `Phrase ${index}`,
    marks: [],
  })),
  form: [],
  lines: Array.from({ length: PHRASES }, (_, index) => ({
    phraseId: `p${index}`,
    partId: "part",
    bars: placeBars(wandering(64), neckOf(instrument), "unpinned").bars,
    others: [],
  })),
};
const table = tableFor(song, part);
const last = song.lines[PHRASES - 1]!;
const edit = times(21, (index) => {
  // Another first bar each time, as typing makes it.
  const bars = [wandering(8)[0]!, ...last.bars.slice(1 + (index % 2))];
  planLine(lineRequest(song, part, last.phraseId, table, { bars }), table);
}).slice(1);

const found = times(6, (index) => {
  const phrases = song.lines.slice(index * 8, index * 8 + 8).map(({ bars }) => bars);
  findTuning({ phrases, family: "guitar", key: E_MINOR });
});

process.stdout.write(JSON.stringify({ one, ten, hundred, edit, found }));
