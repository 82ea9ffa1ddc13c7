import { expect, test } from "@playwright/test";
import {
  callOut,
  events,
  expectAccessible,
  expectSaved,
  newSong,
  openSaid,
  phrase,
  say,
} from "./studio";

test("a phrase is written on the strip by keyboard alone, and undone to the opening", async ({
  page,
}) => {
  await page.goto(await newSong(page, "Keys Only"));
  await expect(callOut(page)).toBeVisible();
  await page.keyboard.press("s");
  await page.keyboard.type("'8 E0");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Escape");
  await expect(events(page, "Phrase A")).toHaveCount(1);
  const said = page.getByRole("textbox", { name: "said" });
  await expect(said).toHaveValue("'8 E0");

  // Five strings down to the E string, then frets that make events of their own.
  for (let step = 0; step < 5; step++) await page.keyboard.press("ArrowDown");
  await page.keyboard.press("i");
  await page.keyboard.type("3", { delay: 800 });
  await page.keyboard.press("h");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.type("12");
  await page.keyboard.press("b");
  await page.keyboard.press("]");
  await expect(said).toHaveValue("'4 A12b1");
  await expect(events(page, "Phrase A")).toHaveCount(3);
  await expect(events(page, "Phrase A").nth(1)).toHaveAccessibleName(
    "bar 1: G2, E string, fret 3, hammered on, eighth note",
  );

  // The first two, copied behind the last; then the field says the event anew.
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("Shift+ArrowLeft");
  await page.keyboard.press("=");
  await expect(events(page, "Phrase A")).toHaveCount(5);
  await said.fill("'8 pm[D2.acc]");
  await said.press("Enter");
  await expect(page.getByRole("button", { name: "palm mute", pressed: true })).toBeVisible();
  await said.fill("'8 D99");
  await said.press("Enter");
  await expect(page.getByText("fret must be 0–22, got 99")).toBeVisible();
  await said.press("Escape");

  const undo = page.getByRole("button", { name: "Undo" });
  await expect(undo).toBeEnabled();
  while (await undo.isEnabled()) await page.keyboard.press("Control+z");
  await expect(page.getByRole("heading", { name: "Say the first phrase" })).toBeVisible();
  while (await page.getByRole("button", { name: "Redo" }).isEnabled())
    await page.keyboard.press("Control+Shift+z");
  await expect(events(page, "Phrase A")).toHaveCount(5);
  await expectSaved(page);
});

test("metre, pick-up, chords, two voices and words stand on the strip; a reload loses none", async ({
  page,
}) => {
  await page.goto(await newSong(page, "All At Once"));
  await say(
    page,
    "from 4& '8 E0 | {Em} \"softly\" '8t E0 G0 B0 '4 A0 D2 ~ | in 7/8 at 72 under['2 E0 '4. E0] {Am@3} '8 A0 A2 D2 G2 B1 A2.harmm A0",
  );
  await expect(page.getByText(/column \d+/u)).toBeVisible();
  await callOut(page).fill(
    "from 4& '8 E0 | {Em} \"softly\" '8t E0 G0 B0 '4 A0 D2 ~ | in 7/8 at 72 under['2 E0 '4. E0] {Am@3} '8 A0 A2 D2 G2 B1 A12.harm A0",
  );
  await page.reload();
  await expect(callOut(page)).toHaveValue(/A12\.harm A0$/u);
  await callOut(page).press("Enter");
  const strip = phrase(page, "Phrase A");
  for (const text of ["Em", "softly", "from 4&", "7/8 · ♩ = 72", "Am", "voice 2"]) {
    await expect(strip.getByText(text, { exact: true })).toBeVisible();
  }
  await expect(strip.getByText("‹12›")).toBeVisible();
  // The staff is engraved only when it is asked for, and has a head for every event.
  await page.getByRole("button", { name: "Lanes" }).click();
  await page.getByRole("checkbox", { name: "staff", exact: true }).check();
  await page.keyboard.press("Escape");
  await expect(strip.locator(".staff .vf-stavenote")).toHaveCount(16);
  await expectSaved(page);
  await page.reload();
  await expect(strip.getByText("7/8 · ♩ = 72", { exact: true })).toBeVisible();
  await expect(strip.getByRole("option")).toHaveCount(16);
});

