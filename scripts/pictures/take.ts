import { chromium, type Page } from "@playwright/test";
import { join } from "node:path";

/** Walks through the application and takes a picture of each main view. */

const base = process.env["PICTURES_URL"] ?? "";
const folder = process.env["PICTURES_FOLDER"] ?? ".";
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--disable-background-networking"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

async function take(name: string): Promise<void> {
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(300);
  await page.screenshot({ path: join(folder, `${name}.png`) });
}

/** The middle of a view: as much of it as half a picture holds. */
const MIDDLE = { x: 0, y: 84, width: 1280, height: 400 };

/** One picture that shows two views, one below the other, from `y` px on. */
async function takeTwo(
  name: string,
  first: { readonly y?: number; readonly show: () => Promise<void> },
  second: { readonly y?: number; readonly show: () => Promise<void> },
): Promise<void> {
  const halves: string[] = [];
  for (const { y = MIDDLE.y, show } of [first, second]) {
    await show();
    await page.evaluate(() => document.fonts.ready);
    await page.waitForTimeout(300);
    halves.push((await page.screenshot({ clip: { ...MIDDLE, y } })).toString("base64"));
  }
  const sheet = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const images = halves.map((half) => `<img src="data:image/png;base64,${half}">`).join("");
  await sheet.setContent(
    `<body style="margin:0;font-size:0"><style>img+img{border-top:2px solid #1d2530}</style>${images}`,
  );
  await sheet.screenshot({ path: join(folder, `${name}.png`) });
  await sheet.close();
}

async function open(title: string): Promise<void> {
  await page.goto(base);
  await page.getByRole("link", { name: title }).click();
  await page.getByRole("listbox").getByRole("option").first().waitFor();
}

/** Turns to a view of the stage that is shown. */
async function turnTo(view: string): Promise<void> {
  const views = page.getByRole("navigation", { name: /^Views of/u });
  await views.getByRole("button", { name: view, exact: true }).click();
}

const walk = async (on: Page, steps: number) => {
  for (let step = 0; step < steps; step++) await on.keyboard.press("ArrowRight");
};

await page.goto(base);
await page.getByRole("link", { name: "Lock Gate Lanterns" }).focus();
// A state for each, and a course of three.
for (const state of ["3", "2", "4", "2", "1", "5"]) {
  await page.keyboard.press(state);
  await page.keyboard.press("ArrowRight");
}
await page.getByRole("button", { name: "New collection" }).click();
await page.getByLabel("Name of the collection").fill("Autumn course");
await page.keyboard.press("Enter");
await page.getByText("Nothing is in Autumn course yet").waitFor();
await page.getByRole("button", { name: "All songs", exact: true }).click();
await page.getByRole("checkbox", { name: "Select Chalk Line" }).check();
await page.getByRole("checkbox", { name: "Select Tin Roof Tuesday" }).check();
await page.getByRole("button", { name: "Add to a collection" }).click();
await page.getByRole("menuitem", { name: "Autumn course" }).click();
await page.getByText("in Autumn course").waitFor();
await take("shelf");
await page.getByRole("button", { name: "Let go" }).click();

await page.goto(`${base}/rack`);
await page.getByRole("button", { name: /^Spindrift/u }).click();
await take("rack");

await page.goto(`${base}/songs/new?from=tablature`);
await page
  .getByLabel(/^Tablature:/u)
  .fill(
    "Rope Walk\nTempo: 92\n\n[Hauling]\nG|-----------------|-----------------|\nD|-----------2-4---|-----------2-0---|\nA|---2-4-5-------5-|-5-4-2-------Z-4-|\nE|-0---------------|-0---------------|\n",
  );
await page.getByText("was not read").first().waitFor();
await take("read-tablature");

await open("Lock Gate Lanterns");
await takeTwo(
  "talk",
  {
    y: 260,
    show: async () => {
      const line = page.getByRole("textbox", { name: "say it" });
      await line.fill(
        "so we start on the open low E twice, then the top string at five, then open D, 2, 4, three times",
      );
      await page.getByRole("button", { name: "leave it open" }).waitFor();
    },
  },
  {
    y: 170,
    show: async () => {
      await page.getByRole("button", { name: "drop", exact: true }).click();
      await page.getByRole("textbox", { name: "say it" }).press("Escape");
      await page.keyboard.press("Shift+O");
      await page
        .getByLabel("The talk")
        .fill(
          "0:01 Hi everybody and welcome back.\n0:05 So we start on the open low E twice, then the third fret of the A.\n0:09 Hammer on from two to four on the D, and let that ring.\n0:14 It took me years to get that right.\n0:20 Open D, two, four, three times.\n0:26 Then it's the seventh, sorry, the eighth fret on the B.",
        );
      await page.getByRole("button", { name: "Look for phrases" }).click();
      await page.getByRole("list", { name: "Phrases of the talk" }).waitFor();
    },
  },
);
await page.getByRole("button", { name: "Close" }).first().click();
await open("Lock Gate Lanterns");
await walk(page, 4);
await page.getByRole("button", { name: /^Place/u }).click();
await page.getByRole("button", { name: /^Move to A string, fret 10/u }).click();
await page.getByText(/^Saved/u).waitFor();
await take("place");

await page.getByRole("button", { name: "Hand out" }).click();
await page.getByRole("menuitem", { name: /^Handout to print/u }).click();
await page.getByRole("img", { name: "Page 1" }).waitFor();
await take("handout");
await page.keyboard.press("Escape");

