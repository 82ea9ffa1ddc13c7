import { createHash, randomFillSync } from "node:crypto";
import {
  closeSync,
  mkdtempSync,
  openAsBlob,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { sendAsset } from "../../web/calls/assets";

/**
 * A recording of 500 MB in and out, its way in cut twice, and ranges from its middle: how long it takes,
 * and how much the server's memory grows meanwhile. Prints seconds, milliseconds and bytes.
 */

const SOUND_BYTES = 500_000_000;
const CHUNK_BYTES = 1_000_000;
const RANGE_BYTES = 64 * 1024;
const RANGES = 40;
/** Which of the requests that carry bytes are cut, and after how much. */
const CUT = new Map([
  [7, 5_000_000],
  [20, 11_500_000],
]);

const base = process.env["BENCH_URL"] ?? "";
const serverPid = Number(process.env["BENCH_SERVER"]);

/** The memory of a process and of those it started, in bytes; 0 for one that is gone. */
function memoryOf(pid: number): number {
  try {
    const pages = Number(readFileSync(`/proc/${pid}/statm`, "utf8").split(" ")[1]);
    const children = readdirSync(`/proc/${pid}/task`).flatMap((task) =>
      readFileSync(`/proc/${pid}/task/${task}/children`, "utf8").trim().split(" ").filter(Boolean),
    );
    return pages * 4096 + children.reduce((sum, child) => sum + memoryOf(Number(child)), 0);
  } catch {
    return 0;
  }
}

/** How much more memory the server took at most while something was done. */
async function growthDuring(work: () => Promise<void>): Promise<number> {
  const before = memoryOf(serverPid);
  let most = before;
  const timer = setInterval(() => (most = Math.max(most, memoryOf(serverPid))), 100);
  await work();
  clearInterval(timer);
  return most - before;
}

const folder = mkdtempSync(join(tmpdir(), "intonazione-sound-"));
const path = join(folder, "sound.wav");
const file = openSync(path, "w");
const hash = createHash("sha256");
const chunk = Buffer.alloc(CHUNK_BYTES);
for (let at = 0; at < SOUND_BYTES; at += CHUNK_BYTES) {
  randomFillSync(chunk);
  hash.update(chunk);
  writeSync(file, chunk);
}
closeSync(file);
const expected = hash.digest("hex");

let puts = 0;
let cuts = 0;
const plain = globalThis.fetch;
globalThis.fetch = (async (asked: string, init: RequestInit = {}) => {
  const url = new URL(asked, base);
  const cutAfter = init.method === "PUT" ? CUT.get(++puts) : undefined;
  if (cutAfter === undefined) return plain(url, init);
  cuts++;
  let sent = 0;
  const body = (init.body as Blob).stream().pipeThrough(
    new TransformStream<Uint8Array, Uint8Array>({
      transform(bytes, controller) {
        sent += bytes.length;
        if (sent > cutAfter) controller.error(new Error("the line is dead"));
        else controller.enqueue(bytes);
      },
    }),
  );
  return plain(url, { ...init, body, duplex: "half" } as RequestInit);
}) as typeof fetch;

/** Something smaller first, so that what any first request pays for is not counted. */
async function warm(): Promise<void> {
  const sent = await sendAsset(new Blob([randomFillSync(Buffer.alloc(20_000_000))]));
  if (sent.kind !== "done") throw new Error(`the first upload was answered: ${sent.kind}`);
  await (await fetch(`/api/assets/${sent.value.hash}`)).arrayBuffer();
  puts = 0;
}

async function seconds(work: () => Promise<void>): Promise<number> {
  const start = performance.now();
  await work();
  return (performance.now() - start) / 1000;
}

await warm();
let inSeconds = 0;
let outSeconds = 0;
const ranges: number[] = [];
const growthIn = await growthDuring(async () => {
  inSeconds = await seconds(async () => {
    const sent = await sendAsset(await openAsBlob(path));
    if (sent.kind !== "done" || sent.value.hash !== expected) {
      throw new Error(`what came in is not what was sent: ${JSON.stringify(sent)}`);
    }
  });
});
const growthOut = await growthDuring(async () => {
  outSeconds = await seconds(async () => {
    const answer = await fetch(`/api/assets/${expected}`);
    const back = createHash("sha256");
    for await (const bytes of answer.body!) back.update(bytes);
    if (back.digest("hex") !== expected) throw new Error("what went out is not what came in");
  });
});
for (let round = 0; round < RANGES; round++) {
  const from = Math.floor((0.3 + (0.4 * round) / RANGES) * SOUND_BYTES);
  const start = performance.now();
  const answer = await fetch(`/api/assets/${expected}`, {
    headers: { Range: `bytes=${from}-${from + RANGE_BYTES - 1}` },
  });
  const { byteLength } = await answer.arrayBuffer();
  ranges.push(performance.now() - start);
  if (answer.status !== 206 || byteLength !== RANGE_BYTES) throw new Error("no range came");
}
rmSync(folder, { recursive: true });
process.stdout.write(
  JSON.stringify({ bytes: SOUND_BYTES, cuts, inSeconds, outSeconds, growthIn, growthOut, ranges }),
);
