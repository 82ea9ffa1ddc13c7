import AxeBuilder from "@axe-core/playwright";
import { tuningById, usualInstrument } from "@intonazione/core/instrument";
import { STRAIGHT } from "@intonazione/core/rhythm";
import { newPart } from "@intonazione/core/score";
import { expect, type Locator, type Page } from "@playwright/test";

/** What the tests do again and again, in the words of the screen. */

export const callOut = (page: Page): Locator => page.getByRole("textbox", { name: "say it" });
export const saveState = (page: Page): Locator => page.locator("header").getByRole("status");
export const phrase = (page: Page, name: string): Locator =>
  page.getByRole("region", { name: new RegExp(`^[A-Z]+, ${name}$`, "u") });
export const events = (page: Page, name: string): Locator => phrase(page, name).getByRole("option");
export const rings = (page: Page): Locator =>
  page.getByRole("button", { name: /^Move to .*key \d$/u });

/** A song with one empty standard guitar, made over the interface that the page uses. */
export async function newSong(page: Page, title: string): Promise<string> {
  const instrument = usualInstrument(tuningById("standard"), "Guitar");
  const song = {
    title,
    tempoBpm: 90,
    metre: { beats: 4, unit: 4 },
    key: { tonic: { step: "E", alter: 0 }, mode: "minor" },
    referenceHz: 440,
    style: {},
    feel: STRAIGHT,
    parts: [newPart("guitar", "Guitar", { instrument, capo: { fret: 0 } })],
    phrases: [],
    form: [],
    lines: [],
  };
  const answer = await page.request.post("/api/songs", { data: { value: song } });
  const { id } = (await answer.json()) as { id: string };
  return `/songs/${id}`;
}

/**
 * Watches what the page's policy refuses to load or run.
 * @returns what was refused since the last look; `isWanted` forgets what the test itself tried.
 */
export async function refusedByPolicy(
  page: Page,
): Promise<(isWanted?: boolean) => readonly string[]> {
  const refused: string[] = [];
  await page.exposeFunction("tellRefused", (what: string) => void refused.push(what));
  await page.addInitScript(() => {
    document.addEventListener("securitypolicyviolation", (event) => {
      const tell = (window as unknown as { tellRefused: (what: string) => void }).tellRefused;
      tell(`${event.effectiveDirective}: ${event.blockedURI} ${event.sourceFile}`);
    });
  });
  return (isWanted = false) => (isWanted ? refused.splice(0) : [...refused]);
}

/** Chooses from a list that opens. */
export async function choose(list: Locator, option: string): Promise<void> {
  await list.click();
  await list.page().getByRole("option", { name: option, exact: true }).click();
}

/** Turns to a view of the stage that is shown. */
export async function turnTo(page: Page, view: string): Promise<void> {
  const views = page.getByRole("navigation", { name: /^Views of/u });
  await views.getByRole("button", { name: view, exact: true }).click();
}

/** Opens a song from the shelf by its title, however many others there are. */
export async function openSong(page: Page, title: string): Promise<void> {
  await page.goto(`/?find=${encodeURIComponent(`"${title}"`)}`);
  await page.getByRole("link", { name: title, exact: true }).click();
}

export async function say(page: Page, text: string): Promise<void> {
  await callOut(page).fill(text);
  await callOut(page).press("Enter");
}

/** A new song with one phrase, its strip having the keys. */
export async function openSaid(page: Page, title: string, callout: string): Promise<void> {
  await page.goto(await newSong(page, title));
  await say(page, callout);
  await callOut(page).press("Escape");
}

export async function expectSaved(page: Page): Promise<void> {
  await expect(saveState(page)).toHaveText(/^Saved \d\d:\d\d · version \d+$/u);
}

/** Stops, starts or kills the database under the running application. */
export async function database(act: "stop" | "start" | "kill"): Promise<void> {
  const answer = await fetch(`${process.env["E2E_CONTROL"]}/${act}`, { method: "POST" });
  expect(answer.status).toBe(204);
}

const EVERY_RULE = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"];

/** Every rule of WCAG 2.2 AA that a program can check, in the theme that is shown. */
export const expectAccessible = (page: Page) =>
  expectNoViolations(rulesOn(page).withTags(EVERY_RULE));

/** The same in both themes: the evening differs in nothing but its colours. */
export async function expectAccessibleInBoth(page: Page): Promise<void> {
  await expectAccessible(page);
  const turnTo = (theme: "day" | "evening") =>
    page.evaluate(async (name) => {
      document.documentElement.dataset["theme"] = name;
      await new Promise((resolve) => requestAnimationFrame(resolve));
      const fading = document.getAnimations().filter((one) => one instanceof CSSTransition);
      await Promise.allSettled(fading.map(({ finished }) => finished));
    }, theme);
  await turnTo("evening");
  await expectNoViolations(rulesOn(page).withRules(["color-contrast"]));
  await turnTo("day");
}

/** What holds is not told of: it would be most of what the page sends. */
const rulesOn = (page: Page) =>
  new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ["violations"] });

async function expectNoViolations(rules: AxeBuilder): Promise<void> {
  const { violations } = await rules.analyze();
  const found = violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 160)).join(" | ")}`,
  );
  expect(found).toEqual([]);
}
