import { writeFileSync } from "node:fs";
import { BenchGuitar } from "@intonazione/core/synthesis";
import { seededRandom } from "@intonazione/core/foundation";
import { tuningById, usualInstrument } from "@intonazione/core/instrument";
import { expect, test } from "@playwright/test";
import { openHearing } from "./hearing-browser";
import { waveOf } from "./sounds";
import { newSong, turnTo } from "./studio";

const RATE = 48_000;
const SECONDS = 4;

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
  writeFileSync(sound, waveOf(samples, { rate: RATE }));

  const browser = await openHearing(sound);
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
