import { expect, type Page, test } from "@playwright/test";
import { bench, expectTakeKept, section, takeFiles, told } from "./bench";
import { asFile, RATE, riff, RIFF_FROM, waveOf } from "./sounds";
import { choose, events, expectAccessible, openSaid } from "./studio";

const SAID = "'8 E0 E3 E5 E7 E0 E3 E5 E7 | '8 E0 E3 E5 E7 E0 E3 E5 E7";

const overview = (page: Page) => page.getByRole("group", { name: /^The whole take/u });
const heard = (page: Page) => page.getByRole("group", { name: "How it is heard" });
/** Waits until the cursor has come by so many events of the strips. */
async function walkEvents(page: Page, count: number): Promise<void> {
  await page.evaluate(
    (wanted) =>
      new Promise<void>((resolve, reject) => {
        const seen = new Set<string>();
        const end = performance.now() + 20_000;
        const look = () => {
          const here = document.querySelector("[role=option][aria-selected=true]");
          if (here?.id !== undefined) seen.add(here.id);
          if (seen.size >= wanted) resolve();
          else if (performance.now() > end) reject(new Error(`came by ${seen.size} events`));
          else requestAnimationFrame(look);
        };
        look();
      }),
    count,
  );
}

/** A stereo take, the riff at the left and a hiss at the right, two semitones and 23 cents flat. */
function flatTake(): Buffer {
  const left = riff(-223);
  const right = left.map((_, at) => 0.05 * Math.sin(at * at));
  return waveOf(left, { channels: [left, right] });
}

test("a take is brought, looped, slowed, heard in part, tied to the score, marked, and stays", async ({
  page,
}) => {
  await openSaid(page, `On the Bench ${test.info().repeatEachIndex}`, SAID);
  await page.keyboard.press("Shift+L");
  await expect(page.getByText("No take on the bench yet")).toBeVisible();
  await takeFiles(page).setInputFiles(asFile("C:\\takes\\Lock riff.wav", flatTake()));
  await expect(page.getByRole("heading", { name: "Lock riff" })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Listen/u })).toHaveText(/1 take/u);
  await expectTakeKept(page);

  // How far it is from A = 440 is heard, and one key plays it in tune.
  await expect(section(page, "Reference")).toHaveText(/The take is −2[1-5] c from A = 440/u);
  await page.keyboard.press("g");
  await expect(page.getByText(/played \+2[1-5] c/u)).toBeVisible();

  await test.step("the beat is found, and bar 1 is said", async () => {
    await expect(section(page, "Beat and bar one")).toHaveText(/Found: 120 a minute/u);
    await section(page, "Beat and bar one").getByRole("button", { name: "Take it" }).click();
    await page.keyboard.press("Shift+Z");
    const picture = page.getByRole("group", { name: /^Pitch picture/u });
    const box = (await picture.boundingBox())!;
    await picture.click({ position: { x: (box.width * RIFF_FROM) / 10, y: 20 } });
    await page.keyboard.press("i");
    await expect(
      page.getByRole("group", { name: "What is written, in the time of the take" }),
    ).toBeVisible();
    // What is written tells whole semitones.
    const reference = section(page, "Reference");
    await expect(reference).toHaveText(/It sounds 2 semitones lower than the strips/u);
    await reference.getByRole("button", { name: "Play the take 2 semitones higher" }).click();
    await expect(page.getByText(/played \+22[1-5] c/u)).toBeVisible();
  });

  await test.step("what is said lies over the take before it is written", async () => {
    const written = page
      .getByRole("group", { name: "What is written, in the time of the take" })
      .locator("text");
    await expect(written).toHaveCount(16);
    await page.keyboard.press("s");
    await page.keyboard.type("E0 E3");
    await expect(written).toHaveCount(18);
    await page.keyboard.press("Enter");
    await page.keyboard.press("Escape");
    await expect(written).toHaveCount(18);
    await page.keyboard.press("Control+z");
    await expect(written).toHaveCount(16);
  });

  await test.step("a phrase is looped slowly, from one side, without what strikes", async () => {
    await section(page, "Loops").getByRole("button", { name: "Phrase A" }).click();
    await expect(page.getByRole("button", { name: "Loop", exact: true })).toBeVisible();
    for (let step = 0; step < 10; step++) await page.keyboard.press("-");
    await expect(heard(page)).toHaveText(/50 %/u);
    await heard(page).getByRole("button", { name: "left" }).click();
    await page.keyboard.press("n");
    await expect(heard(page).getByRole("button", { name: "without strikes" })).toHaveAttribute(
      "aria-pressed",
      "true",
    );
    await page.keyboard.press("h");
    await expect(
      section(page, "Loops").getByRole("button", { name: /^Phrase A .*50 %/u }),
    ).toBeVisible();
  });

  await test.step("the loop plays round and round, and the cursor walks the strips", async () => {
    for (let step = 0; step < 30; step++) await page.keyboard.press("+");
    await expect(heard(page)).toHaveText(/200 %/u);
    await page.keyboard.press("Space");
    await expect(page.getByRole("button", { name: "Round 1", exact: true })).toBeVisible();
    await page.keyboard.press("w");
    await walkEvents(page, 5);
    await page.keyboard.press("Shift+L");
    await expect(page.getByRole("button", { name: /^Round [2-9]/u })).toBeVisible();
    await page.keyboard.press("Space");
  });

  await page.keyboard.press("x");
  await section(page, "Marks").getByRole("textbox").fill("Verse");
  await expect(overview(page).getByText("Verse")).toBeVisible();
  await expectAccessible(page);

  await page.reload();
  await expect(overview(page).getByText("Verse")).toBeVisible();
  await section(page, "Loops")
    .getByRole("button", { name: /^Phrase A .*200 %/u })
    .click();
  await expect(heard(page).getByRole("button", { name: "left" })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await page.keyboard.press("Space");
  await expect(page.getByRole("button", { name: /^Round/u })).toBeVisible();
});

