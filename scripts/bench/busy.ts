import { USUAL_HANDOUT } from "@intonazione/core/handout";
import { longSong } from "./long-song";

/**
 * How fast the shelf answers while a handout of eighty pages is set, and before. Prints milliseconds;
 * the shelf has the 5,000 songs that `shelf.ts` put there.
 */

const base = process.env["BENCH_URL"] ?? "";
const BARS = 480;
const PAUSE_MS = 20;

async function shelf(times: number[]): Promise<void> {
  const start = performance.now();
  const answer = await fetch(`${base}/api/shelf/songs?sort=change`);
  await answer.text();
  if (!answer.ok) throw new Error(`the shelf was answered with ${answer.status}`);
  times.push(performance.now() - start);
}

const pause = () => new Promise((resolve) => setTimeout(resolve, PAUSE_MS));

const { lanes, ...options } = USUAL_HANDOUT;
const body = JSON.stringify({
  song: longSong(BARS, 8),
  options: { ...options, lanes: [...lanes] },
});
const before: number[] = [];
for (let round = 0; round < 50; round++) {
  await shelf(before);
  await pause();
}
const ask = (path: string) =>
  fetch(`${base}/api/handout${path}`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body,
  });
const during: number[] = [];
const started = performance.now();
let isDone = false;
const printed = ask("").then(async (answer) => {
  const bytes = (await answer.arrayBuffer()).byteLength;
  if (!answer.ok) throw new Error(`the handout was answered with ${answer.status}`);
  isDone = true;
  return bytes;
});
while (!isDone) {
  await shelf(during);
  await pause();
}
const bytes = await printed;
const seconds = (performance.now() - started) / 1000;
const counted = (await (await ask("/pages")).json()) as { readonly count: number };
process.stdout.write(JSON.stringify({ before, during, bytes, seconds, pages: counted.count }));
