import { expect, test, type Page } from "@playwright/test";
import {
  callOut,
  events,
  expectSaved,
  newSong,
  openSaid,
  phrase,
  saveState,
  say,
  choose,
} from "./studio";

const views = (page: Page) => page.getByRole("navigation", { name: "Views of Write" });
const undo = (page: Page) => page.getByRole("button", { name: "Undo" });
const namesOf = (page: Page, name: string) =>
  events(page, name).evaluateAll((all) =>
    all.map((one) => one.getAttribute("aria-label")!.replace(/^bar \d+: /u, "")),
  );

test("a bar's words are said by keyboard, refused in words, and looked back at", async ({
  page,
}) => {
  await page.goto(await newSong(page, "Bar Words"));
  await say(page, "'1 E0 | A0");
  await expect(saveState(page)).toHaveText(/version 2$/u);
  await callOut(page).press("Escape");
  await page.keyboard.press("End");
  await page.keyboard.press("Shift+S");
  const bar = page.getByRole("textbox", { name: "bar 2 says to all parts" });
  await expect(bar).toBeFocused();
  await page.keyboard.type("{Am} in 9/0");
  await page.keyboard.press("Enter");
  await expect(page.getByText("“9/0” is no metre")).toBeVisible();
  await expect(bar).toHaveValue("{Am} in 9/0");
  await bar.fill("{Am} in 2/2 at 72");
  await page.keyboard.press("Enter");
  await expect(phrase(page, "Phrase A").getByText("2/2 · ♩ = 72", { exact: true })).toBeVisible();
  await expect(phrase(page, "Phrase A").getByText("Am", { exact: true })).toBeVisible();
  await expect(saveState(page)).toHaveText(/version 3$/u);

  await views(page).getByRole("button", { name: "history" }).click();
  const versions = page.getByRole("list", { name: "Versions" }).getByRole("button");
  // The saves of one minute stand together; before them the song was made.
  await expect(versions.first()).toContainText("version 3");
  await versions.last().click();
  const then = page.getByRole("region", { name: "History" });
  await expect(then.getByText("Guitar played one phrase otherwise.")).toBeVisible();
  await expect(then.getByText("2/2 · ♩ = 72", { exact: true })).toBeVisible();
  await views(page).getByRole("button", { name: "strips" }).click();
  await undo(page).click();
  await expect(phrase(page, "Phrase A").getByText("Am", { exact: true })).toHaveCount(0);
  await expect(events(page, "Phrase A")).toHaveCount(2);
});

test("a phrase may have lanes of its own, and the others' are kept for the next time", async ({
  page,
}) => {
  await page.goto(await newSong(page, "Lanes Apart"));
  await say(page, "'4 E0 A2");
  await say(page, "'4 D0 G2");
  const first = phrase(page, "Phrase A");
  const second = phrase(page, "Phrase B");
  await events(page, "Phrase B").first().click();
  const degrees = (name: string) => phrase(page, name).getByText("♭7", { exact: true });
  await expect(degrees("Phrase B")).toHaveCount(0);
  await page.getByRole("button", { name: "Lanes" }).click();
  await page.getByRole("checkbox", { name: "only in Phrase B" }).check();
  await page.getByRole("checkbox", { name: "degree", exact: true }).check();
  await page.keyboard.press("Escape");
  await expect(degrees("Phrase B")).toHaveCount(1);
  const heights = async () => [
    (await first.boundingBox())!.height,
    (await second.boundingBox())!.height,
  ];
  const [plain, own] = await heights();
  expect(own).toBeGreaterThan(plain!);

  await events(page, "Phrase A").first().click();
  await page.getByRole("button", { name: "Lanes" }).click();
  await expect(page.getByRole("checkbox", { name: "degree", exact: true })).not.toBeChecked();
  await page.getByRole("checkbox", { name: "degree", exact: true }).check();
  await page.getByRole("checkbox", { name: "count", exact: true }).uncheck();
  await page.keyboard.press("Escape");
  await page.reload();
  await expect(degrees("Phrase B")).toHaveCount(1);
  await page.getByRole("button", { name: "Lanes" }).click();
  await expect(page.getByRole("checkbox", { name: "degree", exact: true })).toBeChecked();
  await expect(page.getByRole("checkbox", { name: "count", exact: true })).not.toBeChecked();
});

