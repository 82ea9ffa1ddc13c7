import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ask, giveUp, ROOT, run, say } from "./lib/run.mjs";
import { openThrowaway } from "./lib/throwaway.mjs";

/** Measures the budgets of the design; prints figures and their share of the budget, judges nothing. */

/** @param {string} script @param {NodeJS.ProcessEnv} env */
function measure(script, env = process.env) {
  const loader = script.endsWith(".ts") ? ["--import", "tsx"] : [];
  const { ok, out, complaints } = ask(process.execPath, [...loader, script], { env });
  if (!ok) giveUp(`${script} failed:\n${complaints}`);
  return JSON.parse(out);
}

/** The same for what runs in the browser or on the server: bundled, as both run it. @param {string} script */
function measureBundled(script) {
  const folder = mkdtempSync(join(tmpdir(), "intonazione-bench-"));
  const bundle = join(folder, "bench.mjs");
  const options = ["--bundle", "--platform=node", "--format=esm", "--log-level=warning"];
  const bundler = join(ROOT, "node_modules/.bin/esbuild");
  if (!run(bundler, [script, `--outfile=${bundle}`, ...options])) giveUp(`${script} is no bundle`);
  try {
    return measure(bundle);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** @param {readonly number[]} values @param {number} share */
function quantile(values, share) {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? Number.NaN;
}

/** @param {string} what @param {number} value @param {number} budget @param {string} unit @param {string} [more] */
function row(what, value, budget, unit, more = "") {
  const figure = `${value.toFixed(value < 10 ? 1 : 0)} ${unit}`.padStart(9);
  const share = `${((100 * value) / budget).toFixed(0)} %`.padStart(6);
  say(`${what.padEnd(58)} ${figure} ${share} of ${budget} ${unit}   ${more}`);
}

/** @param {readonly number[]} times */
const middle = (times) => `median ${quantile(times, 0.5).toFixed(1)}, ${times.length} samples`;

const throwaway = await openThrowaway("bench");
throwaway.build();
const address = await throwaway.serve();

const { one, ten, hundred, edit, found } = measureBundled("scripts/bench/placement.ts");
const first = "the first in its process";
row("placement of a 10,000-note line, no hand known yet", ten[0], 1000, "ms", first);
row("placement of a 10,000-note line, p95", quantile(ten.slice(1), 0.95), 1000, "ms", middle(ten));
row("placement of a 1,000-note line, p95", quantile(one.slice(1), 0.95), 100, "ms", middle(one));
row("placement of a 100,000-note line", quantile(hundred, 0.5), 10_000, "ms", middle(hundred));
row("one bar anew in a part of 400 bars, p95", quantile(edit, 0.95), 30, "ms", middle(edit));
row("tuning finder over 64 bars, p95", quantile(found, 0.95), 500, "ms", middle(found));
const { led, free } = measureBundled("scripts/bench/tapping.ts");
/** @param {string} how @param {readonly number[]} shares */
const foundRow = (how, shares) => {
  const mean = (100 * shares.reduce((sum, share) => sum + share, 0)) / shares.length;
  const least = `the worst of eight tempos ${(100 * Math.min(...shares)).toFixed(1)}`;
  row(`values found from taps, ${how}`, mean, 97, "%", least);
};
foundRow("with a click", led);
foundRow("without", free);
const review = measureBundled("scripts/bench/review.ts");
row(
  "Check after an edit, 64 bars in four parts, p95",
  quantile(review.after, 0.95),
  100,
  "ms",
  middle(review.after),
);
say(
  `  the same anew: ${review.first[0].toFixed(0)} ms the first time, then ${quantile(review.first.slice(1), 0.5).toFixed(0)}`,
);
const { musicXml, midiFile, writing, xmlBytes } = measureBundled("scripts/bench/reading.ts");
const size = `${(xmlBytes / 1e6).toFixed(1)} MB`;
row("MusicXML of 10,000 notes read, the first", musicXml[0], 1000, "ms", size);
row(
  "MusicXML of 10,000 notes read, p95",
  quantile(musicXml.slice(1), 0.95),
  1000,
  "ms",
  middle(musicXml),
);
row("MIDI of 10,000 notes read, the first", midiFile[0], 1000, "ms");
row(
  "MIDI of 10,000 notes read, p95",
  quantile(midiFile.slice(1), 0.95),
  1000,
  "ms",
  middle(midiFile),
);
row(
  "MusicXML of 10,000 notes written, p95",
  quantile(writing.slice(1), 0.95),
  1000,
  "ms",
  middle(writing),
);
const agreement = measureBundled("scripts/bench/agreement.ts");
row("notes placed as written, no hint", agreement.first, 88, "%", `${agreement.notes} notes`);
row("notes placed as written, best of three", agreement.ofThree, 97, "%");
row("notes placed as written, hint of a fret", agreement.around, 97, "%");
row("notes placed as written, hint of the first place", agreement.opening, 97, "%");
row("notes placed as written, first wrong note put right", agreement.oneRight, 97, "%");
row("lines proven best", (100 * agreement.proven) / agreement.lines, 100, "%");
const env = { ...process.env, BENCH_URL: address, BENCH_DATABASE: throwaway.cluster.url };
const saves = measure("scripts/bench/saving.ts", env);
const long = `${(saves.http.bytes / 1000).toFixed(0)} kB`;
row("save of a song of 400 bars, p95", quantile(saves.http.saving, 0.95), 50, "ms", long);
row("fetch of it, p95", quantile(saves.http.fetching, 0.95), 50, "ms", middle(saves.http.fetching));
row("of a save in the database, p95", quantile(saves.database.saving, 0.95), 40, "ms");
row("of a fetch in the database, p95", quantile(saves.database.fetching, 0.95), 40, "ms");
row("history among 300,000 revisions, p95", quantile(saves.listing, 0.95), 100, "ms");
row("a year of saves", saves.year.bytes / 1e6, 200, "MB", `${saves.year.saves} saves of ${long}`);
const { inSixteen, inSentence, inPhrases, onStrip, inOnePhrase, shelfBytes } = measure(
  "scripts/bench/key-press.ts",
  env,
);
row(
  "key press to painted strip, 2 phrases of 8 bars, p95",
  quantile(inSixteen, 0.95),
  50,
  "ms",
  middle(inSixteen),
);
row(
  "key press in a sentence of 60 words, p95",
  quantile(inSentence, 0.95),
  50,
  "ms",
  middle(inSentence),
);
row(
  "key press to painted strip, 50 phrases of 8 bars, p95",
  quantile(inPhrases, 0.95),
  50,
  "ms",
  middle(inPhrases),
);
row(
  "fret typed on the strip, 50 phrases of 8 bars, p95",
  quantile(onStrip, 0.95),
  50,
  "ms",
  middle(onStrip),
);
row(
  "key press to painted strip, 1 phrase of 400 bars, p95",
  quantile(inOnePhrase, 0.95),
  50,
  "ms",
  middle(inOnePhrase),
);
const opened = measure("scripts/bench/page.ts", env);
row(
  "song of 416 bars opened from the shelf, p95",
  quantile(opened.opening, 0.95),
  500,
  "ms",
  middle(opened.opening),
);
row("stage changed in it, p95", quantile(opened.stages, 0.95), 100, "ms", middle(opened.stages));
row("what jumps while its page arrives", 1000 * Math.max(...opened.shifts), 20, "‰");
const listening = measure("scripts/bench/listen.ts", env);
row("five-minute MP3 chosen, to its waveform", listening.waveform, 3000, "ms");
row("the same, to eight seconds of it that were not heard yet", listening.picture, 300, "ms");
row("the same, to all of it heard", listening.whole, 15_000, "ms");
say(`  its song opened again: ${listening.again} ms until it is known how it is tuned`);
row("memory with a take of ten minutes", listening.memory[10], 300, "MB");
row("memory with a take of an hour", listening.memory[60], 300, "MB");
const film = measure("scripts/bench/film.ts", env);
for (const [speed, late] of Object.entries(film)) {
  row(`film behind its sound at ${speed}, p95`, quantile(late, 0.95), 2, "frames", middle(late));
}
const drift = measure("scripts/bench/take-drift.ts");
for (const [speed, { apart, drifted }] of Object.entries(drift)) {
  const more = `${drifted.toFixed(1)} ms further at the end than at the beginning`;
  row(`take and cursor over ten minutes, at ${speed}, at most`, apart, 10, "ms", more);
}
row(
  "key to the sound of a take, p95",
  quantile(listening.starts, 0.95),
  150,
  "ms",
  middle(listening.starts),
);
row(
  "key to another speed, p95",
  quantile(listening.changes, 0.95),
  80,
  "ms",
  middle(listening.changes),
);
const shelf = measure("scripts/bench/shelf.ts", env);
row(
  "shelf of 5,000 songs, a page of cards, p95",
  quantile(shelf.cards, 0.95),
  50,
  "ms",
  middle(shelf.cards),
);
row("search in it, p95", quantile(shelf.searching, 0.95), 100, "ms", middle(shelf.searching));
say(`  its whole page: ${middle(shelf.page)}, p95 ${quantile(shelf.page, 0.95).toFixed(0)} ms`);
say(
  `  first paint ${quantile(shelf.paints, 0.5).toFixed(0)} ms; scrolled through: frames ${middle(shelf.scrolled.frames)}, p95 ${quantile(shelf.scrolled.frames, 0.95).toFixed(0)} ms; ${shelf.scrolled.shown} cards drawn, heap ${(shelf.scrolled.heap / 1e6).toFixed(0)} MB`,
);
const busy = measure("scripts/bench/busy.ts", env);
row(
  `the shelf while a handout of ${busy.pages} pages is set, p95`,
  quantile(busy.during, 0.95),
  100,
  "ms",
  `${middle(busy.during)}; before p95 ${quantile(busy.before, 0.95).toFixed(0)} ms; set in ${busy.seconds.toFixed(1)} s`,
);
const server = { ...env, BENCH_SERVER: String(throwaway.serverId()) };
const assets = measure("scripts/bench/assets.ts", server);
const mega = `${assets.bytes / 1e6} MB`;
const perSecond = (/** @type {number} */ seconds) =>
  `in ${seconds.toFixed(1)} s, ${(assets.bytes / 1e6 / seconds).toFixed(0)} MB a second`;
row(
  `server's memory while ${mega} come in, cut ${assets.cuts} times`,
  assets.growthIn / 1e6,
  100,
  "MB",
  perSecond(assets.inSeconds),
);
row(
  `server's memory while ${mega} go out`,
  assets.growthOut / 1e6,
  100,
  "MB",
  perSecond(assets.outSeconds),
);
row("a range from its middle, p95", quantile(assets.ranges, 0.95), 50, "ms", middle(assets.ranges));
row("first load of the shelf, JavaScript, compressed", shelfBytes / 1000, 200, "kB");
process.exit(0);
