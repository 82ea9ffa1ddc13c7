import { DEMO_SONGS, demoSong } from "@intonazione/demo";
import { heardLines, keysOf } from "@intonazione/core/analysis";
import { Memory } from "@intonazione/core/foundation";
import { reviewSong } from "@intonazione/core/review";
import { SongReceiver, SongSender } from "../../web/workers/song-parcel";
import { withEvents, withNotes, type Bar, type Line, type Song } from "@intonazione/core/score";

/**
 * Times Check over 64 bars in four parts, made of the demo’s own lines: first anew, then after an edit
 * of one bar, as the worker gets it (a copy of the lines that changed). Prints milliseconds a run.
 */

const RUNS = 20;
const BARS_A_PHRASE = 4;
const PHRASES = 16;

let ids = 0;
const fresh = () => `r${ids++}`;

/** The same bars with ids of their own. */
function copied(bars: readonly Bar[]): readonly Bar[] {
  return bars.map((bar) =>
    withEvents(bar, (event) => ({
      ...withNotes(event, (note) => ({ ...note, id: fresh() })),
      id: fresh(),
    })),
  );
}

/** Full bars of a demo song’s part, over and over. */
function barsOf(song: Song, part: number): readonly Bar[] {
  const own = song.lines.filter(({ partId }) => partId === song.parts[part]!.id);
  const bars = own.flatMap((line) => line.bars).slice(0, BARS_A_PHRASE);
  return Array.from({ length: BARS_A_PHRASE }, (_, index) => bars[index % bars.length]!);
}

const source = (slug: string) => demoSong(DEMO_SONGS.find((one) => one.slug === slug)!);
const tin = source("tin-roof-tuesday");
const lock = source("lock-gate-lanterns");
const chalk = source("chalk-line");
const players = [
  { song: tin, part: 0 },
  { song: tin, part: 1 },
  { song: lock, part: 0 },
  { song: chalk, part: 0 },
];
const parts = players.map(({ song, part }, index) => ({
  ...song.parts[part]!,
  id: `part${index}`,
}));
const phrases = Array.from({ length: PHRASES }, (_, index) => ({
  id: `phrase${index}`,
  name: `Phrase ${index + 1}`,
  marks: [],
}));
const lines = phrases.flatMap(({ id }) =>
  players.map(({ song, part }, index): Line => ({
    phraseId: id,
    partId: `part${index}`,
    bars: copied(barsOf(song, part)),
    others: [],
  })),
);
const song: Song = { ...tin, title: "Four by sixty-four", parts, phrases, form: [], lines };

/** The song with one bar of one line played twice in another order: its events turned round. */
function edited(before: Song, run: number): Song {
  const at = run % before.lines.length;
  return {
    ...before,
    lines: before.lines.map((line, index) => {
      if (index !== at) return line;
      const [first, ...rest] = line.bars;
      return { ...line, bars: [{ ...first!, events: [...first!.events].reverse() }, ...rest] };
    }),
  };
}

const first: number[] = [];
const after: number[] = [];
for (let run = 0; run < 3; run++) {
  const start = performance.now();
  reviewSong(structuredClone(song), {}, new Memory());
  first.push(performance.now() - start);
}
const memory = new Memory();
const [sender, receiver] = [new SongSender(), new SongReceiver()];
const sent = (whole: Song) => receiver.unpack(structuredClone(sender.pack(whole)));
reviewSong(sent(song), {}, memory);
let current = song;
for (let run = 0; run < RUNS; run++) {
  current = edited(current, 7 * run);
  const start = performance.now();
  const known = sent(current);
  reviewSong(known, {}, memory);
  keysOf(known, heardLines(known, memory), memory);
  after.push(performance.now() - start);
}
process.stdout.write(JSON.stringify({ first, after }));
