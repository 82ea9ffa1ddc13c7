import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdir, mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { demoSongs } from "@intonazione/demo";
import { writeMidi } from "@intonazione/core/formats/midi";
import { writeMusicXml } from "@intonazione/core/formats/musicxml";
import { readShelf, writeShelf } from "@intonazione/core/formats/shelf";
import { writeTextTab } from "@intonazione/core/formats/text-tab";
import { expect, test, type Page } from "@playwright/test";
import { expectAccessible, openSong, choose } from "./studio";

const [lanterns, kettle] = demoSongs();

/** Drops a file on the page, as from another window. */
async function drop(page: Page, name: string, content: Uint8Array): Promise<void> {
  await page.evaluate(
    ({ name: fileName, bytes }) => {
      const data = new DataTransfer();
      data.items.add(new File([Uint8Array.from(bytes)], fileName));
      for (const type of ["dragover", "drop"]) {
        const target = document.querySelector("main")!;
        target.dispatchEvent(
          new DragEvent(type, { dataTransfer: data, bubbles: true, cancelable: true }),
        );
      }
    },
    { name, bytes: [...content] },
  );
}
const utf8 = (text: string) => Uint8Array.from(Buffer.from(text, "utf8"));

test("a MusicXML file that is dropped on the shelf becomes a song", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("link", { name: "Read a file" }).waitFor();
  await drop(
    page,
    "lanterns.musicxml",
    utf8(writeMusicXml({ ...lanterns!, title: "Dropped Lanterns" })),
  );
  const desk = page.getByRole("region", { name: "What was read" });
  await expect(desk.getByRole("heading", { name: "Dropped Lanterns" })).toBeVisible();
  await expect(desk.getByText(/^3 phrases · Guitar I \(D A D G B E\): \d+ bars$/u)).toBeVisible();
  await expect(desk.getByRole("img", { name: /first phrases of Dropped Lanterns/u })).toBeVisible();
  await expectAccessible(page);
  await desk.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(page.getByRole("listbox").getByRole("option").first()).toHaveAccessibleName(
    /^bar 1: D2, E string, open/u,
  );
});

test("of a MIDI file the wanted players are taken, and it can be heard who they are", async ({
  page,
}) => {
  await page.goto("/songs/new?from=tablature");
  await page.getByLabel("File to read").setInputFiles({
    name: "kettle.mid",
    mimeType: "audio/midi",
    buffer: Buffer.from(writeMidi({ ...kettle!, title: "Kettle by Ear" })),
  });
  const desk = page.getByRole("region", { name: "What was read" });
  await expect(desk.getByRole("checkbox", { name: "Guitar" })).toBeChecked();
  await expect(desk.getByText(/Guitar: .*no note was moved/u)).toBeVisible();
  await desk.getByRole("button", { name: "Listen to Bass" }).click();
  await expect(desk.getByRole("button", { name: "Stop Bass" })).toBeVisible();
  await desk.getByRole("button", { name: "Stop Bass" }).click();
  await desk.getByRole("checkbox", { name: "Guitar" }).uncheck();
  await expect(desk.getByText(/\d+ phrases · Bass \(E♭ A♭ D♭ G♭\): \d+ bars$/u)).toBeVisible();
  await choose(desk.getByLabel("Grid"), "eighths");
  await expect(desk.getByText(/Bass: .* notes moved/u)).toBeVisible();
  await expectAccessible(page);
  await desk.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(page.getByRole("heading", { name: "Kettle by Ear" })).toBeVisible();
});

