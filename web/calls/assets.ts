import { z } from "zod";
import { answered, type Answer } from "./answer";
import { ask } from "./ask";

/** Bytes that the studio keeps, known by what they are. */
export interface Asset {
  /** SHA-256, in hexadecimal; they are at `/api/assets/<hash>`. */
  readonly hash: string;
  readonly bytes: number;
  /** The media type, told by the content. */
  readonly type: string;
}

const uploadSchema = z.object({ id: z.uuid(), received: z.int() });
const assetSchema = z.object({
  asset: z.object({ hash: z.string(), bytes: z.int(), type: z.string() }),
});
const readUpload = (body: unknown) => uploadSchema.safeParse(body).data;
const readArrived = (body: unknown) => assetSchema.safeParse(body).data ?? readUpload(body);

/** What one request carries: little enough to show progress by, and to lose. */
const REQUEST_BYTES = 16 << 20;
const REQUEST_TIMEOUT_MS = 120_000;
const PAUSES_MS = [500, 1000, 2000, 4000, 8000, 15_000] as const;

interface Sending {
  /** Gives the upload up; what had come of it is taken away. */
  readonly signal?: AbortSignal;
  /** What had come stays when it is given up, so that somebody can go on from there. */
  readonly isKeptWhenGivenUp?: boolean;
  /** An upload that was begun before, to go on with; where the server has it no more, another is begun. */
  readonly begun?: string;
  /** Told under which id the bytes are sent. */
  readonly onBegun?: (uploadId: string) => unknown;
  /** Called with how many bytes have arrived. */
  readonly onProgress?: (received: number) => void;
  /** How long to wait after so many failures in a row, in milliseconds; undefined gives up. */
  readonly pauseAfter?: (failures: number) => number | undefined;
}

/**
 * Sends bytes to be kept. Where the way is cut it waits and goes on from what has arrived.
 * @throws the signal's reason when it is given up.
 */
export async function sendAsset(file: Blob, sending: Sending = {}): Promise<Answer<Asset>> {
  const { signal, onProgress, pauseAfter = (failures) => PAUSES_MS[failures - 1] } = sending;
  let failures = 0;
  let begun = await begin(file, sending.begun);
  while (begun.kind === "away") {
    const pause = pauseAfter(++failures);
    if (pause === undefined) return begun;
    await new Promise((resolve) => setTimeout(resolve, pause));
    if (signal?.aborted) throw signal.reason;
    begun = await begin(file, sending.begun);
  }
  if (begun.kind !== "done") return begun;
  if ("asset" in begun.value) return { kind: "done", value: begun.value.asset };
  await sending.onBegun?.(begun.value.id);
  const path = `/api/assets/uploads/${begun.value.id}`;
  let { received } = begun.value;
  failures = 0;
  for (;;) {
    if (signal?.aborted) {
      if (!sending.isKeptWhenGivenUp) await ask(path, "DELETE");
      throw signal.reason;
    }
    const answer = await put(path, received, file, signal);
    if (answer.kind === "refused" && answer.code !== "out-of-place") return answer;
    if (answer.kind === "done") {
      if ("asset" in answer.value) return { kind: "done", value: answer.value.asset };
      failures = 0;
      received = answer.value.received;
    } else if (!signal?.aborted) {
      const pause = pauseAfter(++failures);
      if (pause === undefined) return { kind: "away" };
      await new Promise((resolve) => setTimeout(resolve, pause));
      const now = await answered(await ask(path, "GET"), readUpload);
      if (now.kind === "refused") return now;
      if (now.kind === "done") received = now.value.received;
    }
    onProgress?.(received);
  }
}

/** @param known An upload to go on with, where the server still has it. */
async function begin(file: Blob, known: string | undefined) {
  if (known !== undefined) {
    const now = await answered(await ask(`/api/assets/uploads/${known}`, "GET"), readArrived);
    if (now.kind !== "refused") return now;
  }
  return answered(await ask("/api/assets", "POST", { bytes: file.size }), readArrived);
}

async function put(path: string, from: number, file: Blob, given: AbortSignal | undefined) {
  const body = file.slice(from, from + REQUEST_BYTES);
  const late = AbortSignal.timeout(REQUEST_TIMEOUT_MS);
  const signal = given ? AbortSignal.any([given, late]) : late;
  const sent = fetch(`${path}?from=${from}`, { method: "PUT", body, signal });
  return answered(await sent.catch(() => undefined), readArrived);
}
