/**
 * How long work ends when it is not done, wherever it runs: in a worker of the browser
 * (`worker-jobs.ts`) or in a thread of the server (`server/jobs/pool.ts`). Every job settles: with its
 * value, with what it threw, or with one of these. What breaks down takes nothing with it but the job
 * it was at; the next job gets another worker.
 */

/** Nobody waits any more: the asker has gone, or asked for something newer instead. */
export class Cancelled extends Error {
  override readonly name = "Cancelled";
}

/** The worker broke down while it was at the job. */
export class Crashed extends Error {
  override readonly name = "Crashed";
}

/** There is more to do than can wait. */
export class Busy extends Error {
  override readonly name = "Busy";
  constructor(
    /** When to ask again, whole seconds from 1. */
    readonly seconds: number,
  ) {
    super(`there is more to do than can wait: try again in ${seconds} s`);
  }
}
