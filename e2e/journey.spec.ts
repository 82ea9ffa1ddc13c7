import { readFile } from "node:fs/promises";
import { readSongJson } from "@intonazione/core/formats/json";
import { expect, test } from "@playwright/test";
import { callOut, events, expectSaved, phrase, rings, openSong, choose } from "./studio";

const PASTED = `Rope Walk

G|-----------------|-----------------|
D|-----------2-4---|-----------2-0---|
A|---2-4-5-------5-|-5-4-2-------Z-4-|
E|-0---------------|-0---------------|
`;

test("a teacher does the whole job once: called out, placed, moved, handed out", async ({
  page,
}) => {
  await page.goto("/?find=lanterns");
  await expect(page.getByRole("link", { name: "Lock Gate Lanterns" })).toBeVisible();
  await page.goto("/");

  await test.step("a new song with a typed tuning and a capo", async () => {
    await page.getByRole("link", { name: "New song" }).click();
    await page.getByLabel("Title", { exact: true }).fill("Copper Weather");
    await page.getByLabel("Tempo").fill("88");
    await page.getByLabel("Key, as it sounds").fill("F# minor");
    await page.getByLabel("Strings, from the thickest").fill("D A D G B E");
    await page.getByLabel("Capo").fill("2");
    await expect(page.getByText("D2 A2 D3 G3 B3 E4 · Guitar, six strings, Drop D")).toBeVisible();
    await page.getByRole("button", { name: "Make the song" }).click();
    await expect(page.getByRole("heading", { name: "Copper Weather" })).toBeVisible();
    await expect(page.getByText("sounds in F♯ minor, fingered in E minor")).toBeVisible();
  });

  await test.step("a phrase is called out; the strip draws itself, a slip is shown at its column", async () => {
    await callOut(page).fill("'8 pm[E0 E0] A2h4 Q");
    await expect(events(page, "being said")).toHaveCount(4);
    await expect(page.getByText(/^column 19: .*expected a string/u)).toBeVisible();
    await callOut(page).press("Enter");
    await expect(callOut(page)).toHaveValue("'8 pm[E0 E0] A2h4 Q");
    await callOut(page).fill("'8 pm[E0 E0] A2h4 D2+G2 Dx 'q D: 0 | '2 A2 '4 -");
    await callOut(page).press("Enter");
    await expect(callOut(page)).toHaveValue("");
    await expect(events(page, "Phrase A")).toHaveCount(9);
    await expect(phrase(page, "Phrase A").getByText("quarter too short")).toBeVisible();
    await expect(events(page, "Phrase A").first()).toHaveAccessibleName(
      "bar 1: E2, E string, open, palm muted, eighth note",
    );
  });

  await test.step("count, tablature and both names stand in their lanes", async () => {
    const strip = phrase(page, "Phrase A");
    for (const lane of ["count", "sounds", "fingered"]) {
      await expect(strip.getByText(lane, { exact: true }).first()).toBeVisible();
    }
    await expect(strip.getByText("&", { exact: true })).toHaveCount(3);
  });

  await test.step("arrow keys walk; a ring's key moves the note and pins it", async () => {
    await callOut(page).press("Escape");
    await page.keyboard.press("Home");
    for (const _ of [1, 2, 3]) await page.keyboard.press("ArrowRight");
    await expect(page.getByRole("heading", { name: "D♯3, A string, fret 4" })).toBeVisible();
    await expect(rings(page)).toHaveCount(1);
    await page.keyboard.press("l");
    await page.keyboard.press("1");
    await expect(page.getByRole("heading", { name: "D♯3, E string, fret 11" })).toBeVisible();
    await expect(page.getByText("pinned: nothing moves it but you")).toBeVisible();
    await rings(page).first().click();
    await expect(page.getByRole("heading", { name: "D♯3, A string, fret 4" })).toBeVisible();
    await page.keyboard.press("Control+z");
    await expect(page.getByRole("heading", { name: "D♯3, E string, fret 11" })).toBeVisible();
  });

  await test.step("the part moves to a bass; what it cannot play is marked and explained", async () => {
    await page.keyboard.press("m");
    const view = page.getByRole("region", { name: "Move to…" });
    await choose(view.getByLabel("Instrument and tuning"), "Drop D · D A D G B E");
    await view.getByLabel("Strings, from the thickest").fill("G2 C3 F3 A#3 D4 G4");
    await view.getByLabel("Capo", { exact: true }).fill("0");
    await expect(view.getByText(/notes have no place there: kept/u)).toBeVisible();
    await expect(
      view.getByText("E2: out of range: 3 semitones below the lowest open string · bar 1"),
    ).toBeVisible();
    await view.getByLabel("Strings, from the thickest").fill("E1 A1 D2 G2");
    await expect(view.getByText("every note has a place there")).toBeVisible();
    await expect(view.getByRole("listbox", { name: /^Phrase A: .*, then /u })).toHaveCount(1);
    await view.getByRole("button", { name: "Keep as a new part" }).click();
    const both = phrase(page, "Phrase A").getByRole("listbox");
    await expect(both).toHaveCount(2);
    await expect(both.nth(1).getByRole("option")).toHaveCount(9);
    await expect(both.nth(1).getByRole("option").first()).toHaveAccessibleName(/^bar 1: E2/u);
  });

  await test.step("a pasted four-line tablature becomes a part; its slip is listed with line and column", async () => {
    await page.keyboard.press("t");
    const dialog = page.getByRole("dialog", { name: "Read a tablature" });
    await dialog.getByLabel(/^Tablature:/u).fill(PASTED);
    await expect(
      dialog.getByText(/^\d+ events in 2 bars, 1 phrase · Bass, standard/u),
    ).toBeVisible();
    await expect(
      dialog.getByRole("listitem").filter({ hasText: "line 5, column 34" }),
    ).toContainText("“Z” was not read");
    await dialog.getByRole("button", { name: "Add it to the song" }).click();
    await expect(page.getByRole("button", { name: /^Bass Bass, standard/u })).toHaveAttribute(
      "aria-pressed",
      "true",
    );
    await expectSaved(page);
  });

  await test.step("both files hold what is on the screen", async () => {
    await page.getByRole("button", { name: /^Guitar Drop D, capo 2/u }).click();
    const handOut = async (name: RegExp) => {
      await page.getByRole("button", { name: "Hand out" }).click();
      const [file] = await Promise.all([
        page.waitForEvent("download"),
        page.getByRole("menuitem", { name }).click(),
      ]);
      return { name: file.suggestedFilename(), text: await readFile(await file.path(), "utf8") };
    };
    const tab = await handOut(/Plain-text tablature/u);
    expect(tab.name).toBe("Copper Weather - Guitar.txt");
    expect(tab.text).toMatch(/h11/u);
    expect(tab.text).toMatch(/Capo: 2/iu);
    const json = await handOut(/whole song/u);
    const song = readSongJson(json.text);
    expect(song.ok && song.value.parts).toHaveLength(3);
    expect(song.ok && song.value.title).toBe("Copper Weather");
  });

  await test.step("after a reload everything is there", async () => {
    await page.reload();
    await expect(events(page, "Phrase A")).toHaveCount(9);
    await expect(events(page, "Phrase A").nth(3)).toHaveAccessibleName(
      /E string, fret 11.*pinned/u,
    );
    await expect(page.getByRole("group", { name: "Parts" }).getByRole("button")).toHaveCount(3);
    await page.goto("/?find=copper weather");
    await expect(page.getByRole("article", { name: "Copper Weather" }).first()).toContainText(
      "Drop D · capo 2",
    );
  });
});

