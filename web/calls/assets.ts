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
  /** Called with how many bytes have arrived. */
  readonly onProgress?: (received: number) => void;
  /** How long to wait after so many failures in a row, in milliseconds; undefined gives up. */
  readonly pauseAfter?: (failures: number) => number | undefined;
}

/**
 * Sends bytes to be kept. Where the way is cut it waits and goes on from what has arrived.
 * @throws the signal's reason when it is given up.
 */
export async function sendAsset(
  file: Blob,
  { signal, onProgress, pauseAfter = (failures) => PAUSES_MS[failures - 1] }: Sending = {},
): Promise<Answer<Asset>> {
  const begun = await answered(await ask("/api/assets", "POST", { bytes: file.size }), readUpload);
  if (begun.kind !== "done") return begun;
  const path = `/api/assets/uploads/${begun.value.id}`;
  let received = 0;
  let failures = 0;
  for (;;) {
    if (signal?.aborted) {
      await ask(path, "DELETE");
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

async function put(path: string, from: number, file: Blob, given: AbortSignal | undefined) {
  const body = file.slice(from, from + REQUEST_BYTES);
  const late = AbortSignal.timeout(REQUEST_TIMEOUT_MS);
  const signal = given ? AbortSignal.any([given, late]) : late;
  const sent = fetch(`${path}?from=${from}`, { method: "PUT", body, signal });
  return answered(await sent.catch(() => undefined), readArrived);
}
