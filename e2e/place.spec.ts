import { expect, test, type Page } from "@playwright/test";
import {
  choose,
  events,
  expectAccessible,
  expectSaved,
  newSong,
  openSaid,
  openSong,
  phrase,
  say,
} from "./studio";

const RIFF = "'8 A7 D5 D7 A7 D5 A7 A5 E8 | A7 D5 D7 G5 '2 D7";

const ways = (page: Page) => page.getByRole("article", { name: /^Way \d/u });
const view = (page: Page, name: string) => page.getByRole("button", { name, exact: true }).click();
const firstEvent = (page: Page) => events(page, "Phrase A").first();

async function openDemo(page: Page, title: string): Promise<void> {
  await openSong(page, title);
  await page.getByRole("button", { name: /^Place/u }).click();
}

test("ways are compared, hinted, ruled and taken back; profiles are the studio's own", async ({
  page,
}) => {
  await openSaid(page, "Towpath", RIFF);
  await page.keyboard.press("l");

  await test.step("three ways, the best one proven, the others with what speaks against them", async () => {
    await view(page, "ways");
    await expect(ways(page)).toHaveCount(3);
    await expect(ways(page).first()).toContainText(/the best way, proven/u);
    for (const other of [1, 2]) {
      await expect(ways(page).nth(other)).toContainText(/costs \d+\.\d more/u);
      await expect(ways(page).nth(other)).toContainText("against");
    }
    await expectAccessible(page);
  });

  await test.step("another way is one click, and undo takes it back", async () => {
    const use = page.getByRole("button", { name: /^Use this way/u }).last();
    const [title] = /around fret \d+|on open strings/u.exec(await use.innerText())!;
    const way = page.getByRole("article", { name: new RegExp(`: ${title}$`, "u") });
    await use.click();
    await expect(way).toContainText("as it stands");
    await page.keyboard.press("Control+z");
    await expect(way).not.toContainText("as it stands");
  });

  await test.step("one bar by itself", async () => {
    await view(page, "places");
    await events(page, "Phrase A").last().click();
    await view(page, "ways");
    await page.getByRole("button", { name: "only bar 2" }).click();
    await expect(ways(page).nth(1)).toContainText(/costs \d+\.\d more/u);
    await page.getByRole("button", { name: "only bar 2" }).click();
  });

  await test.step("a hint is one tap, or one key, and the line follows", async () => {
    await page
      .getByRole("group", { name: "Around a fret" })
      .getByRole("button", { name: "12" })
      .click();
    await expect(ways(page).first()).toContainText("as it stands");
    await view(page, "places");
    await expect(firstEvent(page)).toHaveAccessibleName(/fret 12/u);
    await page.keyboard.press("Alt+2");
    await expect(firstEvent(page)).toHaveAccessibleName(/fret 2/u);
    await expectSaved(page);
    await page.reload();
    await page.getByRole("button", { name: /^Place/u }).click();
    await expect(firstEvent(page)).toHaveAccessibleName(/fret 2/u);
  });

  await test.step("pins and rules that stand against each other are named", async () => {
    await page.keyboard.press("Alt+0");
    await expect(firstEvent(page)).not.toHaveAccessibleName(/fret 2\b/u);
    await firstEvent(page).click();
    await page.keyboard.press("p");
    await view(page, "ways");
    await choose(page.getByLabel("stay in position"), "17");
    await expect(page.getByRole("list", { name: "Pins that cannot be kept" })).toContainText(
      /staying in position 17/u,
    );
    await choose(page.getByLabel("stay in position"), "any");
    await expect(page.getByRole("list", { name: "Pins that cannot be kept" })).toHaveCount(0);
  });

  await test.step("a profile is made, kept by the studio, and judges the part", async () => {
    await page.getByRole("button", { name: "own profiles…" }).click();
    const dialog = page.getByRole("dialog", { name: "This studio's own profiles" });
    await dialog.getByLabel("Name").fill("Small hands");
    await choose(dialog.getByLabel("Stretches and the little finger"), "counts four times");
    await choose(dialog.getByLabel("The player's hand"), "small");
    await dialog.getByRole("button", { name: "Save as a new profile" }).click();
    await expect(dialog.getByRole("status")).toHaveText("Saved: Small hands.");
    await expectAccessible(page);
    await page.keyboard.press("Escape");
    await choose(page.getByLabel("judge places for"), "Small hands");
    await expect(ways(page).first()).toBeVisible();
    await expectSaved(page);
    await page.reload();
    await page.getByRole("button", { name: /^Place/u }).click();
    await view(page, "ways");
    await expect(page.getByLabel("judge places for")).toHaveText("Small hands");
  });
});