test("a phrase is moved along and across the neck; what changes is shown before", async ({
  page,
}) => {
  await openSaid(page, "Moving House", "'4 E0 A2h3 D2");
  await page.keyboard.press("Home");
  await page.keyboard.press("Shift+P");
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByText("Nothing moves yet.")).toBeVisible();
  await dialog.getByLabel("How far").fill("-1");
  await expect(dialog.getByText("3 of its events change; 1 do not fit.")).toBeVisible();
  await dialog.getByLabel("Or to the chord").fill("Am");
  await expect(dialog.getByLabel("How far")).toHaveValue("5");
  await expect(dialog.getByText("4 of its events change.")).toBeVisible();
  await dialog.getByRole("button", { name: "Move the phrase" }).click();
  await expect(dialog).toHaveCount(0);
  expect(await namesOf(page, "Phrase A")).toEqual([
    "A2, E string, fret 5, quarter note",
    "E3, A string, fret 7, quarter note",
    "F3, A string, fret 8, hammered on, quarter note",
    "A3, D string, fret 7, quarter note",
  ]);
  await undo(page).click();
  await expect(events(page, "Phrase A").first()).toHaveAccessibleName(/E2, E string, open/u);
  await expectSaved(page);
});

test("events are copied, cut and pasted as words that can be read anywhere", async ({ page }) => {
  await openSaid(page, "Scissors", "'8 E0 E3 '4 A2b1");
  await page.keyboard.press("Home");
  await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("Control+x");
  await expect(events(page, "Phrase A")).toHaveCount(1);
  await page.keyboard.press("Control+v");
  await expect(events(page, "Phrase A")).toHaveCount(3);
  await page.keyboard.press("Control+v");
  await expect(events(page, "Phrase A")).toHaveCount(5);
  // What was cut is a call-out: the line takes it like any other words.
  await callOut(page).click();
  await page.keyboard.press("Control+v");
  await expect(callOut(page)).toHaveValue("'8 E0 3");
  await callOut(page).fill("nothing a hand could play");
  await callOut(page).press("Control+a");
  await callOut(page).press("Control+c");
  await callOut(page).fill("");
  await callOut(page).press("Escape");
  await page.keyboard.press("Control+v");
  await expect(events(page, "Phrase A")).toHaveCount(5);
  await expect(page.getByText("What was pasted is no call-out: “nothing”")).toBeVisible();
});

test("while frets are inserted the neck writes; only the chosen bars are played", async ({
  page,
}) => {
  await openSaid(page, "Hands On", "'1 E0 | A0 | E0 | A0 | E0 | A0 | E0 | '2 D0 D0");
  await page.keyboard.press("Home");
  const playback = page.getByRole("group", { name: "Playback" });
  await choose(playback.getByRole("combobox", { name: "What is played" }), "these bars");
  await page.keyboard.press("ArrowRight");
  await page.locator("#strips").focus();
  await page.keyboard.press("End");
  await page.keyboard.press("Space");
  await expect(playback.getByRole("button", { name: "Stop" })).toBeVisible();
  const selected = events(page, "Phrase A").and(page.locator('[aria-selected="true"]'));
  await expect(selected).toHaveAccessibleName(/^bar 8: /u);
  // A bar at 90 a minute lasts less than three seconds, the whole phrase twenty-one.
  await expect(playback.getByRole("button", { name: "Play" })).toBeVisible({ timeout: 15_000 });
  await expect(selected).toHaveAccessibleName(/^bar 8: /u);

  await page.keyboard.press("i");
  await expect(page.getByText("inserting")).toBeVisible();
  const neck = page.getByRole("group", { name: "Neck of Guitar" });
  const box = (await neck.boundingBox())!;
  await neck.click({ position: { x: 85, y: box.height / 2 } });
  await expect(events(page, "Phrase A")).toHaveCount(10);
  await page.keyboard.press("Control+z");
  await expect(events(page, "Phrase A")).toHaveCount(9);
});
