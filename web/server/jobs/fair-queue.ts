/**
 * Those who wait take turns: each asker's jobs in their order, one of each asker in a round, so that
 * nobody who asks for much holds up who asks for little.
 */
export class FairQueue<Job> {
  private readonly byAsker = new Map<string, Job[]>();
  private count = 0;

  constructor(private readonly askerOf: (job: Job) => string) {}

  get size(): number {
    return this.count;
  }

  push(job: Job): void {
    const asker = this.askerOf(job);
    const own = this.byAsker.get(asker);
    if (own) own.push(job);
    else this.byAsker.set(asker, [job]);
    this.count++;
  }

  /** The next in turn; its asker then waits behind all others. */
  shift(): Job | null {
    const [first] = this.byAsker;
    if (!first) return null;
    const [asker, jobs] = first;
    const job = jobs.shift()!;
    this.byAsker.delete(asker);
    if (jobs.length > 0) this.byAsker.set(asker, jobs);
    this.count--;
    return job;
  }

  /** Takes one out wherever it waits; nothing happens if it does not. */
  remove(job: Job): void {
    const asker = this.askerOf(job);
    const jobs = this.byAsker.get(asker);
    const at = jobs?.indexOf(job) ?? -1;
    if (!jobs || at < 0) return;
    jobs.splice(at, 1);
    if (jobs.length === 0) this.byAsker.delete(asker);
    this.count--;
  }
}
