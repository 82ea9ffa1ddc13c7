import { expect, test, type Page } from "@playwright/test";
import { database, events, expectSaved, newSong, say, choose, turnTo } from "./studio";

const setUp = async (page: Page, view = "in the hand") => {
  await page.getByRole("button", { name: /^Set up/u }).click();
  await turnTo(page, view);
};
/** The rack has what was typed: while it is on its way nothing can be saved either. */
const expectKept = async (page: Page) => {
  await expect(page.getByRole("button", { name: "Leave it as it was" })).toBeHidden();
  await expect(page.getByRole("button", { name: "Save", exact: true })).toBeDisabled();
};
const tuning = (page: Page) => page.getByLabel("Tuning", { exact: true });

test("an instrument comes into the rack, is changed, and leaves it without being lost", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("link", { name: "Rack", exact: true }).click();
  const rack = page.getByRole("group", { name: "Instruments" });
  await rack.getByRole("button", { name: "+ A new instrument" }).click();
  await page.getByRole("button", { name: "Put it in the rack" }).click();
  await expect(page.getByText("an instrument needs a name")).toBeVisible();
  await page.getByLabel("Name", { exact: true }).fill("Mudlark");
  await choose(page.getByLabel("Kind"), "baritone guitar");
  await page.getByLabel("As it is tuned").fill("drop A on a 6-string");
  await expect(page.getByText(/6 strings · A1 E2 A2 D3 F#3 B3/u)).toBeVisible();
  await page.getByLabel("Scale length").fill("27 in");
  await expect(page.getByText("685.8 mm (27.0 in)")).toBeVisible();
  await page.getByLabel("Scale length").fill("0");
  await expect(page.getByText("a scale is 200 to 1500 mm long, got “0”")).toBeVisible();
  await page.reload();
  await rack.getByRole("button", { name: /^\+ A new instrument/u }).click();
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue("Mudlark");
  await page.getByLabel("Scale length").fill("686");
  await choose(page.getByLabel("String set"), "Baritone, 14–68");
  await page.getByRole("button", { name: "Put it in the rack" }).click();
  await expect(page.getByRole("heading", { name: "Mudlark" })).toBeVisible();

  await test.step("two windows do not overwrite each other", async () => {
    const other = await page.context().newPage();
    await other.goto("/rack");
    await other.getByRole("button", { name: /^Mudlark/u }).click();
    await other.getByLabel("Action").fill("2.1");
    await other.getByRole("button", { name: "Save", exact: true }).click();
    await expectKept(other);
    await page.getByLabel("Action").fill("1.9");
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await expect(page.getByText(/Mudlark was changed in another window/u)).toBeVisible();
    await expect(page.getByLabel("Action")).toHaveValue("1.9");
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await expectKept(page);
    await other.reload();
    await other.getByRole("button", { name: /^Mudlark/u }).click();
    await expect(other.getByLabel("Action")).toHaveValue("1.9");
    await other.close();
  });

  await page.reload();
  await rack.getByRole("button", { name: /^Mudlark/u }).click();
  await page.getByRole("button", { name: "Take it out of the rack" }).click();
  await expect(rack.getByRole("button", { name: /^Mudlark/u })).toHaveCount(0);
  await page.getByRole("button", { name: "Bring it back" }).click();
  await expect(rack.getByRole("button", { name: /^Mudlark/u })).toHaveCount(1);
});

test("while the database is away the rack says so and keeps what was typed", async ({ page }) => {
  await page.goto("/rack");
  await page.getByRole("button", { name: /^Quince/u }).click();
  await page.getByLabel("Action").fill("2.5");
  const save = page.getByRole("button", { name: "Save", exact: true });
  await database("stop");
  try {
    await save.click();
    await expect(page.getByText(/does not answer. Nothing is lost/u)).toBeVisible();
    await expect(page.getByLabel("Action")).toHaveValue("2.5");
  } finally {
    await database("start");
  }
  await save.click();
  await expectKept(page);
  await page.reload();
  await page.getByRole("button", { name: /^Quince/u }).click();
  await expect(page.getByLabel("Action")).toHaveValue("2.5");
});

test("a song takes an instrument of the rack and is told the way to its tuning", async ({
  page,
}) => {
  await page.goto(await newSong(page, "Silt and Chalk"));
  await say(page, "E3 A2 D0 G2");
  await setUp(page);
  await choose(page.getByLabel("Instrument", { exact: true }), "Grey Wader");
  await expect(page.getByText(/^electric guitar, 6 strings, 648 mm/u)).toBeVisible();

  await tuning(page).fill("drop");
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("button", { name: /^Drop D D A D G B E/u })).toBeFocused();
  await page.keyboard.press("Enter");
  const way = page.getByRole("region", { name: "Getting there" });
  await expect(way.getByRole("listitem")).toHaveText([/E string.*E2 → D2.*↓ 2/u]);
  await tuning(page).fill("Es A D G B E");
  await expect(page.getByText(/“Es”: write flats with b/u)).toBeVisible();
  await tuning(page).fill("new standard, A=442");
  await expect(page.getByText(/· A = 442$/u)).toBeVisible();
  await expect(way.getByText(/string 1 goes up beyond a safe tension/u)).toBeVisible();
  const first = await way.getByRole("listitem").first().textContent();
  expect(first).toMatch(/E2 → C2/u);

  await test.step("what shall stay is asked, and each is done", async () => {
    await page.getByRole("button", { name: "Keep the shapes" }).click();
    await expect(page.getByRole("button", { name: /^Set up New standard/u })).toBeVisible();
    await expect(page.getByRole("complementary", { name: "Say it first" })).toContainText(
      "A = 442 Hz",
    );
    await page.getByRole("button", { name: /^Write/u }).click();
    const notes = events(page, "Phrase A");
    await expect(notes.first()).toHaveAccessibleName(/E string, fret 3/u);
    await page.getByRole("button", { name: "Undo" }).click();
    await page.getByRole("button", { name: "Undo" }).click();
    await expect(page.getByRole("button", { name: /^Set up Standard/u })).toBeVisible();
    await expect(notes.first()).toHaveAccessibleName(/^bar 1: G2, E string, fret 3/u);
  });

  await test.step("strings are called as this song wants it, everywhere", async () => {
    await setUp(page, "the song");
    await choose(page.getByLabel("Strings are called"), "by number, 1 is the thinnest");
    await page.getByRole("button", { name: /^Write/u }).click();
    await expect(events(page, "Phrase A").first()).toHaveAccessibleName(/string 6, fret 3/u);
    await expectSaved(page);
  });
});