test("setting a part up anew keeps what sounds, or the shapes", async ({ page }) => {
  await openSong(page, "Brass Kettle");
  const first = page.getByRole("listbox").getByRole("option").first();
  const before = (await first.getAttribute("aria-label"))!;
  await page.getByRole("button", { name: /^Set up/u }).click();
  await page.getByLabel("Tuning", { exact: true }).fill("E A D G B E");
  await page.getByRole("button", { name: "Keep what sounds" }).click();
  await expect(page.getByRole("button", { name: /^Set up Standard/u })).toBeVisible();
  await page.getByRole("button", { name: /^Write/u }).click();
  const pitchOf = (name: string) => name.split(",")[0];
  const moved = (await first.getAttribute("aria-label"))!;
  expect(pitchOf(moved)).toBe(pitchOf(before));
  expect(moved).not.toBe(before);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(first).toHaveAccessibleName(before);
  await page.getByRole("button", { name: /^Set up/u }).click();
  await page.getByLabel("Tuning", { exact: true }).fill("standard");
  await page.getByRole("button", { name: "Keep the shapes" }).click();
  await page.getByRole("button", { name: /^Write/u }).click();
  await expect(first).not.toHaveAccessibleName(before);
  const placeOf = (name: string) => name.split(",").slice(1).join(",");
  expect(placeOf((await first.getAttribute("aria-label"))!)).toBe(placeOf(before));
  await page.getByRole("button", { name: "Undo" }).click();
  await expectSaved(page);
});