test("a bar said as another one is kept so: mended together by keyboard, or told to differ", async ({
  page,
}) => {
  await page.goto(await newSong(page, "Kept Together"));
  await say(page, "A0 2 3 5 | =1+3");
  const strip = phrase(page, "Phrase A");
  await expect(strip.getByText("= bar 1, +3")).toBeVisible();
  const last = events(page, "Phrase A").last();
  await expect(last).toHaveAccessibleName(/fret 8/u);

  // The last note of bar 1 lies a fret higher now: bar 2 is asked for, and follows.
  await callOut(page).press("Escape");
  await events(page, "Phrase A").nth(3).click();
  await page.keyboard.press("7");
  await expect(strip.getByText("≠ bar 1, +3")).toBeVisible();
  const asked = page.getByRole("region", { name: "Whether bar 2 follows bar 1" });
  await expectAccessible(page);
  await page.keyboard.press("Shift+A");
  await page.keyboard.press("1");
  await expect(asked).toBeHidden();
  await expect(last).toHaveAccessibleName(/fret 10/u);
  await expect(strip.getByText("= bar 1, +3")).toBeVisible();

  // The other way round, and then neither.
  await last.click();
  await page.keyboard.press("8");
  await page.keyboard.press("Shift+A");
  await page.keyboard.press("2");
  await expect(events(page, "Phrase A").nth(3)).toHaveAccessibleName(/fret 5/u);
  await last.click();
  await page.keyboard.press("9");
  await page.keyboard.press("Shift+A");
  await page.keyboard.press("3");
  await expect(asked).toBeHidden();
  await expectSaved(page);
  await page.reload();
  await expect(strip.getByText("≠ bar 1, +3")).toBeVisible();
  await expect(asked).toBeHidden();
});

test("the form is said in a line, and a line has other versions", async ({ page }) => {
  await page.goto(await newSong(page, "Round And Round"));
  await say(page, "'8 E0 E3h5 A2 '2 A0");
  await say(page, "'1 E0");
  const views = page.getByRole("navigation", { name: "Views of Write" });
  await views.getByRole("button", { name: "form" }).click();
  const form = page.getByRole("textbox", { name: "How it is played" });
  await form.fill("Verse: A x3 [3: B] Q");
  await expect(page.getByText(/column 20: “Q”: expected a phrase, A to B/u)).toBeVisible();
  await form.fill("Verse: A x3 [3: B]");
  await form.press("Enter");
  await expect(page.getByText("From beginning to end: 4 bars, 0:11")).toBeVisible();
  await page.getByRole("button", { name: "Twelve bars", exact: true }).click();
  await expect(phrase(page, "Twelve bars").getByText("Em7").first()).toBeVisible();

  await phrase(page, "Phrase A").getByRole("option").first().click();
  await views.getByRole("button", { name: "versions" }).click();
  await page.getByRole("button", { name: "every note picked" }).click();
  const picked = page.getByRole("article", { name: "every note picked" });
  await expect(picked.getByText("1 event differs")).toBeVisible();
  await picked.getByRole("textbox", { name: "Why it is there" }).fill("for a clean attack");
  await picked.getByRole("button", { name: "Choose this one" }).click();
  await expect(page.getByText("stands in the song and on the hand-out")).toHaveCount(1);
  await views.getByRole("button", { name: "strips" }).click();
  await expect(phrase(page, "Phrase A").getByRole("option").nth(2)).not.toHaveAccessibleName(
    /hammered/u,
  );
  await expectSaved(page);
});

test("what is written is heard: the cursor follows, a loop goes round, the end stops it", async ({
  page,
}) => {
  await openSaid(page, "Hear It", "'4 E0 E3 A0 A2 | '2 A0 E0");
  const playback = page.getByRole("group", { name: "Playback" });
  const selected = events(page, "Phrase A").and(page.locator('[aria-selected="true"]'));
  await page.keyboard.press("Home");
  await page.keyboard.press("Space");
  await expect(playback.getByRole("button", { name: "Stop" })).toBeVisible();
  for (const name of [/^bar 1: G2/u, /^bar 1: B2/u, /^bar 2: A2/u]) {
    await expect(selected).toHaveAccessibleName(name);
  }
  // Two bars at 90 a minute last less than six seconds.
  await expect(playback.getByRole("button", { name: "Play" })).toBeVisible();

  await playback.getByRole("button", { name: "Loop" }).click();
  await playback.getByRole("slider", { name: "Tempo in per cent" }).fill("150");
  await playback.getByRole("button", { name: "Click, backing, steps and volumes" }).click();
  await page.getByRole("checkbox", { name: "count a bar in" }).check();
  await page.getByRole("spinbutton", { name: "Rounds a step" }).fill("1");
  await page.keyboard.press("Escape");
  await playback.getByRole("button", { name: "Play" }).click();
  await expect(playback.getByText("counting in")).toBeVisible();
  await expect(playback.getByText("round 2, 150 %")).toBeVisible();
  await playback.getByRole("button", { name: "Stop" }).click();
  await expect(playback.getByRole("button", { name: "Play" })).toBeVisible();
});

test("a song is rendered into a sound file", async ({ page }) => {
  await page.goto(await newSong(page, "Take Away"));
  await say(page, "'4 E0 E3 A0 A2");
  await page.getByRole("button", { name: "Click, backing, steps and volumes" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "The song as a sound file (.wav)" }).click();
  expect((await download).suggestedFilename()).toBe("Take Away.wav");
});