test("a tablature file is read where it can be mended; other files say why they are none", async ({
  page,
}) => {
  await page.goto("/songs/new?from=tablature");
  const give = (name: string, content: Uint8Array) =>
    page
      .getByLabel("File to read")
      .setInputFiles({ name, mimeType: "text/plain", buffer: Buffer.from(content) });
  await give("riff.txt", utf8(writeTextTab(lanterns!, lanterns!.parts[0]!.id)));
  await expect(page.getByLabel(/^Tablature:/u)).toHaveValue(/^Lock Gate Lanterns/u);
  await give(
    "broken.mid",
    Uint8Array.from([0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 2, 0, 1, 0, 96]),
  );
  await expect(page.getByText(/of format 2, separate patterns/u)).toBeVisible();
  await expect(page.getByRole("button", { name: "Put it on the shelf" })).toBeDisabled();
  await give("cut.musicxml", utf8(writeMusicXml(lanterns!).slice(0, 20_000)));
  await expect(page.getByText(/the file is cut off within/u).first()).toBeVisible();
  await expect(page.getByRole("button", { name: "Put it on the shelf" })).toBeEnabled();
  await give("nothing.mid", new Uint8Array(0));
  await expect(page.getByText("nothing.mid is empty")).toBeVisible();
});

test("the handout is looked at, then saved as a PDF whose text can be read", async ({ page }) => {
  await openSong(page, "Tin Roof Tuesday");
  await page.getByRole("button", { name: "Hand out" }).click();
  await page.getByRole("menuitem", { name: /^Handout to print/u }).click();
  const dialog = page.getByRole("dialog", { name: "Handout" });
  await expect(dialog.getByRole("img", { name: "Page 1" })).toBeVisible();
  // With nobody there the pages stay, and what is wrong is said beside the button.
  await page.route("**/api/handout", (route) => route.abort());
  await dialog.getByRole("button", { name: "Save as PDF" }).click();
  await expect(dialog.getByRole("alert")).toContainText("does not answer");
  await expect(dialog.getByRole("img", { name: "Page 1" })).toBeVisible();
  await page.unroute("**/api/handout");
  await dialog.getByLabel("At the foot of every page").fill("Tidewater Strings");
  await choose(dialog.getByLabel("Paper"), "Letter");
  await dialog.getByRole("checkbox", { name: "Bass" }).uncheck();
  await expect(dialog.getByText(/^[12] pages?$/u)).toBeVisible();
  await expectAccessible(page);
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    dialog.getByRole("button", { name: "Save as PDF" }).click(),
  ]);
  expect(file.suggestedFilename()).toBe("Tin Roof Tuesday.pdf");
  const path = await file.path();
  const text = execFileSync("pdftotext", ["-layout", path, "-"], { encoding: "utf8" });
  for (const words of [
    "Tin Roof Tuesday",
    "capo 3",
    "played as C major",
    "Drizzle",
    "Tidewater Strings",
  ]) {
    expect(text).toContain(words);
  }
  expect(text).not.toContain("Bass");
  expect(execFileSync("pdfinfo", [path], { encoding: "utf8" })).toContain("612 x 792");
  await expect(dialog.getByLabel("As a picture")).not.toHaveText("All phrases");
  for (const [of, kind, name, start] of [
    ["Drizzle", "SVG", "Tin Roof Tuesday - Drizzle.svg", "<svg"],
    ["All phrases", "PNG", "Tin Roof Tuesday.png", "\x89PNG"],
  ] as const) {
    await choose(dialog.getByLabel("As a picture"), of);
    const [picture] = await Promise.all([
      page.waitForEvent("download"),
      dialog.getByRole("button", { name: kind, exact: true }).click(),
    ]);
    expect(picture.suggestedFilename()).toBe(name);
    const content = (await readFile(await picture.path())).toString("latin1");
    expect(content.slice(0, start.length)).toBe(start);
  }
});

test("every format can be taken away, and what it leaves out is said", async ({ page }) => {
  await openSong(page, "Brass Kettle");
  for (const [name, ending, start] of [
    [/^MusicXML staff/u, "musicxml", "<?xml"],
    [/^MusicXML, packed/u, "mxl", "PK"],
    [/^MIDI as it is played/u, "mid", "MThd"],
    [/^A table/u, "csv", "part,phrase,bar"],
  ] as const) {
    await page.getByRole("button", { name: "Hand out" }).click();
    const [file] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("menuitem", { name }).click(),
    ]);
    expect(file.suggestedFilename()).toBe(`Brass Kettle.${ending}`);
    expect((await readFile(await file.path())).toString("latin1").slice(0, start.length)).toBe(
      start,
    );
    if (ending === "mid") {
      await expect(page.getByRole("status").filter({ hasText: "It leaves out" })).toContainText(
        "palm mutes",
      );
    }
  }
});