test("every stage plays the record’s bars, alone and with the strip", async ({ page }) => {
  await openSaid(page, `The Record’s Bars ${test.info().repeatEachIndex}`, SAID);
  await page.keyboard.press("Shift+L");
  await takeFiles(page).setInputFiles(asFile("riff.wav", waveOf(riff())));
  await section(page, "Beat and bar one").getByRole("button", { name: "Take it" }).click();
  await page.keyboard.press("w");
  const transport = page.getByRole("group", { name: "Playback" });
  for (const source of ["take", "both"]) {
    await choose(transport.getByRole("combobox", { name: "What sounds" }), source);
    await events(page, "Phrase A").first().click();
    await transport.getByRole("button", { name: "Play" }).click();
    await expect(transport).toHaveText(/at 100 %/u);
    await walkEvents(page, 8);
    await expect(transport.getByRole("button", { name: "Play" })).toBeVisible();
  }
});

test("the beat is tapped; what was tapped can be halved, shifted and undone", async ({ page }) => {
  await page.goto(await bench(page, "Tapped"));
  await takeFiles(page).setInputFiles(
    asFile("hum.wav", waveOf(riff().map((sample) => sample / 4))),
  );
  const beats = section(page, "Beat and bar one");
  await expect(beats).toHaveText(/Found|No beat/u);
  // Half as fast as it was found: every second beat, by keys that move the record.
  for (const at of [0, 1, 2, 3]) {
    await page.evaluate(() => undefined);
    if (at > 0) for (let step = 0; step < 2; step++) await page.keyboard.press("ArrowRight");
    await page.keyboard.press("k");
  }
  await expect(told(page, /Tapped: 60 a minute/u)).toBeVisible();
  await expect(beats).toHaveText(/Counted: 60 a minute/u);
  await beats.getByRole("button", { name: "double" }).click();
  await beats.getByRole("button", { name: "later" }).click();
  await expect(page.getByRole("button", { name: "Undo" })).toHaveAttribute(
    "title",
    "Undo: bar 1 a beat later",
  );
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("button", { name: "Undo" })).toHaveAttribute(
    "title",
    "Undo: count twice as many beats",
  );
});

