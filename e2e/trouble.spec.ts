import { randomUUID } from "node:crypto";
import { expect, test } from "@playwright/test";
import { callOut, database, events, expectSaved, newSong, saveState, say } from "./studio";

test("two windows cannot overwrite each other; either version can go on", async ({
  page,
  context,
}) => {
  const address = await newSong(page, "Two Windows");
  const other = await context.newPage();
  await page.goto(address);
  await other.goto(address);
  await expect(callOut(other)).toBeVisible();
  await say(page, "E0 E3");
  await expectSaved(page);
  await say(other, "A0 A3 A5");
  await expect(other.getByText("This song was saved elsewhere in the meantime")).toBeVisible();
  await expect(events(other, "Phrase A")).toHaveCount(3);
  await other.getByRole("button", { name: "Keep this one" }).click();
  await expectSaved(other);
  await say(page, "D0");
  await expect(page.getByText("This song was saved elsewhere in the meantime")).toBeVisible();
  await page.getByRole("button", { name: "Take the saved one" }).click();
  await expect(events(page, "Phrase A")).toHaveCount(3);
  await expectSaved(page);
});

test("two windows can be merged, made two songs, or an earlier save brought back", async ({
  page,
  context,
}) => {
  const title = `One Of Two ${test.info().repeatEachIndex}`;
  const address = await newSong(page, title);
  const other = await context.newPage();
  await page.goto(address);
  await say(page, "E0 E3");
  await expectSaved(page);
  await other.goto(address);
  await expect(events(other, "Phrase A")).toHaveCount(2);
  await say(page, "D0 D2 D4");
  await expectSaved(page);
  await say(other, "A0");
  await other.getByRole("button", { name: "Merge both" }).click();
  await expect(other.getByText("Nothing stood against each other.")).toBeVisible();
  await expectSaved(other);
  await expect(other.getByRole("listbox")).toHaveCount(3);

  await say(page, "G0");
  await page.getByRole("button", { name: "Make it two songs" }).click();
  await expect(page.getByRole("listbox")).toHaveCount(3);
  await expectSaved(page);
  await page.getByRole("link", { name: "Intonazione: to the shelf" }).click();
  await expect(page.getByRole("link", { name: `${title} (other window)` })).toBeVisible();

  await other
    .getByRole("navigation", { name: "Views of Write" })
    .getByRole("button", { name: "history" })
    .click();
  const versions = other.getByRole("list", { name: "Versions" }).getByRole("button");
  await versions.filter({ hasText: "kept aside" }).first().click();
  await expect(other.getByText("Guitar played 2 phrases otherwise.")).toBeVisible();
  await other.getByRole("button", { name: "Bring this one back" }).click();
  const said = (pitch: RegExp) => other.getByRole("listbox").getByRole("option", { name: pitch });
  await expect(said(/: G3,/u)).toHaveCount(1);
  await expect(said(/: A2,/u)).toHaveCount(0);
  await other.getByRole("button", { name: "Undo" }).click();
  await expect(said(/: G3,/u)).toHaveCount(0);
  await expect(said(/: A2,/u)).toHaveCount(1);
  await expectSaved(other);
});

test("what was typed survives a reload in the middle, written or not", async ({ page }) => {
  await page.goto(await newSong(page, "Half Said"));
  await say(page, "E0 E3");
  await callOut(page).fill("A0 A2 h");
  await page.reload();
  await expect(callOut(page)).toHaveValue("A0 A2 h");
  await expect(events(page, "Phrase A")).toHaveCount(2);
});

test("leaving for the shelf and coming back loses nothing, and is no conflict", async ({
  page,
}) => {
  const title = `There and Back ${test.info().repeatEachIndex}`;
  await newSong(page, title);
  await page.goto("/");
  for (const [round, fret] of [0, 3, 5].entries()) {
    await page.getByRole("link", { name: title }).click();
    await expect(events(page, `Phrase ${"ABC"[round - 1]}`)).toHaveCount(round === 0 ? 0 : 1);
    if (round > 0) await expect(callOut(page)).toHaveValue(`E${round} h`);
    await say(page, `A${fret}`);
    await expect(events(page, `Phrase ${"ABC"[round]}`)).toHaveCount(1);
    await callOut(page).fill(`E${round + 1} h`);
    await page.getByRole("link", { name: "Intonazione: to the shelf" }).click();
    await expect(page.getByRole("heading", { name: "Shelf" })).toBeVisible();
  }
  await page.goBack();
  await expect(events(page, "Phrase C")).toHaveCount(1);
  await callOut(page).fill("");
  await say(page, "D0");
  await expectSaved(page);
  await expect(events(page, "Phrase D")).toHaveCount(1);
});