test("a capo is found, put on, and moves names; a singer moves the song", async ({ page }) => {
  await page.goto(await newSong(page, "Weir Song"));
  await say(page, "E3 A2 D0 G2");
  await setUp(page, "capo");
  const finder = page.getByRole("region", { name: "Find a capo" });
  await finder.getByLabel("sounding in").fill("A major");
  await finder.getByLabel("chords").fill("A D E");
  await expect(finder.getByRole("listitem").first()).toContainText(/capo 2.*G major.*G C D/u);
  await finder.getByLabel("chords").fill("A D H");
  await expect(finder.getByRole("alert")).toContainText("“H” is no chord");
  await finder.getByLabel("chords").fill("A D E");
  await finder.getByRole("button", { name: "Put it there" }).first().click();
  await page.getByRole("button", { name: "Keep the shapes" }).click();
  await expect(page.getByRole("button", { name: /^Set up Standard, capo 2/u })).toBeVisible();
  // The part plays alone: its key goes along, and the shapes keep their names.
  await expect(page.getByText(/sounds in F♯ minor, fingered in E minor/u).first()).toBeVisible();
  const table = page.getByRole("region", { name: "Shapes and sound" });
  await table.getByLabel("Chords that sound").fill("A D E");
  await expect(table.getByRole("row", { name: /^A G open/u })).toBeVisible();
  await expect(table.getByRole("row", { name: /^E D open/u })).toBeVisible();

  await test.step("three semitones higher the shapes stay and the capo moves", async () => {
    for (let step = 0; step < 3; step++) {
      await finder.getByRole("button", { name: "A semitone higher" }).click();
    }
    await expect(finder.getByText(/keeps its shapes at capo 5/u)).toBeVisible();
    await finder.getByRole("button", { name: "Move the song" }).click();
    await expect(page.getByRole("button", { name: /^Set up Standard, capo 5/u })).toBeVisible();
    await page.getByRole("button", { name: /^Write/u }).click();
    await expect(events(page, "Phrase A").first()).toHaveAccessibleName(
      /^bar 1: C3, E string, fret 3/u,
    );
  });

  await test.step("a partial capo covers its strings only", async () => {
    await setUp(page, "capo");
    await page.getByRole("button", { name: "2", exact: true }).click();
    for (const string of ["E string", "B string", "e string"]) {
      await page.getByRole("button", { name: string, exact: true }).click();
    }
    await page.getByRole("button", { name: "Keep what sounds" }).click();
    await expect(
      page.getByRole("button", { name: /capo 2 on strings 3–5/u }).first(),
    ).toBeVisible();
    await expectSaved(page);
    await page.reload();
    await expect(
      page.getByRole("button", { name: /capo 2 on strings 3–5/u }).first(),
    ).toBeVisible();
  });
});

