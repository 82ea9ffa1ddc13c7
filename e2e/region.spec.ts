import { expect, test } from "@playwright/test";
import { expectAccessible } from "./studio";

const PHRASES = [
  "D5 E5 D5 B4 A4 G4 E4 G4",
  "B3 D4 E4 G4 A4 E4 D4 B3",
  "E4 G4 A4 B4 D5 B4 A4 G4",
] as const;

/** Notes without strings, as a notation program writes them: three phrases of one bar. */
function notated(): string {
  const bars = PHRASES.map((notes, index) => {
    const attributes =
      "<attributes><divisions>2</divisions><key><fifths>1</fifths><mode>minor</mode></key><time><beats>4</beats><beat-type>4</beat-type></time></attributes>";
    const mark = `<direction><direction-type><rehearsal>${"ABC"[index]}</rehearsal></direction-type></direction>`;
    const sounding = notes.split(" ").map((name) => {
      const [step, octave] = name;
      return `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>1</duration></note>`;
    });
    return `<measure number="${index + 1}">${index === 0 ? attributes : ""}${mark}${sounding.join("")}</measure>`;
  });
  return `<score-partwise><work><work-title>Nobody Said Where</work-title></work><part-list><score-part id="P1"><part-name>Guitar</part-name></score-part></part-list><part id="P1">${bars.join("")}</part></score-partwise>`;
}

test("where a phrase lies is asked once, by necks; a key answers, and the answer carries", async ({
  page,
}) => {
  await page.goto("/songs/new?from=tablature");
  await page.getByLabel("File to read").setInputFiles({
    name: "nobody.musicxml",
    mimeType: "application/xml",
    buffer: Buffer.from(notated()),
  });
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  const question = page.getByRole("region", { name: /^Where .* lies$/u });
  await expect(question.getByRole("button", { name: /around fret/u })).toHaveCount(3);
  await expectAccessible(page);
  const strips = page.getByRole("listbox").getByRole("option");
  const placesNow = () => strips.evaluateAll((all) => all.map((one) => one.ariaLabel ?? ""));
  const before = await placesNow();
  await page.keyboard.press("Shift+A");
  await page.keyboard.press("2");
  await expect(page.getByText(/is settled/u)).toBeVisible();
  const after = await placesNow();
  expect(after).not.toEqual(before);
  // The first phrase was asked once: after a reload nobody asks again.
  await expect(page.getByText(/^Saved/u)).toBeVisible();
  await page.reload();
  await strips.first().waitFor();
  expect(await placesNow()).toEqual(after);
  await expect(page.getByRole("region", { name: /^Where .* lies$/u })).toHaveCount(0);
  // The next phrase is asked for where the cursor goes there.
  await strips.nth(9).click();
  await expect(question).toBeVisible();
  await question.getByRole("button", { name: "Not now" }).click();
  await expect(question).toHaveCount(0);
});