test("with the database stopped the work goes on, and is saved when it is back", async ({
  page,
}) => {
  const address = await newSong(page, "Power Cut");
  await page.goto(address);
  await say(page, "E0 E3");
  await expectSaved(page);
  await database("stop");
  try {
    await say(page, "A0 A3");
    await expect(saveState(page)).toHaveText("Kept in this browser · server away");
    await say(page, "D0 D3 D5");
    await expect(events(page, "Phrase C")).toHaveCount(3);
    // It is kept behind the next paint; somebody who is quicker finds it as being said.
    await page.evaluate(
      () => new Promise((done) => requestAnimationFrame(() => setTimeout(done, 50))),
    );
    await page.reload();
    await expect(page.getByText("everything is kept in this browser")).toBeVisible();
    await expect(events(page, "Phrase C")).toHaveCount(3);
    const shelf = await page.context().newPage();
    await shelf.goto("/");
    await expect(
      shelf.getByRole("heading", { name: "This page could not be loaded" }),
    ).toBeVisible();
    await shelf.close();
  } finally {
    await database("start");
  }
  await page.getByRole("button", { name: "Try now" }).click();
  await expectSaved(page);
  const fresh = await page.context().newPage();
  await fresh.goto(address);
  await expect(events(fresh, "Phrase C")).toHaveCount(3);
});

test("killed while a line is typed and while it is saved, the database comes back by itself", async ({
  page,
}) => {
  await page.goto(await newSong(page, "Killed"));
  await say(page, "E0 E3");
  await expectSaved(page);
  const written = ["A0 A3 A5", "D0 D2", "G0"];
  for (const [round, line] of written.entries()) {
    await callOut(page).fill(line.slice(0, 2));
    if (round === 0) await database("kill");
    await callOut(page).fill(line);
    if (round === 1) await database("kill");
    await callOut(page).press("Enter");
    // While it is on its way to the server.
    if (round === 2) {
      await expect(saveState(page)).not.toHaveText(/^Saved/u);
      await database("kill");
    }
    await expect(events(page, `Phrase ${"BCD"[round]}`)).toHaveCount(line.split(" ").length);
  }
  await expectSaved(page);
  const fresh = await page.context().newPage();
  await fresh.goto(page.url());
  for (const [round, line] of written.entries()) {
    await expect(events(fresh, `Phrase ${"BCD"[round]}`)).toHaveCount(line.split(" ").length);
  }
});

test("with the database away a second window opens the first one's copy, to be read", async ({
  page,
  context,
}) => {
  const address = await newSong(page, "Two at a Power Cut");
  await page.goto(address);
  await say(page, "E0 E3");
  await expectSaved(page);
  await database("stop");
  try {
    await say(page, "A0 A3 A5");
    await expect(saveState(page)).toHaveText("Kept in this browser · server away");
    const second = await context.newPage();
    await second.goto(address);
    await expect(second.getByText(/as another window of this browser has it/u)).toBeVisible();
    await expect(saveState(second)).toHaveText("Only to be read");
    await expect(events(second, "Phrase B")).toHaveCount(3);
    await callOut(second).fill("D0");
    await expect(callOut(second)).toHaveValue("");
    await second.close();
  } finally {
    await database("start");
  }
  // It tries again by itself, perhaps before anybody can ask for it.
  await page
    .getByRole("button", { name: "Try now" })
    .click({ timeout: 1000 })
    .catch(() => undefined);
  await expectSaved(page);
  await expect(events(page, "Phrase B")).toHaveCount(3);
});

test("an address without a song says so", async ({ page }) => {
  for (const id of [randomUUID(), "nonsense", "1' or '1'='1"]) {
    const answer = await page.goto(`/songs/${encodeURIComponent(id)}`);
    expect(answer?.status()).toBe(404);
    await expect(page.getByRole("heading", { name: "There is nothing here" })).toBeVisible();
  }
});