test("a whole shelf is taken along in one file, and taken in again", async ({ page }) => {
  await page.goto("/");
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Take the shelf along" }).click(),
  ]);
  expect(file.suggestedFilename()).toMatch(/^shelf \d{4}-\d\d-\d\d\.zip$/u);
  const { shelf, findings } = readShelf(new Uint8Array(await readFile(await file.path())));
  expect(findings).toEqual([]);
  const song = shelf!.songs.find(({ title }) => title === "Chalk Line")!;
  const one = writeShelf(
    { ...shelf!, songs: [{ ...song, title: "Chalk Line, carried over" }] },
    new Date(),
  );
  await page.goto("/songs/new?from=tablature");
  await page.getByLabel("File to read").setInputFiles({
    name: "shelf.zip",
    mimeType: "application/zip",
    buffer: Buffer.from(one),
  });
  await expect(
    page.getByText(/^A whole shelf: 1 song, \d+ instruments? of the rack$/u),
  ).toBeVisible();
  await page.getByRole("button", { name: "Put all of them on the shelf" }).click();
  await page.getByRole("link", { name: "Chalk Line, carried over" }).click();
  await expect(page.getByRole("heading", { name: "Chalk Line, carried over" })).toBeVisible();
});

test("a shelf comes in with its recordings, and takes them along again", async ({ page }) => {
  const folder = await mkdtemp(join(tmpdir(), "intonazione-recordings-"));
  const sound = Buffer.alloc(1_700_000, "RIFF0000WAVEfmt , a take of the harbour");
  const name = `assets/${createHash("sha256").update(sound).digest("hex")}`;
  const song = { ...lanterns!, title: "Harbour, with its take" };
  const style = { stringSchool: "nominal", fretsFrom: "capo" } as const;
  const shelf = { songs: [song], instruments: [], profiles: [], style };
  await mkdir(join(folder, "assets"));
  await writeFile(join(folder, "shelf.zip"), writeShelf(shelf, new Date()));
  await writeFile(join(folder, name), sound);
  const archive = join(folder, "shelf.tar");
  const tar = (...args: string[]) => execFileSync("tar", args, { cwd: folder, encoding: "utf8" });
  tar("--format=ustar", "-cf", archive, "shelf.zip", name);

  await page.goto("/songs/new?from=tablature");
  await page.getByLabel("File to read").setInputFiles(archive);
  await expect(
    page.getByText(/^A whole shelf: 1 song.*with its recordings \(2 MB\)$/u),
  ).toBeVisible();
  await page.getByRole("button", { name: "Put all of them on the shelf" }).click();
  await expect(page.getByRole("link", { name: song.title })).toBeVisible();
  const part = await page.request.get(`/api/${name}`, { headers: { Range: "bytes=8-11" } });
  expect([part.status(), await part.text()]).toEqual([206, "WAVE"]);

  await page.reload();
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: /with its recordings \(\d+ MB\)$/u }).click(),
  ]);
  expect(file.suggestedFilename()).toMatch(/^shelf with recordings .*\.tar$/u);
  await file.saveAs(join(folder, "out.tar"));
  // The demo studio's own takes are among them.
  const packed = tar("-tf", "out.tar").trim().split("\n");
  expect(packed[0]).toBe("shelf.zip");
  expect(packed).toContain(name);
  tar("-xf", "out.tar", "--one-top-level=out");
  expect(Buffer.compare(await readFile(join(folder, "out", name)), sound)).toBe(0);
  await rm(folder, { recursive: true });
});
