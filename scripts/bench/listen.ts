import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { longSong } from "./long-song";
import { CODED_TONES } from "../../cli/src/coded-tones.data";

/**
 * What Listen makes one wait for: a five-minute MP3 from the choice of the file to its waveform, to a
 * window of the picture that has not been heard yet, and once more when it is opened again; from a key to
 * the sound of a loop, and to a change of its speed. Prints milliseconds, and megabytes that the page and
 * its workers hold with a take of so many minutes.
 */

const ROUNDS = 8;
const MINUTES = 5;
const folder = mkdtempSync(join(tmpdir(), "intonazione-takes-"));
const base = process.env["BENCH_URL"] ?? "";
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--disable-background-networking"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

/** What the audio thread tells, with when it is heard by the clock of the page, in ms. */
interface Heard {
  readonly rate: number;
  readonly seconds: number;
  readonly at: number;
}

// As text: what is compiled here leans on helpers that the page has not got.
await page.addInitScript({
  content: `
    window.turns = [];
    window.AudioWorkletNode = class extends AudioWorkletNode {
      constructor(context, name, options) {
        super(context, name, options);
        this.port.addEventListener("message", ({ data }) => {
          const { contextTime, performanceTime } = context.getOutputTimestamp();
          const at = performanceTime + 1000 * (data.frame / context.sampleRate - contextTime);
          window.turns.push({ ...data, at });
        });
      }
    };
    window.tiles = [];
    window.Worker = class extends Worker {
      constructor(...from) {
        super(...from);
        this.addEventListener("message", ({ data }) => {
          const tile = window.tiles.find(({ id }) => id === data.id);
          if (tile) tile.to = performance.now();
        });
      }
      postMessage(message, ...more) {
        if (message?.path?.[0] === "tile") {
          window.tiles.push({ id: message.id, from: performance.now() });
        }
        super.postMessage(message, ...more);
      }
    };`,
});

/** Presses a key and waits for a turn of the playing after it. @returns from the key to what is heard. */
async function heardAfter(key: string, rate: number | undefined): Promise<number> {
  const pressed = page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        window.addEventListener("keydown", ({ timeStamp }) => resolve(timeStamp), {
          capture: true,
          once: true,
        });
      }),
  );
  await page.evaluate(() => void (Reflect.get(window, "turns") as object[]).splice(0));
  await page.keyboard.press(key);
  const from = await pressed;
  const turn = await page.waitForFunction(
    (wanted) =>
      (Reflect.get(window, "turns") as Heard[]).find((one) =>
        wanted === undefined ? one.rate > 0 : Math.abs(one.rate - wanted) < 1e-6,
      ),
    rate,
  );
  return (await turn.evaluate((one) => (one as Heard).at)) - from;
}

/** A file of tones, one after the other: frames of MP3 can be put end to end. */
function longFile(minutes = MINUTES): Buffer {
  const tone = Buffer.from(CODED_TONES.mp3, "base64");
  return Buffer.concat(Array.from({ length: Math.ceil((60 * minutes) / 0.44) }, () => tone));
}

/** From the first of the tiles of a window that were asked for to the last that came. */
async function tilesOf(act: () => Promise<unknown>): Promise<number> {
  await page.evaluate(() => void (Reflect.get(window, "tiles") as object[]).splice(0));
  await act();
  await page.waitForTimeout(2000);
  const asked = await page.evaluate(
    () => Reflect.get(window, "tiles") as { readonly from: number; readonly to?: number }[],
  );
  const came = asked.flatMap(({ to }) => to ?? []);
  return Math.max(...came) - Math.min(...asked.map(({ from }) => from));
}

async function milliseconds(act: () => Promise<unknown>): Promise<number> {
  const from = performance.now();
  await act();
  return Math.round(performance.now() - from);
}

/** What the process that shows the page holds for itself: page, workers, audio thread. */
async function memoryMb(): Promise<number> {
  const session = await browser.newBrowserCDPSession();
  const { processInfo } = await session.send("SystemInfo.getProcessInfo");
  await session.detach();
  const kilobytes = processInfo
    .filter(({ type }) => type === "renderer")
    .map(({ id }) => readFileSync(`/proc/${id}/smaps_rollup`, "utf8"))
    .map((text) =>
      [...text.matchAll(/^Private_\w+:\s+(\d+) kB/gmu)].reduce(
        (sum, [, count]) => sum + Number(count),
        0,
      ),
    );
  // The browser keeps others ready that show nothing yet.
  return Math.round(Math.max(...kilobytes) / 1000);
}

/** Brings a take and waits for its waveform. */
async function bring(name: string, minutes: number): Promise<void> {
  // From a disk: what is handed over as bytes would lie in the page.
  const file = join(folder, `${name}.mp3`);
  writeFileSync(file, longFile(minutes));
  await files.setInputFiles(file);
  await page.getByRole("heading", { name }).waitFor();
  await page.getByText("drawing the take …").waitFor({ state: "attached" });
  await page.getByText("drawing the take …").waitFor({ state: "detached", timeout: 120_000 });
}

const wholeHeard = () =>
  page
    .getByRole("progressbar", { name: "Hearing the take" })
    .waitFor({ state: "detached", timeout: 300_000 });

const made = await page.request.post(`${base}/api/songs`, { data: { value: longSong(16, 8) } });
const { id } = (await made.json()) as { id: string };
await page.goto(`${base}/songs/${id}?stage=listen`);
const files = page.getByLabel("Files of takes").first();
await files.waitFor({ state: "attached" });
// The toolkit is fetched by the first take.
await files.setInputFiles({
  name: "short.mp3",
  mimeType: "audio/mpeg",
  buffer: longFile().subarray(0, 50_000),
});
await page.getByRole("heading", { name: "short" }).waitFor();
await page.waitForTimeout(3000);

const waveform = await milliseconds(() => bring("long", MINUTES));
const picture = await tilesOf(async () => {
  const overview = page.getByRole("group", { name: /^The whole take/u });
  const { width, height } = (await overview.boundingBox())!;
  await overview.click({ position: { x: 0.9 * width, y: height / 2 } });
});
const whole = await milliseconds(wholeHeard);
await page.waitForTimeout(1500);

const starts: number[] = [];
const changes: number[] = [];
for (let round = 0; round < ROUNDS; round++) {
  starts.push(await heardAfter("Space", undefined));
  await page.waitForTimeout(400);
  changes.push(await heardAfter("-", 0.95 - 0.05 * round));
  await page.waitForTimeout(300);
  await page.keyboard.press("Space");
  await page.waitForTimeout(200);
}
await page.waitForTimeout(3000);
const again = await milliseconds(async () => {
  await page.reload();
  await page.getByText(/^The take is/u).waitFor();
});
/** Played for a while, so that what is slowed and kept for the loop counts too. */
const memory: Record<string, number> = {};
for (const minutes of [10, 60]) {
  await bring(`minutes ${minutes}`, minutes);
  await wholeHeard();
  await page.keyboard.press("Space");
  await page.waitForTimeout(10_000);
  memory[minutes] = await memoryMb();
  await page.keyboard.press("Space");
}
process.stdout.write(
  `${JSON.stringify({ waveform, picture, whole, starts, changes, again, memory })}\n`,
);
await browser.close();
rmSync(folder, { recursive: true });
