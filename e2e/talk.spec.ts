import { expect, test } from "@playwright/test";
import { callOut, events, expectSaved, newSong, say } from "./studio";

test("talk becomes the strip; what is doubtful is asked, and answered by keyboard", async ({
  page,
}) => {
  await page.goto(await newSong(page, "Talked Through"));
  await say(page, "so we start on the sixth string, third fret, then the open A twice, okay");
  await expect(events(page, "Phrase A")).toHaveCount(3);
  await expect(events(page, "Phrase A").first()).toHaveAccessibleName(
    /fret 3, length not said yet/u,
  );

  // What was said before is what comes again; the last count may mean two things.
  const line = callOut(page);
  await line.fill("same again two frets up, then open D, 2, 4, three times");
  await expect(page.getByText("what comes 3 times?")).toBeVisible();
  await line.press("Enter");
  const answers = page.getByRole("region", { name: "Call-out line" });
  await expect(answers.getByRole("button", { name: /×3/u }).first()).toBeFocused();
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await expect(page.getByText("what comes 3 times?")).toBeHidden();
  await expect(line).toBeFocused();
});

test("a question may stay open: what is sure is written, and the question stands at its place", async ({
  page,
}) => {
  await page.goto(await newSong(page, "Left Open"));
  const line = callOut(page);
  await line.fill("open A, 3, then it's the fourteenth on the B or the G");
  await line.press("Enter");
  await page.getByRole("button", { name: "leave it open" }).press("Enter");
  await expect(events(page, "Phrase A")).toHaveCount(2);
  await expect(page.getByText("? which of them is it?")).toBeVisible();
  await expectSaved(page);

  // Said aloud in sentences and back in short, it stays the same.
  await page.getByRole("button", { name: "Undo" }).click();
  await line.fill("E0 A7h9 D7 | A5");
  await page.getByRole("button", { name: "in words" }).click();
  await expect(line).toHaveValue(/hammer to 9/u);
  await page.getByRole("button", { name: "in short" }).click();
  await expect(line).toHaveValue("'8 E0 A7h9 D7 | A5");
});