/** A film of four seconds: a square that grows, and a tone; by the browser's own recorder. */
async function film(page: Page, hasSound: boolean): Promise<Buffer> {
  const bytes = await page.evaluate(async (withSound) => {
    const canvas = document.createElement("canvas");
    canvas.width = 320;
    canvas.height = 180;
    // Without transparency, as cameras film.
    const pen = canvas.getContext("2d", { alpha: false })!;
    const stream = canvas.captureStream(25);
    const context = new AudioContext();
    const tone = new OscillatorNode(context, { frequency: 196 });
    const out = context.createMediaStreamDestination();
    tone.connect(out);
    tone.start();
    if (withSound) for (const track of out.stream.getTracks()) stream.addTrack(track);
    const recorder = new MediaRecorder(stream, { mimeType: "video/webm" });
    const pieces: Blob[] = [];
    recorder.ondataavailable = ({ data }) => pieces.push(data);
    recorder.start(200);
    for (let frame = 0; frame < 75; frame++) {
      pen.fillStyle = "#222";
      pen.fillRect(0, 0, 320, 180);
      pen.fillStyle = "#eee";
      pen.fillRect(0, 0, 4 * frame, 90);
      await new Promise((resolve) => setTimeout(resolve, 40));
    }
    await new Promise((resolve) => {
      recorder.onstop = resolve;
      recorder.stop();
    });
    await context.close();
    const whole = new Uint8Array(await new Blob(pieces).arrayBuffer());
    let text = "";
    for (let at = 0; at < whole.length; at += 32_768) {
      text += String.fromCharCode(...whole.subarray(at, at + 32_768));
    }
    return btoa(text);
  }, hasSound);
  return Buffer.from(bytes, "base64");
}

test("a film is watched in step, frame by frame, cropped, and kept as a still of an event", async ({
  page,
}) => {
  await openSaid(page, `Watched ${test.info().repeatEachIndex}`, "E0 E3");
  await events(page, "Phrase A").nth(1).click();
  await page.keyboard.press("Shift+L");
  await takeFiles(page).setInputFiles(
    asFile("Left hand.webm", await film(page, true), "video/webm"),
  );
  const picture = page.getByRole("img", { name: "Picture of the take" });
  await expect(picture).toHaveAttribute("data-seconds", /^0/u);
  const shown = async () => Number(await picture.getAttribute("data-seconds"));

  const before = await shown();
  await page.keyboard.press(".");
  await expect.poll(shown).toBeGreaterThan(before);
  await page.keyboard.press(",");
  await expect.poll(shown).toBeLessThanOrEqual(before + 0.001);

  await page.keyboard.press("Space");
  await expect.poll(shown).toBeGreaterThan(0.6);
  await page.keyboard.press("Space");

  const width = () => picture.evaluate((canvas: HTMLCanvasElement) => canvas.width);
  expect(await width()).toBe(320);
  const box = (await picture.boundingBox())!;
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect.poll(width).toBeLessThan(200);

  await page.keyboard.press("q");
  await expect(page.getByRole("list", { name: "Stills" }).getByRole("listitem")).toHaveCount(1);
  await page.getByLabel(/^Words of the still/u).fill("first finger bars here");
  await expectTakeKept(page);
  await page.reload();
  await expect(overview(page)).toBeVisible();
  await page.keyboard.press("w");
  await events(page, "Phrase A").nth(1).click();
  await expect(page.getByRole("img", { name: "first finger bars here" })).toBeVisible();
  await page.getByRole("button", { name: /^Listen/u }).click();
  await page.getByRole("button", { name: "Whole picture" }).click();
  await expect.poll(width).toBe(320);
});

