import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { FairQueue } from "./fair-queue";

interface Job {
  readonly asker: string;
  readonly number: number;
}

const anyJobs = fc
  .array(fc.constantFrom("a", "b", "c"), { maxLength: 30 })
  .map((askers) => askers.map((asker, number): Job => ({ asker, number })));

function drained(queue: FairQueue<Job>): Job[] {
  const jobs: Job[] = [];
  for (let job = queue.shift(); job; job = queue.shift()) jobs.push(job);
  return jobs;
}

describe("who waits", () => {
  it("comes in its own order, once each, and none is lost", () => {
    fc.assert(
      fc.property(anyJobs, (jobs) => {
        const queue = new FairQueue<Job>(({ asker }) => asker);
        for (const job of jobs) queue.push(job);
        expect(queue.size).toBe(jobs.length);
        const out = drained(queue);
        expect(queue.size).toBe(0);
        for (const asker of ["a", "b", "c"]) {
          const own = (list: readonly Job[]) => list.filter((job) => job.asker === asker);
          expect(own(out)).toEqual(own(jobs));
        }
      }),
    );
  });

  it("waits for no more than one job of each other asker between two of its own", () => {
    fc.assert(
      fc.property(anyJobs, (jobs) => {
        const queue = new FairQueue<Job>(({ asker }) => asker);
        for (const job of jobs) queue.push(job);
        const out = drained(queue);
        for (const [at, { asker }] of out.entries()) {
          const next = out.findIndex((job, index) => index > at && job.asker === asker);
          if (next < 0) continue;
          const between = out.slice(at + 1, next).map((job) => job.asker);
          expect(new Set(between).size).toBe(between.length);
        }
      }),
    );
  });

  it("is gone when it is taken out, and nobody else is", () => {
    fc.assert(
      fc.property(anyJobs, fc.nat(), (jobs, which) => {
        const queue = new FairQueue<Job>(({ asker }) => asker);
        for (const job of jobs) queue.push(job);
        const gone = jobs[which % Math.max(1, jobs.length)] ?? { asker: "a", number: -1 };
        queue.remove(gone);
        queue.remove(gone);
        const rest = jobs.filter((job) => job !== gone);
        expect(queue.size).toBe(rest.length);
        expect(
          drained(queue)
            .map(({ number }) => number)
            .sort(),
        ).toEqual(rest.map(({ number }) => number).sort());
      }),
    );
  });
});