test("the server refuses what is no song, and says what is wrong", async ({ request }) => {
  const send = (data: unknown) => request.post("/api/songs", { data });
  expect((await send("junk")).status()).toBe(400);
  const wrong = await send({ value: { title: "" } });
  expect(wrong.status()).toBe(422);
  expect(await wrong.json()).toMatchObject({ code: "song-wrong" });
  const foreign = await request.post("/api/songs", {
    data: {},
    headers: { "Sec-Fetch-Site": "cross-site" },
  });
  expect(foreign.status()).toBe(403);
});

test("wrong input of a new song is named where it stands, and nothing typed is lost", async ({
  page,
}) => {
  await page.goto("/songs/new");
  // The form is alive once it has put the cursor into the title.
  await expect(page.getByLabel("Title", { exact: true })).toBeFocused();
  const strings = page.getByLabel("Strings, from the thickest");
  for (const [typed, message] of [
    ["E A D", /4 to 9 strings, got 3/u],
    ["E A D G H E", /“H” is no note name/u],
    ["Eb Ab Db Gb Bb Eb", /six strings, Half step down/u],
  ] as const) {
    await strings.fill(typed);
    await strings.blur();
    await expect(page.getByText(message).first()).toBeVisible();
    await expect(strings).toHaveValue(typed);
  }
  await page.getByLabel("Metre").fill("4/5");
  await page.getByLabel("Key, as it sounds").fill("X");
  await page.getByRole("button", { name: "Make the song" }).click();
  await expect(page.getByText("a song needs a title")).toBeVisible();
  await expect(page.getByText("“4/5” is no metre")).toBeVisible();
  await expect(page.getByText("“X” is no key")).toBeVisible();
  await expect(page).toHaveURL(/songs\/new/u);
});

test("junk and a huge paste are refused in words; a lame tablature keeps what can be read", async ({
  page,
}) => {
  await page.goto("/songs/new?from=tablature");
  const field = page.getByLabel(/^Tablature:/u);
  const make = page.getByRole("button", { name: "Make a song of it" });
  const paste = (text: string) =>
    field.evaluate((area: HTMLTextAreaElement, value) => {
      area.select();
      const clipboardData = new DataTransfer();
      clipboardData.setData("text/plain", value);
      const event = new ClipboardEvent("paste", { clipboardData, bubbles: true, cancelable: true });
      // A made-up event pastes nothing by itself.
      if (area.dispatchEvent(event)) document.execCommand("insertText", false, value);
    }, text);
  await expect(field).toBeEnabled();
  await paste("e|---0---|\n".repeat(500_000));
  await expect(
    page.getByText(/^5,500,000 characters: a tablature has at most 1,000,000/u),
  ).toBeVisible();
  await expect(make).toBeDisabled();
  await paste(`\u0000\u0001PK\u0003\u0004${"\ufffd\u0002".repeat(500)}`);
  await expect(page.getByText("this is no text: expected plain-text tablature")).toBeVisible();
  await paste("e|-0-41-|\nB|------|\nG|-2----|\nD|------|\nA|------|\nE|------|");
  await expect(page.getByText("fret must be 0–24, got 41")).toBeVisible();
  await make.click();
  await expect(page.getByRole("listbox").getByRole("option").first()).toHaveAccessibleName(
    /E4.*G string, fret 2|A3.*E4/u,
  );
});

test("an earlier version is named, and keeps its name", async ({ page }) => {
  await page.goto(await newSong(page, "Named Once"));
  await say(page, "E0 E3");
  await expectSaved(page);
  const history = page
    .getByRole("navigation", { name: "Views of Write" })
    .getByRole("button", { name: "history" });
  await history.click();
  const versions = page.getByRole("list", { name: "Versions" }).getByRole("button");
  await versions.first().click();
  await page.getByLabel("Name of this version").fill("for the gig");
  await page.keyboard.press("Enter");
  await expect(versions.filter({ hasText: "for the gig" })).toHaveCount(1);
  await page.reload();
  await history.click();
  await expect(versions.filter({ hasText: "for the gig" })).toHaveCount(1);
});
