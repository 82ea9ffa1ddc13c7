import { chromium, type Page } from "@playwright/test";
import { timeKeys, timesOfKeys } from "./key-samples";
import { longSong } from "./long-song";

/**
 * What a page makes one wait for: a song of 416 bars opened from the shelf, from the click to its first
 * painted strip; a change of stage in it, from the key to the painted stage; and how far things jump
 * while fonts and neck arrive. Prints milliseconds, and shares of the window (CLS).
 */

const BARS = 416;
const ROUNDS = 12;
const base = process.env["BENCH_URL"] ?? "";
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--disable-background-networking"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const made = await page.request.post(`${base}/api/songs`, {
  data: { value: longSong(BARS, 8) },
});
if (!made.ok()) throw new Error(await made.text());
const { id } = (await made.json()) as { id: string };
const title = `Bench ${BARS} 8`;

/** From the click on its card until a strip is painted, in ms. */
async function openFromShelf(): Promise<number> {
  await page.goto(`${base}/?find=${encodeURIComponent(`"${title}"`)}`);
  const card = page.locator(`a[href="/songs/${id}"]`);
  await card.waitFor();
  // Somebody who is about to click has moved before.
  await page.mouse.move(640, 500);
  await page.waitForTimeout(1200);
  await page.evaluate(() => {
    const opened = new Promise<number>((resolve) => {
      let from = 0;
      document.addEventListener("click", ({ timeStamp }) => (from = timeStamp), {
        capture: true,
        once: true,
      });
      new MutationObserver((_, observer) => {
        if (!document.querySelector("#strips [role=option]")) return;
        observer.disconnect();
        requestAnimationFrame(() => {
          // Behind the frame's own work: what was drawn has been painted.
          const channel = new MessageChannel();
          channel.port1.onmessage = () => resolve(performance.now() - from);
          channel.port2.postMessage(0);
        });
      }).observe(document.body, { childList: true, subtree: true });
    });
    Object.assign(window, { opened });
  });
  await card.click();
  return page.evaluate(() => Reflect.get(window, "opened") as Promise<number>);
}

/** How far things moved by themselves since the page began, as a share of the window. */
async function shiftOf(on: Page, address: string): Promise<number> {
  await on.goto(address);
  await on.locator("#strips [role=option]").first().waitFor();
  await on.waitForTimeout(1500);
  return on.evaluate(
    () =>
      new Promise<number>((resolve) => {
        let sum = 0;
        const observer = new PerformanceObserver((list) => {
          for (const entry of list.getEntries()) {
            const { value, hadRecentInput } = entry as PerformanceEntry & {
              readonly value: number;
              readonly hadRecentInput: boolean;
            };
            if (!hadRecentInput) sum += value;
          }
        });
        observer.observe({ type: "layout-shift", buffered: true });
        setTimeout(() => resolve(sum), 200);
      }),
  );
}

const opening: number[] = [];
for (let round = 0; round < ROUNDS; round++) opening.push(await openFromShelf());

await page.waitForTimeout(2500);
await timeKeys(page);
for (let round = 0; round < ROUNDS; round++) {
  for (const key of ["l", "Shift+F", "u", "w"]) {
    await page.keyboard.press(key);
    await page.waitForTimeout(500);
  }
}
const stages = await timesOfKeys(page);

const shifts: number[] = [];
for (let round = 0; round < 4; round++) {
  // A window that has nothing yet: neither scripts nor fonts.
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  shifts.push(await shiftOf(await context.newPage(), `${base}/songs/${id}`));
  await context.close();
}
await browser.close();
process.stdout.write(JSON.stringify({ opening, stages, shifts }));
