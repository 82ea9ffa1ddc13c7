import { wrap, type Remote } from "comlink";
import { Cancelled, Crashed } from "./outcome";

/** How jobs share workers: each has one of its own, stopped with it; or all have one that remembers. */
export type Sharing = "alone" | "together";

/** What a worker is to its jobs; by its own `Worker`, or in tests by what stands in for one. */
export type JobWorker = Pick<
  Worker,
  "postMessage" | "addEventListener" | "removeEventListener" | "terminate"
>;

export interface JobWishes {
  /** Aborted when nobody waits any more. */
  readonly signal?: AbortSignal;
  /** Of jobs under one name only the newest is wanted: it cancels those before it. */
  readonly newest?: string;
}

/** A worker, and what this side remembers of what it was sent. */
interface Staffed<Api, Session> {
  readonly worker: JobWorker;
  readonly api: Remote<Api>;
  readonly session: Session;
  /** Ends every job that is in hand when the worker breaks down. */
  readonly crashed: AbortController;
}

/**
 * Long work of the page, in workers of one kind. Every job settles: done, failed, Cancelled or
 * Crashed. Progress is told by functions that are handed over (comlink's `proxy`).
 *
 * - alone: a cancelled job stops computing at once, with its worker; a worker that is done is kept for
 *   the next job with what it remembers.
 * - together: one worker does all, in their order; a cancelled job's answer is dropped, and it is up to
 *   the worker to look whether a later call has come.
 */
export class WorkerJobs<Api, Session = undefined> {
  private kept: Staffed<Api, Session> | undefined;
  private readonly newest = new Map<string, AbortController>();

  /**
   * @param open Starts a worker that exposes the api.
   * @param newSession What is remembered of a worker from job to job, new for each worker.
   */
  constructor(
    private readonly sharing: Sharing,
    private readonly open: () => JobWorker,
    private readonly newSession: () => Session,
  ) {}

  /** @throws Cancelled, Crashed, or what the job throws. */
  async run<Value>(
    job: (api: Remote<Api>, session: Session) => Promise<Value>,
    { signal, newest }: JobWishes = {},
  ): Promise<Value> {
    if (signal?.aborted) throw new Cancelled();
    const overtaken = newest === undefined ? undefined : this.overtake(newest);
    const own = this.kept ?? this.staffed();
    this.kept = this.sharing === "together" ? own : undefined;
    const settled = new AbortController();
    let isDone = false;
    try {
      const value = await new Promise<Value>((resolve, reject) => {
        const once = { once: true, signal: settled.signal };
        const cancel = () => reject(new Cancelled());
        signal?.addEventListener("abort", cancel, once);
        overtaken?.signal.addEventListener("abort", cancel, once);
        own.crashed.signal.addEventListener(
          "abort",
          () => reject(new Crashed(String(own.crashed.signal.reason))),
          once,
        );
        job(own.api, own.session).then(resolve, reject);
      });
      isDone = true;
      return value;
    } finally {
      settled.abort();
      if (newest !== undefined && this.newest.get(newest) === overtaken) this.newest.delete(newest);
      if (this.sharing === "alone") this.putAway(own, isDone);
    }
  }

  /** Ends the worker that is kept; what it was at is Crashed, and the next job gets another. */
  close(): void {
    this.kept?.crashed.abort("closed");
    this.kept?.worker.terminate();
    this.kept = undefined;
  }

  private overtake(name: string): AbortController {
    this.newest.get(name)?.abort();
    const own = new AbortController();
    this.newest.set(name, own);
    return own;
  }

  private putAway(own: Staffed<Api, Session>, isDone: boolean): void {
    if (isDone && !this.kept && !own.crashed.signal.aborted) this.kept = own;
    else own.worker.terminate();
  }

  private staffed(): Staffed<Api, Session> {
    const worker = this.open();
    const crashed = new AbortController();
    const own = {
      worker,
      api: wrap<Api>(worker),
      session: this.newSession(),
      crashed,
    };
    worker.addEventListener("error", (event) => {
      worker.terminate();
      if (this.kept === own) this.kept = undefined;
      crashed.abort("message" in event ? event.message : "the worker broke down");
    });
    return own;
  }
}
