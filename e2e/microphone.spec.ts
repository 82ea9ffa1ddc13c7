import { writeFileSync } from "node:fs";
import { BenchGuitar } from "@intonazione/core/synthesis";
import { seededRandom } from "@intonazione/core/foundation";
import { tuningById, usualInstrument } from "@intonazione/core/instrument";
import { chromium, expect, test } from "@playwright/test";
import config from "./playwright.config";
import { newSong, turnTo } from "./studio";

const RATE = 48_000;
const SECONDS = 4;

/** A sound file of one channel, 16 bits, as RIFF/WAVE lays it out. */
function waveOf(samples: Float32Array): Buffer {
  const file = Buffer.alloc(44 + 2 * samples.length);
  file.write("RIFF", 0);
  file.writeUInt32LE(36 + 2 * samples.length, 4);
  file.write("WAVEfmt ", 8);
  file.writeUInt32LE(16, 16);
  file.writeUInt16LE(1, 20);
  file.writeUInt16LE(1, 22);
  file.writeUInt32LE(RATE, 24);
  file.writeUInt32LE(2 * RATE, 28);
  file.writeUInt16LE(2, 32);
  file.writeUInt16LE(16, 34);
  file.write("data", 36);
  file.writeUInt32LE(2 * samples.length, 40);
  for (const [index, sample] of samples.entries()) {
    file.writeInt16LE(Math.round(Math.max(-1, Math.min(1, sample)) * 32_000), 44 + 2 * index);
  }
  return file;
}

test("the microphone is listened to: a string played into it is found with its cents", async ({
  baseURL,
}, info) => {
  const guitar = new BenchGuitar(
    usualInstrument(tuningById("standard"), "Played"),
    RATE,
    seededRandom(11),
  );
  guitar.pluck(5);
  const samples = new Float32Array(SECONDS * RATE);
  guitar.render(samples);
  const cents = 1200 * Math.log2(guitar.soundingHz(5) / 110);
  const sound = info.outputPath("string-5.wav");
  writeFileSync(sound, waveOf(samples));

  const launch = config.use?.launchOptions ?? {};
  const browser = await chromium.launch({
    ...launch,
    args: [
      ...(launch.args ?? []),
      "--use-fake-ui-for-media-stream",
      "--use-fake-device-for-media-stream",
      `--use-file-for-fake-audio-capture=${sound}`,
    ],
  });
  try {
    const page = await browser.newPage(baseURL === undefined ? {} : { baseURL });
    await page.goto(await newSong(page, "Into the Air"));
    await page.getByRole("button", { name: /^Set up/u }).click();
    await turnTo(page, "tune up");
    await page.getByRole("button", { name: "Microphone" }).click();
    await expect(page.getByText(/The microphone is open/u)).toBeVisible();
    const row = page.getByRole("row", { name: /^String 5,/u });
    const heard = async () =>
      Number(
        (await row.getByRole("cell").nth(1).textContent())!.replace("✓ ", "").replace("−", "-"),
      );
    await expect.poll(async () => Math.abs((await heard()) - cents)).toBeLessThan(1);
    await page.getByRole("button", { name: "Close the microphone" }).click();
    await expect(page.getByText(/^Listen through the microphone/u)).toBeVisible();
  } finally {
    await browser.close();
  }
});
