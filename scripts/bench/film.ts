import { chromium } from "@playwright/test";
import { longSong } from "./long-song";

/**
 * How far the picture of a film take lies from its sound: a film of 320 × 180 at 30 frames a second,
 * played at full and at half speed. At each paint the moment of the frame that is shown is held against
 * where the sound is by the audio clock. Prints frames.
 */
const FRAMES_A_SECOND = 30;
const base = process.env["BENCH_URL"] ?? "";
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--disable-background-networking"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

// As text: what is compiled here leans on helpers that the page has not got.
await page.addInitScript({
  content: `
    window.turns = [];
    window.AudioWorkletNode = class extends AudioWorkletNode {
      constructor(context, name, options) {
        super(context, name, options);
        window.sounding = context;
        this.port.addEventListener("message", ({ data }) => window.turns.push(data));
      }
    };
    window.film = async () => {
      const canvas = document.createElement("canvas");
      canvas.width = 320;
      canvas.height = 180;
      const pen = canvas.getContext("2d", { alpha: false });
      const stream = canvas.captureStream(${FRAMES_A_SECOND});
      const context = new AudioContext();
      const tone = new OscillatorNode(context, { frequency: 196 });
      const out = context.createMediaStreamDestination();
      tone.connect(out);
      tone.start();
      stream.addTrack(out.stream.getTracks()[0]);
      const recorder = new MediaRecorder(stream, { mimeType: "video/webm" });
      const pieces = [];
      recorder.ondataavailable = ({ data }) => pieces.push(data);
      recorder.start(500);
      for (let frame = 0; frame < 12 * ${FRAMES_A_SECOND}; frame++) {
        pen.fillStyle = "#222";
        pen.fillRect(0, 0, 320, 180);
        pen.fillStyle = "#eee";
        pen.fillRect(frame / 2, 50, 22, 75);
        await new Promise((resolve) => setTimeout(resolve, 1000 / ${FRAMES_A_SECOND}));
      }
      await new Promise((resolve) => { recorder.onstop = resolve; recorder.stop(); });
      await context.close();
      const bytes = new Uint8Array(await new Blob(pieces).arrayBuffer());
      let text = "";
      for (let at = 0; at < bytes.length; at += 32768) {
        text += String.fromCharCode(...bytes.subarray(at, at + 32768));
      }
      return btoa(text);
    };
    window.apart = async (seconds) => {
      const picture = document.querySelector("[aria-label='Picture of the take']");
      const found = [];
      const end = performance.now() + 1000 * seconds;
      while (performance.now() < end) {
        await new Promise((resolve) => requestAnimationFrame(resolve));
        const frame = (sounding.currentTime - (sounding.outputLatency || 0)) * sounding.sampleRate;
        const turn = turns.findLast((one) => one.frame <= frame);
        if (!turn || turn.rate === 0) continue;
        const heard = turn.seconds + ((frame - turn.frame) / sounding.sampleRate) * turn.rate;
        found.push({ late: heard - Number(picture.dataset.seconds), rate: turn.rate });
      }
      return found;
    };`,
});
const call = <T>(name: string, value?: number) =>
  page.evaluate(
    ([called, given]) => (Reflect.get(window, called) as (given: unknown) => Promise<T>)(given),
    [name, value] as const,
  );

const made = await page.request.post(`${base}/api/songs`, { data: { value: longSong(4, 8) } });
const { id } = (await made.json()) as { id: string };
await page.goto(`${base}/songs/${id}?stage=listen`);
const files = page.getByLabel("Files of takes").first();
await files.waitFor({ state: "attached" });
const buffer = Buffer.from(await call<string>("film"), "base64");
await files.setInputFiles({ name: "Hand.webm", mimeType: "video/webm", buffer });
await page.getByText(/^The take is/u).waitFor();
await page.getByRole("img", { name: "Picture of the take" }).waitFor();
await page.waitForTimeout(2000);

/** What of a frame's time is shown: from 0 to 1 frame late is as it should be. */
const late: Record<string, readonly number[]> = {};
for (const steps of [0, 10]) {
  for (let step = 0; step < steps; step++) await page.keyboard.press("-");
  await page.keyboard.press("Home");
  await page.keyboard.press("Space");
  await page.waitForTimeout(1000);
  const found = await call<{ late: number; rate: number }[]>("apart", 7);
  await page.keyboard.press("Space");
  const rate = Math.round(100 * (found[0]?.rate ?? 0));
  late[`${rate} %`] = found.map((one) => one.late * FRAMES_A_SECOND);
}
process.stdout.write(`${JSON.stringify(late)}\n`);
await browser.close();
