import { expect, test, type Locator, type Page } from "@playwright/test";
import { expectAccessible, newSong, openSaid, expectSaved, choose } from "./studio";

const card = (page: Page, title: string) => page.getByRole("article", { name: title, exact: true });
/** A card holds a list of its own: only those of the shelf are meant. */
const cards = (page: Page) =>
  page.getByRole("list", { name: "Songs" }).locator("> [role=listitem]");
const find = (page: Page) => page.getByLabel("Find songs");
const done = (page: Page, words: string | RegExp) => page.getByRole("status").getByText(words);

/** Songs of one test, told from all others by a word in their titles. */
async function someSongs(page: Page, word: string, count: number): Promise<void> {
  for (let number = 1; number <= count; number++) await newSong(page, `${word} ${number}`);
}

/** A slow network: the focus is there before the page's scripts are. */
async function reloadFocusedEarly(page: Page, link: Locator): Promise<void> {
  let letIn = () => {};
  const letting = new Promise<void>((resolve) => (letIn = resolve));
  await page.route("**/*.js", async (route) => {
    await letting;
    await route.continue();
  });
  await page.reload({ waitUntil: "commit" });
  await link.focus();
  letIn();
  await page.waitForLoadState("networkidle");
  await page.unroute("**/*.js");
}

test("a card shows the music, the set-up and how hard it is", async ({ page }) => {
  await page.goto("/?find=kettle");
  const kettle = card(page, "Brass Kettle");
  await expect(kettle.getByText("sounds in E♭ minor · ♩ = 112 · 13 bars")).toBeVisible();
  await expect(kettle.getByText(/difficulty \d\.\d/u)).toBeVisible();
  await expect(kettle.getByText("Half step down", { exact: true })).toBeVisible();
  // The first figures are those of the first bars.
  await expect(kettle.locator("svg text").first()).toHaveText("3");
});

test("songs are found in words or by choices, while typing, and the address keeps it", async ({
  page,
}) => {
  await page.goto("/");
  await find(page).fill("drop D, slide, under 110");
  await expect(page.getByRole("list", { name: "Looked for" }).getByRole("listitem")).toHaveText([
    "tuningDrop D",
    "playsslide",
    "tempounder 110",
  ]);
  await expect(card(page, "Lock Gate Lanterns")).toBeVisible();
  await expect(card(page, "Chalk Line")).toHaveCount(0);
  await expect(page).toHaveURL(/\?find=drop\+D%2C\+slide%2C\+under\+110$/u);
  await page.reload();
  await expect(find(page)).toHaveValue("drop D, slide, under 110");
  await expect(card(page, "Lock Gate Lanterns")).toBeVisible();
  await page.getByRole("button", { name: "Do not look for Drop D" }).click();
  await expect(find(page)).toHaveValue("slide, under 110");

  await find(page).fill("");
  await page.getByRole("button", { name: "Choices" }).click();
  await page.getByRole("button", { name: "capo", exact: true }).click();
  await page.getByRole("button", { name: "110–140" }).click();
  await page.keyboard.press("Escape");
  await expect(find(page)).toHaveValue("capo, 110–140");
  await expect(card(page, "Tin Roof Tuesday")).toBeVisible();
  await expect(card(page, "Brass Kettle")).toHaveCount(0);

  // What is understood as something else can be meant as a title.
  await find(page).fill("drop D");
  await page.getByRole("button", { name: "Drop D", exact: true }).click();
  await expect(find(page)).toHaveValue('"drop D"');
  await expect(page.getByRole("heading", { name: "No song is like that" })).toBeVisible();
  await page.getByRole("button", { name: "Show all songs" }).click();
  await expect(find(page)).toHaveValue("");
  await expect(cards(page).nth(5)).toBeVisible();
  await choose(page.getByLabel("Order"), "by tempo");
  await expect(page).toHaveURL(/\?sort=tempo$/u);
});

test("state, copy, title and bin by keys alone, each undone", async ({ page }) => {
  await someSongs(page, "Keyed", 3);
  await page.goto("/?find=keyed&sort=title");
  await expect(cards(page)).toHaveCount(3);
  await page.keyboard.press("/");
  await expect(find(page)).toBeFocused();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("link", { name: "Keyed 1" })).toBeFocused();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("3");
  await expect(card(page, "Keyed 2").getByRole("button", { name: "State: ready" })).toBeVisible();
  // Shown at once, it can be taken back as soon as the server knows of it.
  await expect(done(page, "Keyed 2: ready")).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(card(page, "Keyed 2").getByRole("button", { name: "State: in work" })).toBeVisible();

  await page.keyboard.press("F2");
  await page.getByLabel("Title").fill("Keyed 2, renamed");
  await page.keyboard.press("Enter");
  await expect(card(page, "Keyed 2, renamed")).toBeVisible();
  await reloadFocusedEarly(page, page.getByRole("link", { name: "Keyed 2, renamed" }));
  await page.keyboard.press("c");
  await expect(card(page, "Keyed 2, renamed (copy)")).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(card(page, "Keyed 2, renamed (copy)")).toHaveCount(0);

  await page.getByRole("link", { name: "Keyed 1" }).focus();
  await page.keyboard.press("x");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("x");
  await expect(page.getByText("2 songs selected")).toBeVisible();
  await page.keyboard.press("Delete");
  await expect(cards(page)).toHaveCount(1);
  await expect(done(page, "2 songs: in the bin, for 30 days")).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(cards(page)).toHaveCount(3);
});

