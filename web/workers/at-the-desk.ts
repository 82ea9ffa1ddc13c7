import type { Remote } from "comlink";
import { WorkerJobs } from "@/jobs/worker-jobs";
import type { Desk } from "./protocol";

const desks = new WorkerJobs<Desk>(
  "alone",
  () => new Worker(new URL("./desk.worker.ts", import.meta.url), { type: "module" }),
  () => undefined,
);

/**
 * Runs one request in a worker: every request settles, and a cancelled one stops computing at once,
 * with its worker.
 * @throws Cancelled when `signal` is aborted first; Crashed when the worker breaks down.
 */
export function atTheDesk<Value>(
  request: (desk: Remote<Desk>) => Promise<Value>,
  signal: AbortSignal,
): Promise<Value> {
  return desks.run(request, { signal });
}
