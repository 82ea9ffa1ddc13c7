import { wrap, type Remote } from "comlink";
import type { Desk } from "./protocol";

export class Cancelled extends Error {}

/**
 * Runs one request in a worker of its own, which ends with it: every request settles, and a
 * cancelled one stops computing at once.
 * @throws Cancelled when `signal` is aborted first.
 */
export async function atTheDesk<Value>(
  request: (desk: Remote<Desk>) => Promise<Value>,
  signal: AbortSignal,
): Promise<Value> {
  if (signal.aborted) throw new Cancelled();
  const worker = new Worker(new URL("./desk.worker.ts", import.meta.url), { type: "module" });
  try {
    return await new Promise<Value>((resolve, reject) => {
      signal.addEventListener("abort", () => reject(new Cancelled()), { once: true });
      worker.addEventListener("error", (event) => reject(new Error(event.message)), { once: true });
      request(wrap<Desk>(worker)).then(resolve, reject);
    });
  } finally {
    worker.terminate();
  }
}