test("collections: made, filled, ordered by keys and by drawing, dissolved and back", async ({
  page,
}) => {
  await someSongs(page, "Course", 3);
  await page.goto("/?find=course&sort=title");
  await expect(cards(page)).toHaveCount(3);
  const name = `Autumn ${test.info().repeatEachIndex}`;
  const rail = page.getByRole("navigation", { name: "Collections" });
  // A step beyond the last card moves nothing, and takes the focus from nowhere later on.
  await cards(page).last().getByRole("link").focus();
  await page.keyboard.press("ArrowRight");
  await rail.getByRole("button", { name: "New collection" }).click();
  await page.getByLabel("Name of the collection").fill(name);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: `Nothing is in ${name} yet` })).toBeVisible();
  await page.goto("/?find=course&sort=title");
  await page.getByRole("checkbox", { name: "Select Course 1" }).click();
  await page.getByRole("checkbox", { name: "Select Course 3" }).click({ modifiers: ["Shift"] });
  await page.getByRole("button", { name: "Add to a collection" }).click();
  await page.getByRole("menuitem", { name }).click();
  await expect(done(page, `3 songs: in ${name}`)).toBeVisible();
  await rail.getByRole("button", { name: new RegExp(`^${name}`, "u") }).click();
  const order = async () => cards(page).getByRole("heading").allTextContents();
  await expect.poll(order).toEqual(["Course 1", "Course 2", "Course 3"]);

  await page.getByRole("link", { name: "Course 3" }).focus();
  await page.keyboard.press("Alt+ArrowLeft");
  await expect.poll(order).toEqual(["Course 1", "Course 3", "Course 2"]);
  await expect(page.getByRole("link", { name: "Course 3" })).toBeFocused();
  await card(page, "Course 2").dragTo(card(page, "Course 1"));
  await expect.poll(order).toEqual(["Course 2", "Course 1", "Course 3"]);
  await page.reload();
  await expect.poll(order).toEqual(["Course 2", "Course 1", "Course 3"]);

  await page.getByRole("button", { name: `Dissolve the collection ${name}` }).click();
  await expect(rail.getByRole("button", { name: new RegExp(`^${name}`, "u") })).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).click();
  await rail.getByRole("button", { name: new RegExp(`^${name}`, "u") }).click();
  await expect.poll(order).toEqual(["Course 2", "Course 1", "Course 3"]);
  await expectAccessible(page);
});

test("a song comes back from the bin with its versions, or is gone for good", async ({ page }) => {
  await openSaid(page, "Binned", "E0 E3 A0");
  await expectSaved(page);
  await page.goto("/?find=binned");
  await card(page, "Binned").getByRole("button", { name: "More with Binned" }).click();
  await page.getByRole("menuitem", { name: /^Into the bin/u }).click();
  await expect(page.getByRole("heading", { name: "No song is like that" })).toBeVisible();
  await page.getByRole("button", { name: "Bin", exact: true }).click();
  await expect(card(page, "Binned").getByText(/^in the bin since/u)).toBeVisible();
  await expectAccessible(page);
  await card(page, "Binned").getByRole("button", { name: "Bring back" }).click();
  await page.goto("/?find=binned");
  await page.getByRole("link", { name: "Binned" }).click();
  await page
    .getByRole("navigation", { name: "Views of Write" })
    .getByRole("button", { name: "history" })
    .click();
  await expect(page.getByRole("list", { name: "Versions" }).getByRole("button")).toHaveCount(2);

  await page.goto("/?find=binned");
  await page.getByRole("link", { name: "Binned" }).focus();
  await page.keyboard.press("Delete");
  await page.goto("/?in=bin");
  await page.getByRole("button", { name: "Empty the bin" }).click();
  await page.getByRole("button", { name: /gone for good: empty it$/u }).click();
  await expect(page.getByRole("heading", { name: "The bin is empty" })).toBeVisible();
});

test("many songs: keys lead to those that are not drawn yet", async ({ page }) => {
  const count = 24;
  await someSongs(page, "Many", count);
  await page.goto("/?find=many&sort=title");
  await expect(page.getByText(`${count} songs`)).toBeVisible();
  expect(await cards(page).count()).toBeLessThan(count);
  await cards(page).getByRole("link").first().focus();
  await page.keyboard.press("End");
  const last = page.locator(`[aria-posinset="${count}"]`);
  await expect(last.getByRole("link")).toBeFocused();
  await page.keyboard.press("Home");
  await expect(page.locator('[aria-posinset="1"]').getByRole("link")).toBeFocused();
});

test("with the database stopped the shelf says so, and goes on when it is back", async ({
  page,
}) => {
  await someSongs(page, "Steady", 1);
  await page.goto("/?find=steady");
  await page.route("**/api/shelf/songs", (route) =>
    route.fulfill({ status: 503, json: { code: "database-unreachable", message: "away" } }),
  );
  await page.getByRole("link", { name: "Steady 1" }).focus();
  await page.keyboard.press("3");
  await expect(page.getByText(/database does not answer/u)).toBeVisible();
  await page.unroute("**/api/shelf/songs");
  await page.keyboard.press("4");
  await expect(card(page, "Steady 1").getByRole("button", { name: "State: taught" })).toBeVisible();
});
