import { execFileSync } from "node:child_process";
import {
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Client } from "pg";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { startCluster } from "./cluster.mjs";
import { waitBeforeRevival } from "./keep-alive.mjs";

/** Only where the test command has made sure that PostgreSQL is there. */
const hasPostgres = process.env["TEST_DATABASE_URL"] !== undefined;

async function ask(url: string, query: string): Promise<unknown> {
  const client = new Client({ connectionString: url, connectionTimeoutMillis: 3000 });
  await client.connect();
  try {
    const { rows } = await client.query<Record<string, unknown>>(query);
    return rows[0] && Object.values(rows[0])[0];
  } finally {
    await client.end();
  }
}

describe.skipIf(!hasPostgres)("a cluster of our own", () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), "intonazione-cluster-"));
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it("listens on loopback only, wants its password, and is closed to others", async () => {
    const cluster = await startCluster(folder);
    expect(new URL(cluster.url).hostname).toBe("127.0.0.1");
    expect(await ask(cluster.url, "show listen_addresses")).toBe("127.0.0.1");
    const wrong = cluster.url.replace(/:[^:@/]+@/u, ":guessed@");
    await expect(ask(wrong, "select 1")).rejects.toThrow(/password/u);
    expect(statSync(folder).mode & 0o066).toBe(0);
    expect(statSync(join(folder, "password")).mode & 0o077).toBe(0);
    expect(statSync(join(folder, "postgres")).mode & 0o077).toBe(0);
    await ask(cluster.url, "create table kept (note text)");
    cluster.stop();
    await expect(ask(cluster.url, "select 1")).rejects.toThrow();
  });

  it("is shared by sessions, and stopped by the last of them", async () => {
    const first = await startCluster(folder);
    // Another session that is alive: a process of its own, as far as the cluster can tell.
    const other = join(folder, "users", String(process.ppid));
    writeFileSync(other, "");
    first.stop();
    expect(await ask(first.url, "select count(*)::int from kept")).toBe(0);
    rmSync(other);
    const second = await startCluster(folder);
    expect(second.url).toBe(first.url);
    second.stop();
    await expect(ask(first.url, "select 1")).rejects.toThrow();
  });

  it("starts again after an unclean stop, with everything that was stored", async () => {
    const before = await startCluster(folder);
    await ask(before.url, "insert into kept values ('survives')");
    const data = join(folder, "postgres", "cluster");
    const [pid] = readFileSync(join(data, "postmaster.pid"), "utf8").split("\n");
    execFileSync("kill", ["-9", pid!]);
    // A session that was killed as well leaves its file behind.
    writeFileSync(join(folder, "users", "999999999"), "");
    const after = await startCluster(folder);
    expect(await ask(after.url, "select note from kept")).toBe("survives");
    after.stop();
    expect(existsSync(join(data, "postmaster.pid"))).toBe(false);
    expect(readdirSync(join(folder, "users"))).toEqual(["999999999"]);
  });

  it("is brought back within five seconds when it is killed, again and again, and says so", async () => {
    const cluster = await startCluster(folder);
    const said: string[] = [];
    vi.spyOn(process.stdout, "write").mockImplementation((text) => said.push(String(text)) > 0);
    cluster.keepAlive();
    for (const seconds of [5, 7]) {
      expect(cluster.kill()).toBe(true);
      await expect.poll(() => ask(cluster.url, "select 1").catch(() => 0)).toBe(0);
      const back = () => ask(cluster.url, "select note from kept").catch(() => undefined);
      await expect.poll(back, { timeout: seconds * 1000, interval: 100 }).toBe("survives");
    }
    // Who stops it on purpose does not get it back.
    expect(cluster.pause()).toBe(true);
    await new Promise((resolve) => setTimeout(resolve, 2000));
    await expect(ask(cluster.url, "select 1")).rejects.toThrow();
    vi.restoreAllMocks();
    expect(said.filter((line) => line.includes("has died"))).toHaveLength(2);
    expect(said.filter((line) => line.includes("is back after"))).toHaveLength(2);
    cluster.stop();
  }, 60_000);

  it("waits longer each time it dies again, a minute at most", () => {
    const waits = [1, 2, 3, 4, 5, 9, 30].map(waitBeforeRevival);
    expect(waits).toEqual([0, 1000, 2000, 4000, 8000, 60_000, 60_000]);
  });

  it("can be stopped and started again under whoever uses it", async () => {
    const cluster = await startCluster(folder);
    expect(cluster.pause()).toBe(true);
    await expect(ask(cluster.url, "select 1")).rejects.toThrow();
    expect(cluster.resume()).toBe(true);
    expect(await ask(cluster.url, "select note from kept")).toBe("survives");
    cluster.stop();
  });
});