test("two windows’ takes come together by themselves", async ({ page, context }) => {
  const address = await bench(page, "Two at the Bench");
  await page.goto(address);
  await takeFiles(page).setInputFiles(asFile("riff.wav", waveOf(riff())));
  await expectTakeKept(page);
  const other = await context.newPage();
  await other.goto(address);
  await expect(overview(other)).toBeVisible();
  await page.keyboard.press("x");
  await section(page, "Marks").getByRole("textbox").fill("Mine");
  await page.waitForResponse((answer) => answer.url().includes("/api/takes/"));
  await other.keyboard.press("x");
  await section(other, "Marks").getByRole("textbox").fill("Theirs");
  await expect(overview(other).getByText("Mine")).toBeVisible();
  await expect(overview(other).getByText("Theirs")).toBeVisible();
  await section(page, "This take").getByRole("button", { name: "Remove this take" }).click();
  await expect(page.getByText("No take on the bench yet")).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(overview(page).getByText("Mine")).toBeVisible();
});

test("sending is cut, the page left, and goes on from what had arrived", async ({ page }) => {
  const address = await bench(page, "Cut in the Middle");
  let begun = 0;
  const froms: number[] = [];
  let isCut = true;
  await page.route("**/api/assets", (route) => {
    begun += 1;
    return route.continue();
  });
  await page.route("**/api/assets/uploads/**", (route) => {
    const request = route.request();
    if (request.method() !== "PUT") return route.continue();
    const from = Number(new URL(request.url()).searchParams.get("from"));
    if (isCut && from > 0) return route.abort();
    froms.push(from);
    return route.continue();
  });
  await page.goto(address);
  // Nineteen million bytes, of which one request carries sixteen.
  const samples = new Float32Array(220 * RATE).map((_, at) => Math.sin(at / 50) / 2);
  await takeFiles(page).setInputFiles(asFile("Long.wav", waveOf(samples)));
  await expect(section(page, "This take").getByText("the server is away")).toBeVisible();
  await page.keyboard.press("Space");
  await expect(page.getByRole("button", { name: "Stop", exact: true })).toBeVisible();
  await page.keyboard.press("Space");
  isCut = false;
  await page.reload();
  await expectTakeKept(page);
  expect(begun).toBe(1);
  expect(froms).toEqual([0, 16 << 20]);
});

test("what cannot be a take is told in words, and what is odd still works", async ({ page }) => {
  await page.goto(await bench(page, "Odd Things"));
  await expect(page.getByText("No take on the bench yet")).toBeVisible();
  const bad: readonly (readonly [string, Buffer, RegExp])[] = [
    ["Notes.wav", Buffer.from("this is no sound"), /“Notes” is no sound or film/u],
    ["Nothing.mp3", Buffer.alloc(0), /“Nothing” is empty/u],
    ["Silent film.webm", await film(page, false), /“Silent film” has no sound in it/u],
  ];
  for (const [name, buffer, words] of bad) {
    await takeFiles(page).setInputFiles(asFile(name, buffer));
    await expect(told(page, words)).toBeVisible();
  }
  await page.getByRole("button", { name: "Record" }).click();
  await expect(told(page, /microphone/u)).toBeVisible();
  const short = riff(0, 3);
  const six = Array.from({ length: 6 }, () => short);
  const odd: readonly (readonly [string, Buffer])[] = [
    ["Eight bits", waveOf(short, { bits: 8 })],
    ["Very fast", waveOf(short, { rate: 192_000 })],
    ["Six channels", waveOf(short, { channels: six })],
    ["Cut off", waveOf(short).subarray(0, 100_000)],
  ];
  for (const [name, buffer] of odd) {
    await takeFiles(page).setInputFiles(asFile(`${name}.mp3`, buffer));
    await expect(page.getByRole("heading", { name })).toBeVisible();
    await expect(section(page, "Reference")).toHaveText(/The take is|Nothing with a pitch/u);
    await page.keyboard.press("Space");
    await expect(page.getByRole("button", { name: "Stop", exact: true })).toBeVisible();
    await page.keyboard.press("Space");
  }
  await takeFiles(page).setInputFiles(asFile("Silence.wav", waveOf(new Float32Array(RATE))));
  await expect(told(page, /Nothing sounds in “Silence”/u)).toBeVisible();
});