test("strings show how hard they pull, and a set that suits is suggested", async ({ page }) => {
  await page.goto(await newSong(page, "Ballast"));
  await setUp(page);
  await choose(page.getByLabel("Instrument", { exact: true }), "Grey Wader");
  await tuning(page).fill("B E A D F# B");
  await page.getByRole("button", { name: "Set it up like this" }).click();
  await turnTo(page, "strings");
  await expect(page.getByText(/slack, will rattle/u)).toBeVisible();
  const table = page.getByRole("table", { name: /^Tension of each string/u });
  await expect(table.getByRole("row").nth(1)).toContainText(/e\.0107341/u);
  await page.getByRole("button", { name: "lb", exact: true }).click();
  await expect(table.getByRole("row").nth(1)).toContainText(/e\.01016\.39\.2/u);
  await page.getByLabel("Gauges, thickest first").fill("10 13 17");
  await expect(page.getByText("6 strings need 6 gauges, got 3")).toBeVisible();
  await page.getByRole("button", { name: "Leave it" }).click();
  await page.getByRole("button", { name: "Look at them" }).click();
  await expect(page.getByText("✓ every string is comfortable")).toBeVisible();
  await page.getByRole("button", { name: "Put them on" }).click();
  await expect(page.getByRole("complementary", { name: "Say it first" })).toContainText(".013");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText(/slack, will rattle/u)).toBeVisible();
});

const rowOf = (page: Page, string: number) =>
  page.getByRole("row").filter({
    has: page.getByRole("button", { name: new RegExp(`^String ${string},`, "u") }),
  });
const readingsOf = async (page: Page, string: number) =>
  Number(await rowOf(page, string).getAttribute("data-readings"));

/** What the tuner says of a string in its table, in cents; the last column that is filled. */
async function centsOf(page: Page, string: number): Promise<number> {
  const row = rowOf(page, string);
  const cell = row.getByRole("cell").nth(1);
  await expect(cell).toHaveText(/\d/u);
  return Number((await cell.textContent())!.replace("✓ ", "").replace("−", "-"));
}

/** As many as it takes until the windows that hold the old pitch are by. */
const FRESH_READINGS = 12;

/** Sounds the string until readings taken one after the other agree. */
async function settledCentsOf(page: Page, string: number): Promise<number> {
  for (let before: number | undefined, sounding = 0; sounding < 8; sounding++) {
    const known = await readingsOf(page, string);
    await page.keyboard.press(String(string));
    await expect
      .poll(() => readingsOf(page, string), { intervals: [50] })
      .toBeGreaterThanOrEqual(known + FRESH_READINGS);
    const cents = Math.round(await centsOf(page, string));
    if (before !== undefined && Math.abs(cents - before) <= 1) return cents;
    before = cents;
  }
  throw new Error(`string ${string} does not settle`);
}