test("other places say what they cost; a note is kept off a string", async ({ page }) => {
  await openSaid(page, "Sluice", RIFF);
  await page.keyboard.press("l");
  await firstEvent(page).click();
  const other = page.getByRole("region", { name: "Other places for this pitch" });
  await expect(other).toContainText(/costs \d+\.\d more/u);
  await page.getByRole("button", { name: "Not on the A string" }).click();
  await expect(firstEvent(page)).not.toHaveAccessibleName(/A string/u);
  await page.getByRole("button", { name: "allow the A string again" }).click();
  await expect(page.getByRole("button", { name: /^allow the/u })).toHaveCount(0);
});

test("one phrase lies on six set-ups at once, each with its difficulty and changes", async ({
  page,
}) => {
  await openDemo(page, "Lock Gate Lanterns");
  await view(page, "side by side");
  const choices = page.getByRole("group", { name: "Set-ups" });
  for (const name of ["Drop D", "Open G", "Baritone, B standard", "Bass, five strings"]) {
    await choices.getByRole("button", { name, exact: true }).click();
  }
  const side = page.getByRole("region", { name: "Side by side" });
  await expect(side.getByRole("article")).toHaveCount(6);
  await expect(side.getByText(/^difficulty \d/u)).toHaveCount(6);
  await expect(side.getByRole("listbox", { name: /as it is, then/u })).toHaveCount(6);
  await expect(choices.getByRole("button", { name: "Modal D", exact: true })).toBeDisabled();
  await expect(side.getByRole("article", { name: /Drop D/u })).toContainText("nothing changed");
  await choose(page.getByLabel("keep", { exact: true }), "an octave away");
  await expect(side.getByText(/^difficulty \d/u)).toHaveCount(6);
  await expectAccessible(page);
});

test("the tuning is found from what was played; a mark decides", async ({ page }) => {
  await openDemo(page, "Lock Gate Lanterns");
  await view(page, "tuning");
  const found = page.getByRole("region", { name: "Which tuning" });
  await expect(found.getByRole("listitem").first()).toContainText("Drop D");
  await expect(found.getByRole("listitem").first()).toContainText("as it is set up");
  await found.getByRole("button", { name: "Fretted" }).click();
  const marks = found.getByTitle("Take this mark back");
  await expect(marks).toHaveText([/^bar \d+, .*: fretted/u]);
  await expect(found.getByRole("listitem").first()).toContainText("Drop D");
  // Marks of one's own, where the cursor is.
  await page.keyboard.press("Home");
  await found.getByRole("group", { name: "Heard at the cursor" }).getByText("open").click();
  await expect(marks).toHaveCount(2);
  await expect(found.getByRole("listitem").first()).toContainText("agrees with 2 marks");
  await found.getByLabel("lowest note anywhere").fill("C2");
  await expect(found.getByRole("listitem").first()).not.toContainText("Drop D");
  // They are still there after a look elsewhere, and go when they are taken back.
  await view(page, "ways");
  await view(page, "tuning");
  await expect(marks).toHaveCount(2);
  await expect(found.getByLabel("lowest note anywhere")).toHaveValue("C2");
  await marks.first().click();
  await expect(marks).toHaveCount(1);
  await expectAccessible(page);
});

test("two parts in tunings of their own stand against each other by what sounds", async ({
  page,
}) => {
  await openDemo(page, "Brass Kettle");
  await view(page, "parts");
  const both = page.getByRole("region", { name: "Two parts" });
  await expect(both.getByText(/\d+ moments together/u)).toBeVisible();
  await expect(both.getByRole("listbox")).toHaveCount(2);
  await expect(both.getByRole("row")).not.toHaveCount(1);
  await expectAccessible(page);
});

test("what cannot be held is said with what can be done; one part has no other", async ({
  page,
}) => {
  await page.goto(await newSong(page, "Too Much"));
  await say(page, "'1 E0+A1+D13+G1");
  await expect(phrase(page, "Phrase A")).toBeVisible();
  await page.getByRole("button", { name: /^Place/u }).click();
  await view(page, "parts");
  await expect(page.getByText(/This song has one part/u)).toBeVisible();
  await view(page, "ways");
  await expect(ways(page).first()).toBeVisible();
});
