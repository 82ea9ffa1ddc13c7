import { chromium } from "@playwright/test";
import { timeKeys, timesOfKeys } from "./key-samples";
import { longSong } from "./long-song";

/**
 * Times from a key press to the painted strip. In the call-out line: while a new phrase is said
 * behind two others (16 bars) and behind fifty others (400 bars), and while one phrase of 400 bars is
 * said anew. On the strip: frets typed in the middle of 400 bars. Also how much JavaScript the shelf
 * loads. Prints milliseconds a key press, and bytes.
 */

const LONG = 400;
const SHORT = 16;
const KEYS = 80;
/** Sixty words, and what is typed behind them. */
const TALK =
  "okay so we start on the open A and then hammer from the third to the fifth fret on the same string then pull off " +
  "back to the three and let it ring after that it's the seventh fret on the D twice palm muted and then slide up from " +
  "two to four on the G with a little bit of vibrato and";
const MORE_TALK =
  " then the eighth fret on the B string three times, bend the ninth a half step on the G";
const base = process.env["BENCH_URL"] ?? "";
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--disable-background-networking"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

type Way = "saying" | "talking" | "rewriting" | "on the strip";

async function timesOf(barCount: number, perPhrase: number, way: Way): Promise<readonly number[]> {
  const made = await page.request.post(`${base}/api/songs`, {
    data: { value: longSong(barCount, perPhrase) },
  });
  if (!made.ok()) throw new Error(await made.text());
  await page.goto(`${base}/songs/${((await made.json()) as { id: string }).id}`);
  const field = page.getByRole("textbox", { name: "say it" });
  await field.waitFor();
  await page.waitForTimeout(1500);
  if (way === "rewriting") {
    await page.getByLabel("What the call-out line writes").click();
    await page.getByRole("option", { name: "A · Phrase 1", exact: true }).click();
  }
  if (way !== "on the strip") await field.press("Control+End");
  else {
    await page.locator("body").press("s");
    await field.press("Escape");
    for (let step = 0; step < barCount / perPhrase / 2; step++)
      await page.keyboard.press("PageDown");
    for (let step = 0; step < 5; step++) await page.keyboard.press("ArrowDown");
  }
  if (way === "talking") await field.fill(TALK);
  await timeKeys(page);
  if (way === "on the strip") {
    for (let key = 0; key < KEYS / 2; key++) {
      await page.keyboard.press(String(key % 9));
      await page.waitForTimeout(800);
    }
    return timesOfKeys(page);
  }
  const said =
    way === "talking"
      ? MORE_TALK
      : " E0 A2h4 D5 A3 E3 D2 A5 E0 G2 D4 A7 E5 D7 A5 G5 D3 A0 E3 A2 D2 E0 G4";
  await page.keyboard.type(said.slice(0, KEYS), { delay: 90 });
  await page.waitForTimeout(300);
  return timesOfKeys(page);
}

const inSixteen = await timesOf(SHORT, 8, "saying");
const inSentence = await timesOf(SHORT, 8, "talking");
const inPhrases = await timesOf(LONG, 8, "saying");
const onStrip = await timesOf(LONG, 8, "on the strip");
const inOnePhrase = await timesOf(LONG, LONG, "rewriting");

let bytes = 0;
const shelf = await browser.newPage();
const client = await shelf.context().newCDPSession(shelf);
await client.send("Network.enable");
const scripts = new Set<string>();
client.on("Network.responseReceived", ({ requestId, type }) => {
  if (type === "Script") scripts.add(requestId);
});
client.on("Network.loadingFinished", ({ requestId, encodedDataLength }) => {
  if (scripts.has(requestId)) bytes += encodedDataLength;
});
await shelf.goto(`${base}/`, { waitUntil: "networkidle" });
await browser.close();
process.stdout.write(
  JSON.stringify({ inSixteen, inSentence, inPhrases, onStrip, inOnePhrase, shelfBytes: bytes }),
);
