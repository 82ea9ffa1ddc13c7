import { createServer } from "node:http";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { hear, readMono, readTakes } from "./takes";
import { attacksF1, mean, rounded } from "./takes-score";

/**
 * How well what the stretching library plays slowly can still be heard: attacks at 50 and at 25 %.
 *
 * usage: slowed-takes FOLDER [EVERY] (takes with their truth; every which of them, 1 for all)
 */
const [folder = "", every = "4"] = process.argv.slice(2);
/** What keeps both attacks and low strings: shorter blocks tear a bass apart, longer ones smear picks. */
const BLOCK_MS = 70;
const library = readFileSync("node_modules/signalsmith-stretch/SignalsmithStretch.mjs");

const server = createServer((request, response) => {
  const isLibrary = request.url === "/stretch.mjs";
  response.setHeader("Content-Type", isLibrary ? "text/javascript" : "text/html");
  response.end(isLibrary ? library : "<!doctype html><title>Bench</title>");
});
await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
const address = server.address();
const port = typeof address === "object" && address ? address.port : 0;
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--disable-background-networking"],
});
const page = await browser.newPage();
await page.goto(`http://127.0.0.1:${port}/`);

/** Plays samples through the library, offline. */
async function played(
  samples: Float32Array,
  sampleRate: number,
  { rate, semitones }: { rate: number; semitones: number },
): Promise<Float32Array> {
  const sent = Buffer.from(samples.buffer, samples.byteOffset, samples.byteLength).toString(
    "base64",
  );
  const got = await page.evaluate(
    async ({ sent, sampleRate, rate, semitones, blockMs }) => {
      const bytes = Uint8Array.from(atob(sent), (letter) => letter.charCodeAt(0));
      const sound = new Float32Array(bytes.buffer);
      const url = "/stretch.mjs";
      const { default: stretchNode } = (await import(url)) as {
        default: (
          context: BaseAudioContext,
          options: object,
        ) => Promise<
          AudioNode & {
            addBuffers: (buffers: Float32Array[]) => Promise<number>;
            schedule: (change: object) => Promise<void>;
            configure: (settings: object) => Promise<void>;
          }
        >;
      };
      const length = Math.ceil(sound.length / rate + sampleRate / 2);
      const context = new OfflineAudioContext(1, length, sampleRate);
      const node = await stretchNode(context, { numberOfInputs: 0, outputChannelCount: [1] });
      await node.configure({ blockMs });
      await node.addBuffers([sound]);
      await node.schedule({ active: true, input: 0, output: 0, rate, semitones });
      node.connect(context.destination);
      const rendered = (await context.startRendering()).getChannelData(0);
      const out = new Uint8Array(rendered.buffer);
      let text = "";
      for (let at = 0; at < out.length; at += 32_768) {
        text += String.fromCharCode(...out.subarray(at, at + 32_768));
      }
      return btoa(text);
    },
    { sent, sampleRate, rate, semitones, blockMs: BLOCK_MS },
  );
  const bytes = Buffer.from(got, "base64");
  return new Float32Array(bytes.buffer, bytes.byteOffset, bytes.byteLength / 4).slice();
}

const figures: Record<string, Record<string, number[]>> = {};
const takes = readTakes(folder).filter((_, index) => index % Number(every) === 0);
for (const take of takes) {
  const { samples, sampleRate } = readMono(join(folder, take.file));
  for (const rate of [1, 0.5, 0.25]) {
    const slowed = await played(samples, sampleRate, { rate, semitones: 0 });
    const { attacks } = hear({ samples: slowed, sampleRate });
    const heard = attacks.map(({ seconds }) => seconds * rate);
    const kind = take.drums ? "under drums" : take.kind === "strum" ? "strums" : "clean";
    ((figures[`${100 * rate} %`] ??= {})[kind] ??= []).push(attacksF1(take, heard));
  }
}
await browser.close();
server.close();
process.stdout.write(
  `${JSON.stringify(
    Object.fromEntries(
      Object.entries(figures).map(([speed, kinds]) => [
        speed,
        Object.fromEntries(
          Object.entries(kinds).map(([kind, values]) => [kind, rounded(mean(values))]),
        ),
      ]),
    ),
    undefined,
    2,
  )}\n`,
);
