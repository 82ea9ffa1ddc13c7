import { availableParallelism } from "node:os";
import Piscina from "piscina";
import { Busy, Cancelled, Crashed } from "../../jobs/outcome";
import { FairQueue } from "./fair-queue";

/** How a pool of threads is run. */
export interface PoolOptions {
  /** The file that its threads run. */
  readonly filename: string;
  /** At most so many jobs run at once. */
  readonly threads?: number;
  /** At most so many wait. */
  readonly mostWaiting?: number;
}

/** What somebody asks a thread to do. */
export interface Job {
  readonly kind: string;
}

export interface JobAsk {
  /** Whose turn it is when several wait. */
  readonly asker: string;
  /** Aborted when nobody waits any more. */
  readonly signal?: AbortSignal;
}

const USUAL_WAITING = 24;
/** Before anything was measured, in ms. */
const FIRST_GUESS_MS = 2000;
/** How much the last job says of the next one. */
const LEARNING = 0.2;
const LONGEST_WAIT_S = 60;
const MOST_MEMORY_MB = 1024;
const IDLE_MS = 60_000;

/** A job that waits for a thread. */
interface Waiting {
  readonly asker: string;
  readonly start: () => void;
}

/** Threads of the server for what would hold up its answers: bounded, fair, and stopped when nobody waits. */
export class JobPool {
  private readonly pool: Piscina;
  private readonly threads: number;
  private readonly mostWaiting: number;
  // The pool's own queue puts what can be aborted first: who is next is decided here.
  private readonly queue = new FairQueue<Waiting>(({ asker }) => asker);
  private running = 0;
  /** What ends the jobs that are being done, should a thread not even start. */
  private readonly ends = new Set<(why: Crashed) => void>();
  private usualMs = FIRST_GUESS_MS;

  constructor({ filename, threads, mostWaiting = USUAL_WAITING }: PoolOptions) {
    this.threads = threads ?? Math.max(1, Math.min(2, availableParallelism() - 1));
    this.mostWaiting = mostWaiting;
    this.pool = new Piscina({
      filename,
      minThreads: 0,
      maxThreads: this.threads,
      idleTimeout: IDLE_MS,
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    });
    // The pool tries again and again to start such a thread; whoever waits for it is told.
    this.pool.on("error", (error: unknown) => {
      const why = new Crashed(error instanceof Error ? error.message : "a thread did not start");
      for (const end of this.ends) end(why);
    });
  }

  /**
   * Does a job in a thread; a thread that is at it is stopped when `signal` is aborted.
   * @throws Busy when too many wait already; Cancelled when `signal` is aborted first; Crashed when
   *   the thread broke down; else what the job threw.
   */
  async run<Value>(job: Job, { asker, signal }: JobAsk): Promise<Value> {
    if (signal?.aborted) throw new Cancelled();
    if (this.running < this.threads) this.running++;
    else await this.turn(asker, signal);
    const began = performance.now();
    try {
      const value = (await this.inThread(job, signal)) as Value;
      this.usualMs += LEARNING * (performance.now() - began - this.usualMs);
      return value;
    } catch (error) {
      throw outcomeOf(error, signal);
    } finally {
      const next = this.queue.shift();
      if (next) next.start();
      else this.running--;
    }
  }

  private async inThread(job: Job, signal: AbortSignal | undefined): Promise<unknown> {
    const stop = new AbortController();
    let end: (why: Crashed) => void = () => undefined;
    const broken = new Promise<never>((_, reject) => {
      end = (why) => {
        reject(why);
        stop.abort();
      };
    });
    this.ends.add(end);
    try {
      const signals = signal ? [signal, stop.signal] : [stop.signal];
      const done = this.pool.run(job, { signal: AbortSignal.any(signals) });
      return await Promise.race([done, broken]);
    } finally {
      this.ends.delete(end);
    }
  }

  /** Waits until a thread is free. It is then taken: whoever ends hands it on. */
  private turn(asker: string, signal: AbortSignal | undefined): Promise<void> {
    if (this.queue.size >= this.mostWaiting) throw new Busy(this.secondsUntilRoom());
    return new Promise((resolve, reject) => {
      const leave = () => {
        this.queue.remove(waiting);
        reject(new Cancelled());
      };
      const start = () => {
        signal?.removeEventListener("abort", leave);
        resolve();
      };
      const waiting: Waiting = { asker, start };
      this.queue.push(waiting);
      signal?.addEventListener("abort", leave, { once: true });
    });
  }

  private secondsUntilRoom(): number {
    const rounds = (this.queue.size + 1) / this.threads;
    return Math.min(LONGEST_WAIT_S, Math.max(1, Math.ceil((rounds * this.usualMs) / 1000)));
  }

  close(): Promise<void> {
    return this.pool.destroy();
  }
}

function outcomeOf(error: unknown, signal: AbortSignal | undefined): unknown {
  if (signal?.aborted) return new Cancelled();
  if (error instanceof Crashed) return error;
  const message = error instanceof Error ? error.message : "";
  const { code } = error as { readonly code?: unknown };
  const isBreakdown = code === "ERR_WORKER_OUT_OF_MEMORY" || /worker.*exited/iu.test(message);
  return isBreakdown ? new Crashed(message) : error;
}