test("the bench guitar is tuned by keyboard alone, by what the tuner hears", async ({ page }) => {
  test.setTimeout(120_000);
  await page.goto(await newSong(page, "By Ear"));
  await setUp(page, "tune up");
  await page.getByRole("button", { name: "Bench guitar" }).click();
  const verdict = page.getByRole("region", { name: /^Set up/u }).getByRole("status");
  await expect(verdict).toHaveText(/^string 6/u);
  for (const string of [6, 1]) {
    await page.keyboard.press(String(string));
    await expect(verdict).toHaveText(new RegExp(`^string ${string}[: ]`, "u"));
    // On a slow machine a turn may answer to a reading from before the last one; the next mends it.
    for (let turn = 0; turn < 10; turn++) {
      const cents = await settledCentsOf(page, string);
      if (Math.abs(cents) <= 1) break;
      const [large, small] = [Math.trunc(Math.abs(cents) / 10), Math.abs(cents) % 10];
      const key = cents > 0 ? "ArrowDown" : "ArrowUp";
      for (let press = 0; press < large; press++) await page.keyboard.press(`Shift+${key}`);
      for (let press = 0; press < small; press++) await page.keyboard.press(key);
    }
    await expect(async () => {
      await page.keyboard.press(String(string));
      await expect(verdict).toHaveText(`string ${string} is in tune`, { timeout: 3000 });
    }).toPass({ timeout: 20_000 });
    expect(Math.abs(await centsOf(page, string))).toBeLessThanOrEqual(2);
  }
});

test("choosing a capo leads to tuning with it; putting it on later shows what it did", async ({
  page,
}) => {
  test.setTimeout(120_000);
  await page.goto(await newSong(page, "Clamp"));
  await setUp(page, "capo");
  await page.getByRole("button", { name: "5", exact: true }).click();
  await page.getByRole("button", { name: "Set it up like this" }).click();
  await page.getByRole("button", { name: "Tune with it on" }).click();
  await expect(page.getByRole("checkbox", { name: "capo 5 is on" })).toBeChecked();
  await expect(page.getByRole("row", { name: /^String 6, A2/u })).toBeVisible();
  await page.getByRole("checkbox", { name: "capo 5 is on" }).uncheck();
  await expect(page.getByRole("row", { name: /^String 6, E2/u })).toBeVisible();
  await page.getByRole("button", { name: "Bench guitar" }).click();
  const row = page.getByRole("row", { name: /^String 6,/u });
  await expect(row.getByRole("cell").nth(1)).toHaveText(/\d/u);
  await page.getByRole("checkbox", { name: "capo 5 is on" }).check();
  await page.getByRole("checkbox", { name: "capo 5 is on" }).blur();
  await page.keyboard.press("6");
  await expect(row.getByRole("cell").nth(2)).toHaveText(/\d/u);
  await expect(row.getByRole("cell").nth(3)).toHaveText(/^\+\d/u);

  await test.step("held, the sweep goes through all strings", async () => {
    await page.keyboard.down("Space");
    for (const string of [6, 5, 4, 3, 2, 1]) {
      const one = page.getByRole("row").filter({
        has: page.getByRole("button", { name: new RegExp(`^String ${string},`, "u") }),
      });
      await expect(one.getByRole("cell").nth(2)).toHaveText(/\d/u, { timeout: 20_000 });
    }
    await page.keyboard.up("Space");
  });
});

test("a microphone that is refused or missing is said, and the bench guitar still there", async ({
  page,
}) => {
  await page.addInitScript(() => {
    Object.defineProperty(navigator, "mediaDevices", {
      value: { getUserMedia: () => Promise.reject(new DOMException("no", "NotAllowedError")) },
      configurable: true,
    });
  });
  await page.goto(await newSong(page, "No Ear"));
  await setUp(page, "tune up");
  await page.getByRole("button", { name: "Microphone" }).click();
  await expect(page.getByText(/The microphone was refused/u)).toBeVisible();
  await page.evaluate(() => Object.defineProperty(navigator, "mediaDevices", { value: undefined }));
  await page.getByRole("button", { name: "Microphone" }).click();
  await expect(page.getByText(/No microphone was found/u)).toBeVisible();
  await page.getByRole("button", { name: "Bench guitar" }).click();
  await expect(page.getByRole("region", { name: /^Set up/u }).getByRole("status")).toHaveText(
    /^string 6/u,
  );
});