await page.getByRole("textbox", { name: "say it" }).fill("'8 pm[E0 E0] D3h5 D: 6b½ 5 '16 A3 A5 Q7");
await page.getByRole("button", { name: /^Write/u }).click();
await page.getByRole("region", { name: "D, being said" }).scrollIntoViewIfNeeded();
await take("write");

await open("Tin Roof Tuesday");
await page.getByRole("button", { name: /^Set up/u }).click();
await takeTwo(
  "set-up",
  { y: 84, show: () => page.getByLabel("Tuning", { exact: true }).fill("open D") },
  {
    y: 84,
    async show() {
      await page.getByRole("button", { name: "Leave it" }).click();
      await turnTo("tune up");
      await page.getByRole("button", { name: "Bench guitar" }).click();
      const sweep = page.getByRole("button", { name: "Hold to go through all strings" });
      await sweep.dispatchEvent("pointerdown");
      // However slow the machine: when every string was heard, and one is heard just now.
      await page.waitForFunction(
        () =>
          [...document.querySelectorAll("tr:has(kbd)")].every(
            (row) => row.lastElementChild?.textContent !== "–",
          ),
        undefined,
        { timeout: 180_000 },
      );
      await page.getByText(/^string \d: /u).waitFor();
      await sweep.dispatchEvent("pointerup");
    },
  },
);
await page.getByRole("button", { name: "Put the bench guitar away" }).click();

await page.getByRole("button", { name: /^Place/u }).click();
await turnTo("move to");
await page.getByLabel("Capo", { exact: true }).fill("0");
await page.getByText("every note has a place there").waitFor();
await take("move-to");

await open("Lock Gate Lanterns");
await page.getByRole("button", { name: /^Place/u }).click();
await turnTo("ways");
await page.getByRole("article", { name: /^Way 2/u }).waitFor();
await take("ways");
await turnTo("side by side");
for (const key of ["3", "4", "5", "7"]) await page.keyboard.press(key);
await page
  .getByText(/^difficulty/u)
  .nth(5)
  .waitFor();
await take("side-by-side");
await page.getByRole("button", { name: /^Write/u }).click();
for (const key of ["Shift+D", "Shift+G"]) await page.keyboard.press(key);
await take("folded");
for (const key of ["Shift+D", "Shift+G"]) await page.keyboard.press(key);

await open("Crooked Stile");
await page.getByRole("button", { name: /^Check/u }).click();
await page.getByRole("button", { name: /no unison/u }).click();
await page.getByText("with the mend").waitFor();
await take("check");

await takeTwo(
  "keys",
  {
    y: 84,
    async show() {
      await open("Tin Roof Tuesday");
      await walk(page, 1);
      await page.getByRole("button", { name: /^Check/u }).click();
      await turnTo("key and chords");
      await page.getByRole("row", { name: /^Drizzle · Guitar/u }).waitFor();
    },
  },
  {
    y: 84,
    async show() {
      await open("Lock Gate Lanterns");
      await page.getByRole("region", { name: "B, Answer" }).getByRole("option").nth(2).click();
      await page.getByRole("button", { name: /^Check/u }).click();
      await turnTo("harmony");
      await page.getByRole("button", { name: "Make a harmony…" }).click();
      await page.getByText("every note has a place").waitFor();
    },
  },
);

await open("Brass Kettle");
await walk(page, 6);
await page.getByRole("button", { name: "Lanes" }).click();
for (const lane of ["value", "finger", "degree"]) {
  await page.getByRole("checkbox", { name: lane, exact: true }).check();
}
await page.keyboard.press("Escape");
await page.getByRole("region", { name: "D, Whistle" }).scrollIntoViewIfNeeded();
await page.getByRole("region", { name: "D, Whistle" }).getByRole("option").nth(4).click();
await page.getByRole("button", { name: "Switch between day and evening theme" }).click();
await take("evening");
await page.getByRole("button", { name: "Switch between day and evening theme" }).click();

await takeTwo(
  "form",
  { y: 84, show: () => turnTo("form") },
  {
    y: 84,
    async show() {
      await turnTo("versions");
      await page.getByRole("button", { name: "every note picked" }).click();
    },
  },
);
await page.getByText(/^Saved/u).waitFor();

await open("Lock Gate Lanterns");
await page.keyboard.press("Shift+L");
await page.getByText(/The take is −2\d c/u).waitFor();
// What was being said in an earlier picture.
await page.getByRole("button", { name: "drop", exact: true }).click();
await page.getByRole("heading", { name: "Reference" }).click();
await page.keyboard.press("g");
for (const [mark, words] of ["A", "B"].entries()) {
  for (let beat = 0; beat < (mark === 0 ? 0 : 16); beat++) await page.keyboard.press("ArrowRight");
  await page.keyboard.press("x");
  await page
    .getByLabel(/^Words of the mark/u)
    .nth(mark)
    .fill(words);
  await page.getByRole("heading", { name: "Marks" }).click();
}
await page.getByRole("group", { name: "Phrases in the take" }).getByRole("button").first().click();
for (let step = 0; step < 10; step++) await page.keyboard.press("-");
await page.keyboard.press("f");
await page.keyboard.press("h");
await page.keyboard.press("Space");
await page.waitForTimeout(5000);
await take("listen");
await page.keyboard.press("Space");
await browser.close();
