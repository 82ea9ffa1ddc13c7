import { expect, test, type Page } from "@playwright/test";
import {
  callOut,
  events,
  expectAccessible,
  expectSaved,
  newSong,
  openSaid,
  phrase,
  say,
  openSong,
  choose,
} from "./studio";

const findings = (page: Page) =>
  page.getByRole("region", { name: "Findings" }).getByRole("button", { expanded: false });
const finding = (page: Page, words: RegExp) =>
  page.getByRole("region", { name: "Findings" }).getByRole("button", { name: words });
const stage = (page: Page, name: RegExp) =>
  page.getByRole("navigation", { name: "Stages" }).getByRole("button", { name });
const checkView = (page: Page, name: string) =>
  page.getByRole("navigation", { name: "Views of Check" }).getByRole("button", { name }).click();

async function openDemo(page: Page, title: string): Promise<void> {
  await openSong(page, title);
  await stage(page, /^Check/u).click();
}

test("a dozen slips are found, looked at, mended, accepted and filtered; all of it stays", async ({
  page,
}) => {
  await openDemo(page, "Crooked Stile");
  await expect(stage(page, /^Check/u)).toContainText("12 open");
  await expect(findings(page)).toHaveCount(12);

  await test.step("a mend is seen before it is done, and undone", async () => {
    await finding(page, /no unison/u).click();
    await expect(page.getByText("200 cents lie between the two strings")).toBeVisible();
    await expect(page.getByText("with the mend: bend it by 200 cents")).toBeVisible();
    await expectAccessible(page);
    await page.getByRole("button", { name: "Bend it by 200 cents" }).click();
    await expect(stage(page, /^Check/u)).toContainText("11 open");
    await expect(finding(page, /no unison/u)).toHaveCount(0);
    await page.keyboard.press("Control+z");
    await expect(stage(page, /^Check/u)).toContainText("12 open");
  });

  await test.step("one that is right as it is, is accepted with a reason, and can be opened again", async () => {
    await finding(page, /semitone apart/u).click();
    await page.getByRole("button", { name: "Accept: as on the record" }).click();
    await expect(stage(page, /^Check/u)).toContainText("11 open");
    await expectSaved(page);
    await page.reload();
    await expect(stage(page, /^Check/u)).toContainText("11 open");
    await page.getByRole("button", { name: "accepted 1" }).click();
    await finding(page, /semitone apart/u).click();
    await expect(page.getByText("accepted: as on the record")).toBeVisible();
    await page.getByRole("button", { name: "Open it again" }).click();
    await expect(stage(page, /^Check/u)).toContainText("12 open");
  });

  await test.step("groups narrow it down, and keys walk through it", async () => {
    await page.getByRole("button", { name: "accepted 0" }).click();
    await page.getByRole("button", { name: "Hand 2" }).click();
    await expect(findings(page)).toHaveCount(2);
    await page.getByRole("button", { name: "Hand 2" }).click();
    await page.keyboard.press("w");
    await page.keyboard.press("Shift+n");
    await expect(page.getByRole("button", { expanded: true })).toContainText("E mixolydian");
    await page.keyboard.press("Shift+n");
    await expect(page.getByRole("button", { expanded: true })).toContainText("Drop D");
  });

  await test.step("the strips tell of it quietly, and lead there", async () => {
    await stage(page, /^Write/u).click();
    await expect(
      phrase(page, "Lane").getByRole("option", { name: /Check has found something here/u }),
    ).toHaveCount(4);
    await phrase(page, "Stile")
      .getByRole("button", { name: /4 to look at/u })
      .click();
    await expect(page.getByRole("button", { expanded: true })).toContainText("slide down to it");
  });
});

