import { expect, test, type Page } from "@playwright/test";
import { callOut, events, expectAccessible, expectSaved, newSong, say } from "./studio";

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

test("words and events point at each other; a slip says what would be understood", async ({
  page,
}) => {
  await page.goto(await newSong(page, "Pointed At"));
  const line = callOut(page);
  await line.fill("so we start on the open A, then the third fret twice");
  const understood = page.getByLabel("Understood as");
  await understood.getByRole("button", { name: /A3/u }).first().focus();
  await expect(page.locator("[aria-hidden] > span", { hasText: "third fret" })).toBeVisible();
  await line.focus();
  await line.press("Home");
  for (let step = 0; step < 21; step++) await page.keyboard.press("ArrowRight");
  await expect(understood.locator("[aria-current]")).toHaveText(["A0"]);

  await line.fill("E0 A7x2 | D5");
  await page.getByRole("button", { name: "write ( A7 )x2" }).press("Enter");
  await expect(line).toHaveValue("E0 ( A7 )x2 | D5");
});

/** Strikes the space bar at moments, in milliseconds behind the first full bar, whenever they come to be. */
async function tap(page: Page, moments: readonly number[]): Promise<void> {
  const pad = page.locator("[data-zero]");
  await pad.waitFor();
  const zero = Number(await pad.getAttribute("data-zero"));
  await page.evaluate(
    (times) => {
      for (const [type, time] of times) {
        const press = new KeyboardEvent(type, { key: " ", bubbles: true, cancelable: true });
        Object.defineProperty(press, "timeStamp", { value: time });
        window.dispatchEvent(press);
      }
    },
    moments.flatMap((at) => [["keydown", zero + at] as const, ["keyup", zero + at + 60] as const]),
  );
}

test("a rhythm is tapped on the space bar, shown, mended by one key, and taken", async ({
  page,
}) => {
  await page.goto(await newSong(page, "Tapped Out"));
  await say(page, "on the A: open, 3, 5, hammer to 7, then open D");
  await page.keyboard.press("Escape");
  await page.keyboard.press("Shift+T");
  await expectAccessible(page);
  await page.getByRole("button", { name: "Start", exact: true }).press("Enter");
  // Quarter, two eighths, quarter, and the rest of the bar: at 90, a few hundredths off.
  const beat = 60_000 / 90;
  await tap(page, [12, beat - 20, 1.5 * beat + 25, 2 * beat - 10, 3 * beat + 15]);
  const values = page.getByRole("list", { name: "Values found" }).getByRole("button");
  await expect(values).toHaveText([
    /quarter note/u,
    /eighth note/u,
    /eighth note/u,
    /quarter note/u,
    /quarter note/u,
  ]);
  await expect(values.first()).toBeFocused();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Enter");
  await expect(values.nth(1)).not.toHaveText(/ eighth note/u);
  for (let turn = 0; turn < 3; turn++) await page.keyboard.press("Enter");
  await expect(values.nth(1)).toHaveText(/ eighth note/u);
  await expectAccessible(page);
  await page.getByRole("button", { name: "Take this rhythm" }).press("Enter");
  await expect(events(page, "Phrase A").first()).toHaveAccessibleName(/quarter note/u);
  await expectSaved(page);
});

const CAPTIONS = `WEBVTT

00:00:01.000 --> 00:00:04.000
Hi everybody, and welcome back.

00:00:05.000 --> 00:00:08.000
So we start on the open A, then the third fret of the A.

00:00:14.000 --> 00:00:18.000
It took me years to get that right.

00:00:21.000 --> 00:00:24.000
Open D, two, four, three times.

00:00:40.000 --> 00:00:43.000
And then the ninth fret of the G.
`;

test("captions become phrases, taken, mended and dropped by keyboard", async ({ page }) => {
  await page.goto(await newSong(page, "Captioned"));
  await page.getByRole("button", { name: /open a talk/u }).press("Enter");
  const file = { name: "lesson.vtt", mimeType: "text/vtt", buffer: Buffer.from(CAPTIONS) };
  await page.getByLabel("Open a file").setInputFiles(file);
  await expect(page.getByText(/3 phrases, 2 sentences passed over/u)).toBeVisible();
  await expectAccessible(page);
  const rows = page.getByRole("list", { name: "Phrases of the talk" }).getByRole("listitem");
  await rows.first().focus();
  await page.keyboard.press("Enter");
  await expect(rows.first()).toContainText("taken");
  // The second one asks; its first answer counts all of it.
  await expect(rows.nth(1)).toBeFocused();
  await rows
    .nth(1)
    .getByRole("button", { name: /all 3 notes ×3/u })
    .press("Enter");
  await rows.nth(1).focus();
  await page.keyboard.press("e");
  await page.keyboard.press("Escape");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Delete");
  await expect(rows.nth(2).getByRole("button", { name: "bring back" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(events(page, "Phrase A")).toHaveCount(2);
  await expect(events(page, "Phrase B")).toHaveCount(9);
  await expectSaved(page);
});

test("the talk waits at the desk: closed, reloaded, without the database, beside another window", async ({
  page,
  context,
}) => {
  const address = await newSong(page, "Waiting Talk");
  await page.goto(address);
  const openDesk = async () => {
    await expect(callOut(page)).toBeVisible();
    await page.locator("body").press("Shift+O");
  };
  await openDesk();
  const talk = page.getByRole("textbox", { name: "The talk" });
  const rows = page.getByRole("list", { name: "Phrases of the talk" }).getByRole("listitem");
  await talk.fill(
    "0:05 We start on the open A.\n0:20 Hello again.\n0:40 Then the fifth fret of the D twice.",
  );
  await page.getByRole("button", { name: "Look for phrases" }).press("Enter");
  await expect(rows).toHaveCount(2);
  await rows.first().focus();
  await page.keyboard.press("Enter");
  await expect(rows.first()).toContainText("taken");
  await page.keyboard.press("Escape");
  await expectSaved(page);

  // Closed and opened again, and after a reload: what was taken stays so.
  await openDesk();
  await expect(rows.first()).toContainText("taken");
  await page.reload();
  await openDesk();
  await expect(talk).toHaveValue(/^0:05 We start/u);
  await expect(rows.first()).toContainText("taken");

  // While nothing answers, what is taken is kept here and saved when it does.
  await context.setOffline(true);
  await rows.nth(1).focus();
  await page.keyboard.press("Enter");
  await expect(rows.nth(1)).toContainText("taken");
  await page.keyboard.press("Escape");
  await expect(events(page, "Phrase B")).toHaveCount(2);
  await context.setOffline(false);
  await expectSaved(page);

  // Another window wrote in the meantime: its song is not overwritten.
  const other = await context.newPage();
  await other.goto(address);
  await expect(events(other, "Phrase B")).toHaveCount(2);
  await say(other, "G0 G2");
  await expectSaved(other);
  await openDesk();
  await talk.fill("The open B, then the third fret of the B.");
  await page.getByRole("button", { name: "Look for phrases" }).press("Enter");
  await expect(rows).toHaveCount(1);
  await page.getByRole("button", { name: "Take all that are clear" }).press("Enter");
  await page.keyboard.press("Escape");
  await expect(page.getByText("This song was saved elsewhere in the meantime")).toBeVisible();
  await page.getByRole("button", { name: "Merge both" }).click();
  await expectSaved(page);
  await expect(page.getByRole("listbox")).toHaveCount(4);
});
