import { chromium, type Page } from "@playwright/test";
import { longSong } from "./long-song";
import { CODED_TONES } from "../../cli/src/coded-tones.data";

/**
 * What Listen makes one wait for: a five-minute MP3 from the choice of the file to its waveform, and to
 * the picture of what is in view; from a key to the sound of a loop, and to a change of its speed. Prints
 * milliseconds, and megabytes of the page.
 */

const ROUNDS = 8;
const MINUTES = 5;
const base = process.env["BENCH_URL"] ?? "";
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
function longFile(): Buffer {
  const tone = Buffer.from(CODED_TONES.mp3, "base64");
  return Buffer.concat(Array.from({ length: Math.ceil((60 * MINUTES) / 0.44) }, () => tone));
}

async function milliseconds(act: () => Promise<unknown>): Promise<number> {
  const from = performance.now();
  await act();
  return Math.round(performance.now() - from);
}

async function memoryMb(on: Page): Promise<number> {
  return on.evaluate(async () => {
    const { usedJSHeapSize } = Reflect.get(performance, "memory") as { usedJSHeapSize: number };
    return Math.round(usedJSHeapSize / 1e6);
  });
}

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

const waveform = await milliseconds(async () => {
  await files.setInputFiles({ name: "long.mp3", mimeType: "audio/mpeg", buffer: longFile() });
  await page.getByRole("heading", { name: "long" }).waitFor();
  await page.getByText("drawing the take …").waitFor({ state: "attached" });
  await page.getByText("drawing the take …").waitFor({ state: "detached" });
});
const whole = await milliseconds(() =>
  page
    .getByRole("progressbar", { name: "Hearing the take" })
    .waitFor({ state: "detached", timeout: 120_000 }),
);
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
process.stdout.write(
  `${JSON.stringify({ waveform, whole, starts, changes, memory: await memoryMb(page) })}\n`,
);
await browser.close();
