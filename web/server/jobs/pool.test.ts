import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { Busy, Cancelled, Crashed } from "@/jobs/outcome";
import { JobPool } from "./pool";

const filename = join(import.meta.dirname, "pool.test-worker.mjs");
const pool = new JobPool({ filename, threads: 1, mostWaiting: 3 });
const run = (job: { kind: string } & Record<string, unknown>, asker = "a", signal?: AbortSignal) =>
  pool.run(job, { asker, ...(signal && { signal }) });

describe("a pool of threads", () => {
  afterAll(() => pool.close());

  it("answers with what a job makes, or throws", async () => {
    expect(await run({ kind: "say", words: ["one", 2] })).toEqual(["one", 2]);
    await expect(run({ kind: "fail" })).rejects.toThrow(/not like this/u);
  });

  it("stops a job in the middle when nobody waits any more, and goes on with the next", async () => {
    const asker = new AbortController();
    const endless = run({ kind: "spin", ms: 60_000 }, "a", asker.signal);
    setTimeout(() => asker.abort(), 100);
    await expect(endless).rejects.toBeInstanceOf(Cancelled);
    await expect(run({ kind: "say" }, "a", asker.signal)).rejects.toBeInstanceOf(Cancelled);
    expect(await run({ kind: "say", words: "on" })).toBe("on");
  });

  it("outlives a thread that breaks down", async () => {
    await expect(run({ kind: "die" })).rejects.toBeInstanceOf(Crashed);
    expect(await run({ kind: "say", words: "on" })).toBe("on");
  });

  it("says so when its threads do not even start", async () => {
    const broken = new JobPool({
      filename: join(import.meta.dirname, "not-there.mjs"),
      threads: 1,
    });
    for (let again = 0; again < 2; again++) {
      const asked = broken.run({ kind: "say" }, { asker: "a" });
      await expect(asked).rejects.toBeInstanceOf(Error);
    }
    await broken.close();
    const unfit = join(import.meta.dirname, "pool.test-unfit.mjs");
    const dead = new JobPool({ filename: unfit, threads: 1 });
    for (let again = 0; again < 2; again++) {
      await expect(dead.run({ kind: "say" }, { asker: "a" })).rejects.toBeInstanceOf(Crashed);
    }
    await dead.close();
  });

  it("lets askers take turns, and says when to come again where too many wait", async () => {
    const done: string[] = [];
    const ask = async (words: string, asker: string) => {
      done.push((await run({ kind: "say", words }, asker)) as string);
    };
    const first = run({ kind: "spin", ms: 300 });
    const waiting = [ask("a1", "a"), ask("a2", "a"), ask("b1", "b")];
    const refused = await run({ kind: "say" }, "c").catch((error: unknown) => error);
    expect(refused).toBeInstanceOf(Busy);
    const { seconds } = refused as Busy;
    expect([Number.isInteger(seconds), seconds >= 1, seconds <= 60]).toEqual([true, true, true]);
    await Promise.all([first, ...waiting]);
    expect(done).toEqual(["a1", "b1", "a2"]);
  });
});
