import { expose, proxy, type Endpoint } from "comlink";
import nodeEndpoint from "comlink/dist/umd/node-adapter";
import { MessageChannel } from "node:worker_threads";
import { describe, expect, it } from "vitest";
import { Cancelled, Crashed } from "./outcome";
import { WorkerJobs, type JobWorker, type Sharing } from "./worker-jobs";

const toEndpoint = nodeEndpoint as unknown as (port: unknown) => Endpoint;

/** What the jobs of these tests can ask for. */
function newApi() {
  let calls = 0;
  return {
    count: () => ++calls,
    fail: () => {
      throw new RangeError("not like this");
    },
    never: () => new Promise<void>(() => undefined),
    steps: async (onProgress: (share: number) => void | Promise<void>) => {
      for (const share of [0.25, 0.5, 1]) await onProgress(share);
      return "through";
    },
  };
}
type Api = ReturnType<typeof newApi>;

/** Workers that live in this process: the same wire, and a way to break them. */
function staff(sharing: Sharing) {
  const workers: { crash: () => void; isEnded: boolean }[] = [];
  const open = (): JobWorker => {
    const { port1, port2 } = new MessageChannel();
    expose(newApi(), toEndpoint(port2));
    const endpoint = toEndpoint(port1);
    const onError: EventListener[] = [];
    const own = {
      isEnded: false,
      crash: () => {
        const event = Object.assign(new Event("error"), { message: "out of memory" });
        for (const tell of onError) tell(event);
      },
    };
    workers.push(own);
    const worker = {
      postMessage: endpoint.postMessage.bind(endpoint),
      addEventListener: (type: string, listener: EventListener) => {
        if (type === "error") onError.push(listener);
        else endpoint.addEventListener(type, listener);
      },
      removeEventListener: endpoint.removeEventListener.bind(endpoint),
      terminate: () => {
        own.isEnded = true;
        port1.close();
      },
    };
    return worker as unknown as JobWorker;
  };
  let sessions = 0;
  const jobs = new WorkerJobs<Api, number>(sharing, open, () => ++sessions);
  return { jobs, workers };
}

describe.each<Sharing>(["alone", "together"])("a job of workers that work %s", (sharing) => {
  it("answers, fails as it failed, and tells how far it is", async () => {
    const { jobs } = staff(sharing);
    expect(await jobs.run((api) => api.count())).toBe(1);
    await expect(jobs.run((api) => api.fail())).rejects.toThrow(/not like this/u);
    const told: number[] = [];
    const onProgress = proxy((share: number) => void told.push(share));
    expect(await jobs.run((api) => api.steps(onProgress))).toBe("through");
    expect(told).toEqual([0.25, 0.5, 1]);
    jobs.close();
  });

  it("settles when nobody waits any more, before it began and in the middle", async () => {
    const { jobs } = staff(sharing);
    await expect(
      jobs.run((api) => api.count(), { signal: AbortSignal.abort() }),
    ).rejects.toBeInstanceOf(Cancelled);
    const asker = new AbortController();
    const endless = jobs.run((api) => api.never(), { signal: asker.signal });
    asker.abort();
    await expect(endless).rejects.toBeInstanceOf(Cancelled);
    expect(await jobs.run((api) => api.count())).toBe(1);
    jobs.close();
  });

  it("gives way to a newer one of its name, and to no other", async () => {
    const { jobs } = staff(sharing);
    const old = jobs.run((api) => api.never(), { newest: "review" });
    const other = jobs.run((api) => api.count(), { newest: "tuning" });
    const fresh = jobs.run((api) => api.count(), { newest: "review" });
    await expect(old).rejects.toBeInstanceOf(Cancelled);
    expect([await other, await fresh].every((count) => count >= 1)).toBe(true);
    jobs.close();
  });

  it("ends with a worker that breaks down, and the next one gets another", async () => {
    const { jobs, workers } = staff(sharing);
    const broken = jobs.run((api) => api.never());
    workers[0]!.crash();
    await expect(broken).rejects.toBeInstanceOf(Crashed);
    expect(workers[0]!.isEnded).toBe(true);
    expect(await jobs.run((api, session) => api.count().then((count) => [count, session]))).toEqual(
      [1, 2],
    );
    expect(workers).toHaveLength(2);
    jobs.close();
  });
});

describe("workers", () => {
  it("that work alone are kept while they are idle, and ended with a job that is cancelled", async () => {
    const { jobs, workers } = staff("alone");
    expect(await jobs.run((api) => api.count())).toBe(1);
    expect(await jobs.run((api) => api.count())).toBe(2);
    expect(workers).toHaveLength(1);
    const asker = new AbortController();
    const cancelled = jobs.run((api) => api.never(), { signal: asker.signal });
    const beside = jobs.run((api) => api.count());
    asker.abort();
    await expect(cancelled).rejects.toBeInstanceOf(Cancelled);
    expect(await beside).toBe(1);
    expect(workers.map(({ isEnded }) => isEnded)).toEqual([true, false]);
    jobs.close();
  });

  it("that work together are one, whatever is cancelled", async () => {
    const { jobs, workers } = staff("together");
    const asker = new AbortController();
    const cancelled = jobs.run((api) => api.never(), { signal: asker.signal });
    expect(await jobs.run((api) => api.count())).toBe(1);
    asker.abort();
    await expect(cancelled).rejects.toBeInstanceOf(Cancelled);
    expect(await jobs.run((api, session) => api.count().then((count) => [count, session]))).toEqual(
      [2, 1],
    );
    expect(workers).toHaveLength(1);
    jobs.close();
  });
});
