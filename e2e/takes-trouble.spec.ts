import { writeFileSync } from "node:fs";
import { expect, type Page, test } from "@playwright/test";
import { bench, expectTakeKept, section, takeFiles, told } from "./bench";
import { openHearing } from "./hearing-browser";
import { asFile, riff, waveOf } from "./sounds";

const remove = (page: Page) =>
  section(page, "This take").getByRole("button", { name: "Remove this take" }).click();

test("where the browser has no room a take is played all the same, and kept by the studio", async ({
  page,
}) => {
  await page.addInitScript(() => {
    const put = Reflect.get(IDBObjectStore.prototype, "put");
    IDBObjectStore.prototype.put = function (value: unknown, key?: IDBValidKey) {
      if (value instanceof Blob) throw new DOMException("no room", "QuotaExceededError");
      return put.call(this, value, key);
    };
  });
  await page.goto(await bench(page, "No Room"));
  await takeFiles(page).setInputFiles(asFile("riff.wav", waveOf(riff())));
  await expect(told(page, /has no room to keep “riff”.*until it has been sent/u)).toBeVisible();
  await page.keyboard.press("Space");
  await expect(page.getByRole("button", { name: "Stop", exact: true })).toBeVisible();
  await page.keyboard.press("Space");
  await expectTakeKept(page);
  await page.reload();
  await expect(section(page, "Reference")).toHaveText(/The take is/u);
});

test("hours are refused in words", async ({ page }) => {
  await page.goto(await bench(page, "Too Long"));
  const bytes = 4.5 * 3600 * 1000;
  const head = waveOf(new Float32Array(0), { rate: 1000, bits: 8 });
  head.writeUInt32LE(36 + bytes, 4);
  head.writeUInt32LE(bytes, 40);
  const hours = Buffer.concat([head, Buffer.alloc(bytes, 128)]);
  await takeFiles(page).setInputFiles(asFile("The whole day.wav", hours));
  await expect(told(page, /“The whole day” lasts 4:30:00; four hours is the most/u)).toBeVisible();
});

test("a take that another window removes is told; what was done here stays", async ({
  page,
  context,
}) => {
  const address = await bench(page, "Removed");
  await page.goto(address);
  const sounds = ["first", "second"].map((name) => asFile(`${name}.wav`, waveOf(riff())));
  await takeFiles(page).setInputFiles(sounds);
  await expect(page.getByRole("heading", { name: "second" })).toBeVisible();
  await expectTakeKept(page);
  const other = await context.newPage();
  await other.goto(address);
  await expect(other.getByRole("heading", { name: "first" })).toBeVisible();
  const saved = () => other.waitForResponse((answer) => answer.url().includes("/api/takes/"));
  const bothGone = saved();
  await remove(other);
  await remove(other);
  await bothGone;
  await expect(other.getByText("No take on the bench yet")).toBeVisible();
  await expect(other.getByText(/^Saved/u)).toBeVisible();
  // This window plays the one and marks it.
  await page.keyboard.press("Space");
  await expect(page.getByRole("button", { name: "Stop", exact: true })).toBeVisible();
  await page.keyboard.press("x");
  await expect(
    told(page, "Another window removed “first”. Another window removed “second”; what was changed"),
  ).toBeVisible();
  await expect(page.getByRole("button", { name: /^Listen/u })).toHaveText(/1 take/u);
  await expect(page.getByRole("button", { name: "Stop", exact: true })).toBeVisible();
});

test("the microphone is recorded; what it heard is kept when it is pulled out, or the stage left", async ({
  baseURL,
}, info) => {
  const sound = info.outputPath("riff.wav");
  writeFileSync(sound, waveOf(riff()));
  const browser = await openHearing(sound);
  try {
    const page = await browser.newPage(baseURL === undefined ? {} : { baseURL });
    await page.addInitScript(() => {
      const own = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
      navigator.mediaDevices.getUserMedia = async (wishes) => {
        const stream = await own(wishes);
        Object.assign(window, {
          pullOut: () => {
            for (const track of stream.getTracks()) {
              track.stop();
              track.dispatchEvent(new Event("ended"));
            }
          },
        });
        return stream;
      };
    });
    await page.goto(await bench(page, "Recorded"));
    const listen = page.getByRole("button", { name: /^Listen/u });
    const record = page.getByRole("button", { name: "Record", exact: true });
    const stop = page.getByRole("button", { name: /^Stop recording/u });

    await record.click();
    await expect(stop).toHaveText(/0:02/u);
    await stop.click();
    await expect(listen).toHaveText(/1 take/u);
    await expect(section(page, "Reference")).toHaveText(/The take is/u);

    await record.click();
    await expect(stop).toHaveText(/0:02/u);
    await page.evaluate(() => (Reflect.get(window, "pullOut") as () => void)());
    await expect(told(page, /The microphone went away. What was recorded/u)).toBeVisible();
    await expect(listen).toHaveText(/2 takes/u);

    await record.click();
    await expect(stop).toHaveText(/0:02/u);
    await page.keyboard.press("w");
    await expect(listen).toHaveText(/3 takes/u);
  } finally {
    await browser.close();
  }
});