test("a song that has just begun is not shouted at", async ({ page }) => {
  await page.goto(await newSong(page, "Only Begun"));
  await stage(page, /^Check/u).click();
  await expect(page.getByText("Say the first phrase")).toBeVisible();
  await page.keyboard.press("w");
  await say(page, "'4 E0 E3 A0");
  await callOut(page).press("Escape");
  await stage(page, /^Check/u).click();
  await expect(stage(page, /^Check/u)).toContainText("nothing open");
  // The last bar may be still in the writing: a remark, and no more.
  await expect(findings(page)).toHaveCount(1);
  await finding(page, /quarter note too short/u).click();
  await page.getByRole("button", { name: /^Fill the bar with a rest/u }).click();
  await expect(page.getByText(/Nothing to look at/u)).toBeVisible();
});

test("keys and chords are named fingered and sounding, and written over the bar", async ({
  page,
}) => {
  await openDemo(page, "Tin Roof Tuesday");
  await expect(stage(page, /^Check/u)).toContainText("nothing open");
  await checkView(page, "key and chords");
  const row = page.getByRole("row", { name: /^Drizzle · Guitar/u });
  await expect(row).toContainText("E♭ major");
  await expect(row).toContainText("C major");
  await expect(row).toContainText("all 32 notes belong");
  const chords = page.getByRole("region", { name: "Chords" });
  await expect(chords.getByRole("row", { name: /bar 2/u })).toContainText(/Cm.*Am/u);
  await chords.getByTitle("Write E♭ over the bar").first().click();
  await stage(page, /^Write/u).click();
  await expect(phrase(page, "Drizzle").getByText("E♭C shape")).toBeVisible();
});

test("the note at the cursor: degree, chord, shape, and its other name", async ({ page }) => {
  await openSaid(page, "Four Names", "'2 {Am} A0+D2+G2+B1 D1 | '1 E1+A3+D3+G2+B1+e1");
  await events(page, "Phrase A").nth(1).click();
  await stage(page, /^Check/u).click();
  const aside = page.getByRole("complementary", { name: "At the cursor" });
  await expect(aside).toContainText("over Am");
  await expect(aside).toContainText(/♯4|♭5/u);
  const before = await aside.getByRole("heading").first().innerText();
  await aside.getByRole("button", { name: "Spell it the other way" }).click();
  await expect(aside.getByRole("heading").first()).not.toHaveText(before);
  await page.keyboard.press("ArrowRight");
  await expect(aside).toContainText("the E shape at fret 1");
});

test("two parts interval by interval, and a harmony made to a line", async ({ page }) => {
  await openSaid(page, "Second Voice", "'8 A2 A3 D0 D2 D3 D2 D0 A3");
  await stage(page, /^Check/u).click();
  await checkView(page, "harmony");
  await expect(page.getByText("No other part plays in this phrase.")).toBeVisible();
  await page.getByRole("button", { name: "Make a harmony…" }).click();
  const maker = page.getByRole("region", { name: "Make a harmony" });
  await expect(maker.getByRole("status")).toContainText("every note has a place");
  await choose(maker.getByLabel("Distance"), "a sixth below");
  await choose(maker.getByLabel("Distance"), "a third above");
  await expect(maker.getByRole("option", { name: /D3/u }).first()).toBeVisible();
  await expectAccessible(page);
  await maker.getByRole("button", { name: "Write it" }).click();
  const table = page.getByRole("region", { name: "Interval by interval" });
  await expect(table.getByRole("row")).toHaveCount(9);
  await expect(page.getByText("in thirds for 100 % of them")).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.getByText("No other part plays in this phrase.")).toBeVisible();
});

test("a riff over changes is one table of degrees", async ({ page }) => {
  await openSaid(page, "Over And Over", "'8 E0 E3 A0 A2 D0 A2 A0 E3");
  await stage(page, /^Check/u).click();
  await checkView(page, "over changes");
  const chords = page.getByLabel("chords, or bare bass notes, as they sound");
  await chords.fill("Em C D7");
  const row = (name: string) => page.getByRole("row", { name: new RegExp(`^${name} `, "u") });
  await expect(row("Em")).toContainText(/1.*♭3.*4.*5/u);
  await expect(row("C")).toContainText("of 8");
  await expect(row("D7")).toHaveCount(1);
  await chords.fill("Em Q7");
  await expect(page.getByText(/“Q7” is no chord/u)).toBeVisible();
});
