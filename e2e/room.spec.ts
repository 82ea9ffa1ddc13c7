import { expect, test, type Locator, type Page } from "@playwright/test";
import { events, newSong, openSong, say, turnTo } from "./studio";

/** Room for the music: what folds, what stands side by side, and that nothing lies over anything. */

const panel = (page: Page) => page.getByRole("complementary", { name: "At the cursor" });
const neck = (page: Page) => page.getByRole("group", { name: /^Neck of/u });

/** How many rows of strips can be seen as a whole. */
function rowsInSight(page: Page): Promise<number> {
  return page.locator("#strips").evaluate((strips) => {
    const sight = strips.getBoundingClientRect();
    const rows = [...strips.querySelectorAll("[role=listbox] svg")];
    return rows.filter((row) => {
      const { top, bottom } = row.getBoundingClientRect();
      return top >= sight.top - 1 && bottom <= sight.bottom + 1;
    }).length;
  });
}

async function boxOf(part: Locator) {
  const box = await part.boundingBox();
  if (!box) throw new Error("it is not there");
  return box;
}

test("panel and neck fold by a key, are remembered, and give their room to the music", async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(await newSong(page, "Five Rows"));
  for (const _ of [1, 2, 3, 4, 5]) {
    await say(
      page,
      "'8 E0 E3 A2 A0 D2 D0 A2 A3 | E0 E3 A2 A0 D2 D0 A2 A3 | E0 E3 A2 A0 D2 D0 A2 A3",
    );
  }
  await expect(page.getByRole("region", { name: /^E, / })).toBeAttached();
  await page.keyboard.press("Escape");
  await page.locator("#strips").evaluate((strips) => strips.scrollTo(0, 0));
  expect(await rowsInSight(page)).toBeGreaterThanOrEqual(3);
  await expect(panel(page)).toBeVisible();
  await page.keyboard.press("Shift+D");
  await expect(panel(page)).toBeHidden();
  await page.keyboard.press("Shift+G");
  await expect(neck(page)).toBeHidden();
  await expect.poll(() => rowsInSight(page)).toBeGreaterThanOrEqual(5);
  await page.reload();
  await expect(events(page, "Phrase A").first()).toBeVisible();
  await expect(panel(page)).toBeHidden();
  await expect(neck(page)).toBeHidden();
  await page.keyboard.press("Shift+G");
  await expect(neck(page)).toBeVisible();
  // A key that needs the panel brings it back.
  await events(page, "Phrase A").first().click();
  await page.keyboard.press("Shift+Enter");
  await expect(page.getByLabel("said", { exact: true })).toBeFocused();
  await page.reload();
  await expect(panel(page)).toBeVisible();
});

test("views are turned and compared by keys", async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openSong(page, "Lock Gate Lanterns");
  await expect(events(page, "Opening").first()).toBeVisible();
  await page.keyboard.press("l");
  await page.keyboard.press(">");
  const ways = page.getByRole("article", { name: /^Way \d/u });
  await expect(ways.first()).toContainText("✓ as it stands");
  await page.keyboard.press("2");
  await expect(ways.nth(1)).toContainText("✓ as it stands");
  await page.keyboard.press("Control+z");
  await expect(ways.first()).toContainText("✓ as it stands");
  await page.keyboard.press(">");
  const side = page.getByRole("region", { name: "Side by side" });
  for (const digit of ["3", "4", "5", "6"]) await page.keyboard.press(digit);
  await expect(side.getByText(/^difficulty \d/u)).toHaveCount(6);
  // All six can be seen at once, above and below what they are compared with.
  for (const set of await side.getByRole("article").all()) {
    await expect(set).toBeInViewport({ ratio: 1 });
    await expect(set.getByRole("group")).not.toHaveCount(0);
  }
  await page.keyboard.press("6");
  await expect(side.getByRole("article")).toHaveCount(5);
  await page.keyboard.press(">");
  await expect(page.getByRole("region", { name: "Move to…" })).toBeVisible();
  await page.keyboard.press("<");
  await page.keyboard.press("<");
  await page.keyboard.press("<");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("1");
  await expect(page.getByText("pinned: nothing moves it but you")).toBeVisible();
  // A list that opens keeps the keys to itself, closed and open: no view is turned by them.
  const range = page.getByRole("combobox", { name: "What is played" });
  await range.focus();
  for (const key of ["w", "Enter", "w", "ArrowDown", "ArrowDown", "Enter"]) {
    await page.keyboard.press(key);
  }
  await expect(range).toHaveText("the song");
  await expect(page.getByRole("navigation", { name: "Views of Place" })).toBeVisible();
  await expect(page.getByRole("dialog")).toHaveCount(0);
});

test("nothing lies over anything on a small screen, in any view", async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 700 });
  await openSong(page, "Brass Kettle");
  await events(page, "Walk").first().click();
  for (const stage of ["Set up", "Write", "Place", "Check"]) {
    await page.getByRole("button", { name: new RegExp(`^${stage}`, "u") }).click();
    const views = page.getByRole("navigation", { name: `Views of ${stage}` });
    for (const name of await views.getByRole("button").allTextContents()) {
      await turnTo(page, name);
      const [head, bar, strips, foot] = await Promise.all([
        boxOf(page.getByRole("banner")),
        boxOf(page.getByRole("group", { name: "Playback" })),
        boxOf(page.locator("#strips")),
        boxOf(neck(page)),
      ]);
      const last = await boxOf(views.getByRole("button").last());
      expect(last.x + last.width).toBeLessThanOrEqual(bar.x);
      expect(head.y + head.height).toBeLessThanOrEqual(bar.y + 1);
      expect(bar.y + bar.height).toBeLessThanOrEqual(strips.y + 1);
      expect(strips.y + strips.height).toBeLessThanOrEqual(foot.y + 1);
      const stages = await boxOf(page.getByRole("navigation", { name: "Stages" }));
      const title = await boxOf(page.getByRole("heading", { level: 1 }));
      expect(title.x + title.width).toBeLessThanOrEqual(stages.x + 1);
      const width = await page.evaluate(() => document.documentElement.scrollWidth);
      expect(width).toBe(1024);
    }
  }
});
