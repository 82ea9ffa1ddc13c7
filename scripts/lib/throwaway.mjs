import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureBuild, prepareDatabase, serve } from "./app.mjs";
import { startCluster } from "./cluster.mjs";
import { ensureChromium } from "./debian.mjs";
import { ensurePackages } from "./packages.mjs";
import { freePort } from "./run.mjs";

/**
 * A database, a folder and on request the served application, all of which are gone at the end;
 * nothing of a running application is touched.
 * @param {string} purpose Names the folder.
 */
export async function openThrowaway(purpose) {
  ensurePackages();
  ensureChromium();
  const folder = mkdtempSync(join(tmpdir(), `intonazione-${purpose}-`));
  const cluster = await startCluster(folder);
  /** @type {import("node:child_process").ChildProcess | undefined} */
  let server;
  let isOver = false;
  const close = () => {
    if (isOver) return;
    isOver = true;
    server?.kill("SIGTERM");
    cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  };
  process.on("exit", close);
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => process.exit(1));
  return {
    folder,
    cluster,
    close,
    /** The process that serves, once it does. */
    serverId: () => server?.pid,
    build: () => ensureBuild(".next-test"),
    /** Serves the build with the demo studio. @returns {Promise<string>} its address */
    async serve() {
      prepareDatabase(cluster.url);
      cluster.keepAlive();
      const port = await freePort();
      const how = /** @type {const} */ ({ folder: ".next-test", mode: "start", quiet: true });
      server = await serve({ port, url: cluster.url, ...how });
      return `http://127.0.0.1:${port}`;
    },
  };
}
