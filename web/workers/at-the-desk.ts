import { wrap, type Remote } from "comlink";
import type { Desk } from "./protocol";

export class Cancelled extends Error {}

interface Staffed {
  readonly worker: Worker;
  readonly desk: Remote<Desk>;
}

/** A worker that has done its request, kept for the next one with what it remembers. */
let idle: Staffed | undefined;

function staffed(): Staffed {
  const worker = new Worker(new URL("./desk.worker.ts", import.meta.url), { type: "module" });
  return { worker, desk: wrap<Desk>(worker) };
}

/**
 * Runs one request in a worker: every request settles, and a cancelled one stops computing at once,
 * with its worker.
 * @throws Cancelled when `signal` is aborted first.
 */
export async function atTheDesk<Value>(
  request: (desk: Remote<Desk>) => Promise<Value>,
  signal: AbortSignal,
): Promise<Value> {
  if (signal.aborted) throw new Cancelled();
  const own = idle ?? staffed();
  idle = undefined;
  const settled = new AbortController();
  let isDone = false;
  try {
    const value = await new Promise<Value>((resolve, reject) => {
      const options = { once: true, signal: settled.signal };
      signal.addEventListener("abort", () => reject(new Cancelled()), options);
      own.worker.addEventListener("error", ({ message }) => reject(new Error(message)), options);
      request(own.desk).then(resolve, reject);
    });
    isDone = true;
    return value;
  } finally {
    settled.abort();
    if (isDone && !idle) idle = own;
    else own.worker.terminate();
  }
}
