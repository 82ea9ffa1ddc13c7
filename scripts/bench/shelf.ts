import { chromium } from "@playwright/test";
import { Kysely, PostgresDialect } from "kysely";
import { Pool } from "pg";
import type { Tables } from "../../web/server/tables";
import { fillShelf } from "./many-songs";

/**
 * A shelf of 5,000 songs: the first page and searches as the server gives them, the first paint, what
 * the page holds in memory after scrolling through, and the longest frame of that. Prints
 * milliseconds and bytes.
 */

const SONGS = 5000;
const SEARCHES = [
  "drop D",
  "slide, under 110",
  "har",
  "harbour ti",
  "open G, over 90, ready",
  "capo 3",
  "difficulty 3-5, bend",
  "E minor, palm mute, in work",
  "nothing like this",
  "bass",
];

const base = process.env["BENCH_URL"] ?? "";
const db = new Kysely<Tables>({
  dialect: new PostgresDialect({
    pool: new Pool({ connectionString: process.env["BENCH_DATABASE"] }),
  }),
});
const studio = await db
  .selectFrom("studios")
  .select("id")
  .orderBy("created_at")
  .orderBy("id")
  .executeTakeFirstOrThrow();
await fillShelf(db, studio.id, SONGS);
await db.destroy();

async function timed(times: number[], path: string): Promise<void> {
  const start = performance.now();
  const answer = await fetch(base + path);
  await answer.text();
  if (!answer.ok) throw new Error(`${path} was answered with ${answer.status}`);
  times.push(performance.now() - start);
}

const cards: number[] = [];
const page: number[] = [];
const searching: number[] = [];
for (let round = 0; round < 40; round++) {
  await timed(
    cards,
    `/api/shelf/songs?sort=${["change", "title", "tempo", "difficulty"][round % 4]}`,
  );
  await timed(page, "/");
  for (const words of SEARCHES) {
    await timed(searching, `/api/shelf/songs?find=${encodeURIComponent(words)}`);
  }
}

const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--disable-background-networking",
    "--enable-precise-memory-info",
  ],
});
const window = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const paints: number[] = [];
for (let round = 0; round < 5; round++) {
  await window.goto(base);
  await window.getByRole("listitem").first().waitFor();
  paints.push(
    await window.evaluate(
      () => performance.getEntriesByName("first-contentful-paint")[0]?.startTime ?? Number.NaN,
    ),
  );
}
const scrolled = await window.evaluate(async () => {
  const list = document.querySelector('[role="list"][aria-label="Songs"]')!;
  const scroller = list.parentElement!;
  const frames: number[] = [];
  let before = performance.now();
  for (let step = 0; step < 300; step++) {
    scroller.scrollTop += scroller.clientHeight * (step < 150 ? 1 : 2.5);
    await new Promise(requestAnimationFrame);
    const now = performance.now();
    frames.push(now - before);
    before = now;
  }
  await new Promise((resolve) => setTimeout(resolve, 1500));
  const memory = performance as { memory?: { usedJSHeapSize: number } };
  return {
    frames,
    heap: memory.memory?.usedJSHeapSize ?? Number.NaN,
    shown: list.querySelectorAll('[role="listitem"]').length,
    elements: document.querySelectorAll("*").length,
  };
});
await browser.close();
process.stdout.write(JSON.stringify({ cards, page, searching, paints, scrolled }));
