import { expect, type Page, test } from "@playwright/test";
import {
  callOut,
  events,
  expectAccessibleInBoth,
  newSong,
  openSong,
  refusedByPolicy,
  say,
  turnTo,
} from "./studio";

type Look = () => Promise<void>;

/** The views of the studio in groups of a handful: each look at a view takes seconds. */
const ROOMS: Record<string, (page: Page, look: Look) => Promise<void>> = {
  "shelf and new song": async (page, look) => {
    await page.goto("/");
    await look();
    await page.goto("/?find=nothing-is-called-this");
    await look();
    await page.goto("/songs/new");
    await page.getByRole("button", { name: "Make the song" }).click();
    await look();
    await page.goto("/songs/new?from=tablature");
    await page.getByLabel(/^Tablature:/u).fill("G|-0-Q-|\nD|-----|\nA|-----|\nE|-----|");
    await expect(page.getByText("“Q” was not read")).toBeVisible();
    await look();
  },
  Listen: async (page, look) => {
    await page.goto(`${await newSong(page, "Nothing to hear")}?stage=listen`);
    await expect(page.getByText("No take on the bench yet")).toBeVisible();
    await look();
    await openSong(page, "Lock Gate Lanterns");
    await page.getByRole("button", { name: /^Listen/u }).click();
    await expect(page.getByText(/The take is −2\d c/u)).toBeVisible();
    await page.keyboard.press("x");
    await page.getByRole("button", { name: "Pitch, octave and steps" }).click();
    await look();
    await page.keyboard.press("Escape");
    await page.keyboard.press("Control+z");
  },
  Write: async (page, look) => {
    await openSong(page, "Tin Roof Tuesday");
    await events(page, "Drizzle").nth(2).click();
    await page.getByRole("button", { name: "Lanes" }).click();
    for (const lane of ["value", "finger", "degree", "staff"]) {
      await page.getByRole("checkbox", { name: lane, exact: true }).check();
    }
    await page.keyboard.press("Escape");
    await callOut(page).fill("E0 Q5 A3h5");
    await look();
    await page.getByRole("button", { name: "Click, backing, steps and volumes" }).click();
    await expect(page.getByText("A loop gets faster")).toBeVisible();
    await look();
    await page.keyboard.press("Escape");
    for (const view of ["form", "versions", "history"]) {
      await turnTo(page, view);
      await look();
    }
  },
  "Set up and rack": async (page, look) => {
    await openSong(page, "Tin Roof Tuesday");
    await page.getByRole("button", { name: /^Set up/u }).click();
    await page.getByLabel("Tuning", { exact: true }).fill("new standard");
    await look();
    for (const view of ["capo", "strings", "tune up", "the song"]) {
      await turnTo(page, view);
      if (view === "tune up") await page.getByRole("button", { name: "Bench guitar" }).click();
      await look();
    }
    await page.goto("/rack");
    await page.getByLabel("Frets", { exact: true }).fill("0");
    await expect(page.getByText("1 to 36 frets")).toBeVisible();
    await look();
  },
  Place: async (page, look) => {
    await openSong(page, "Tin Roof Tuesday");
    await page.getByRole("button", { name: /^Place/u }).click();
    await turnTo(page, "move to");
    await page.getByLabel("Strings, from the thickest").fill("E1 A1 D2 G2");
    await expect(page.getByText(/notes have no place there/u)).toBeVisible();
    await look();
    for (const view of ["places", "ways", "side by side"]) {
      await turnTo(page, view);
      await look();
    }
  },
  "Check and palette": async (page, look) => {
    await openSong(page, "Crooked Stile");
    await page.getByRole("button", { name: /^Check/u }).click();
    await page.getByRole("button", { name: /too wide for one hand/u }).click();
    await expect(page.getByText("Stretches, long bends")).toBeVisible();
    await look();
    for (const view of ["key and chords", "harmony", "over changes"]) {
      await turnTo(page, view);
      await look();
    }
    await page.keyboard.press("Control+k");
    await expect(page.getByPlaceholder("What do you want to do?")).toBeVisible();
    await look();
  },
};

for (const [room, visit] of Object.entries(ROOMS)) {
  test(`${room} passes the accessibility rules in both themes`, async ({ page }) => {
    test.setTimeout(120_000);
    const refused = await refusedByPolicy(page);
    await page.addInitScript(() => localStorage.setItem("intonazione-theme", "day"));
    await visit(page, () => expectAccessibleInBoth(page));
    expect(refused()).toEqual([]);
  });
}

test("a phrase is written, walked, placed and said anew by keyboard alone", async ({ page }) => {
  await page.goto(await newSong(page, "No Mouse"));
  await expect(callOut(page)).toBeVisible();
  await page.keyboard.press("s");
  await page.keyboard.type("E3 A2+D0 A3");
  await page.keyboard.press("Enter");
  await expect(events(page, "Phrase A")).toHaveCount(3);
  await page.keyboard.press("Escape");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("c");
  await expect(page.getByRole("heading", { name: "D3, D string, open" })).toBeVisible();
  await page.keyboard.press("l");
  await page.keyboard.press("1");
  await expect(page.getByRole("heading", { name: "D3, E string, fret 10" })).toBeVisible();
  await page.keyboard.press("e");
  await expect(callOut(page)).toHaveValue("'8 E3 A2+E10! A3");
  await page.keyboard.type(" D0v");
  await page.keyboard.press("Enter");
  await expect(events(page, "Phrase A")).toHaveCount(4);
  await page.keyboard.press("Control+k");
  await page.keyboard.type("undo");
  await page.keyboard.press("Enter");
  await expect(events(page, "Phrase A")).toHaveCount(3);
});

test("the neck is an input: a click says the place in the call-out line", async ({ page }) => {
  await page.goto(await newSong(page, "By Hand"));
  const neck = page.getByRole("group", { name: "Neck of Guitar" });
  const box = (await neck.boundingBox())!;
  await neck.click({ position: { x: 30, y: 10 } });
  await neck.click({ position: { x: 85, y: box.height / 2 } });
  await expect(callOut(page)).toHaveValue(/^[GD]0$/u);
  await say(page, await callOut(page).inputValue());
  await expect(events(page, "Phrase A")).toHaveCount(1);
});

test("it can be used on a small screen", async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 700 });
  await openSong(page, "Chalk Line");
  await expect(page.getByRole("listbox").getByRole("option").first()).toBeVisible();
  await expect(page.getByRole("button", { name: "Commands" })).toBeInViewport({ ratio: 1 });
  await expect(page.getByRole("group", { name: /^Neck of/u })).toBeInViewport({ ratio: 0.95 });
  const overflow = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(overflow).toBe(0);
});
