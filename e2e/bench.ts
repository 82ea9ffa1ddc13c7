import { expect, type Page } from "@playwright/test";
import { newSong } from "./studio";

/** The stage Listen of a new song. */
export const bench = async (page: Page, title: string) =>
  `${await newSong(page, title)}?stage=listen`;

export const takeFiles = (page: Page) => page.getByLabel("Files of takes").first();

/** A card of the panel, by its title. */
export const section = (page: Page, name: string) =>
  page.getByRole("region", { name, exact: true });

export const told = (page: Page, words: string | RegExp) =>
  page.getByRole("status").filter({ hasText: words });

export async function expectTakeKept(page: Page): Promise<void> {
  const kept = section(page, "This take").getByText("kept in the studio");
  await expect(kept).toBeVisible({ timeout: 60_000 });
}
