import { join } from "node:path";
import { ensureBuild, prepareDatabase, serve } from "./app.mjs";
import { startCluster } from "./cluster.mjs";
import { ensurePackages } from "./packages.mjs";
import { freePort, giveUp, isFree, ROOT, say } from "./run.mjs";

const DEFAULT_PORT = 3000;

/** The wished port, or any free one where none was wished and the usual one is taken. */
async function choosePort() {
  const wished = process.env["PORT"];
  if (wished === undefined || wished === "") {
    return (await isFree(DEFAULT_PORT)) ? DEFAULT_PORT : freePort();
  }
  const port = Number(wished);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    giveUp(`PORT must be 1–65535, got ${wished}`);
  if (!(await isFree(port)))
    giveUp(`Port ${port} is taken: stop what uses it, or choose another with PORT=…`);
  return port;
}

/**
 * Everything from a bare checkout to a served page; stops all it started on Ctrl-C.
 * @param {"start" | "dev"} mode
 */
export async function openSession(mode) {
  ensurePackages();
  const port = await choosePort();
  const given = process.env["DATABASE_URL"];
  const folder = process.env["INTONAZIONE_DATA"] || join(ROOT, ".data");
  const cluster = given
    ? { url: given, stop: () => {}, keepAlive: () => {} }
    : await startCluster(folder);
  /** @type {import("node:child_process").ChildProcess | undefined} */
  let server;
  let isStopping = false;
  const stop = (/** @type {number} */ code) => {
    if (isStopping) return;
    isStopping = true;
    say("\nStopping …");
    server?.kill("SIGTERM");
    cluster.stop();
    process.exit(code);
  };
  process.on("SIGINT", () => stop(0));
  process.on("SIGTERM", () => stop(0));
  process.on("SIGHUP", () => stop(0));
  process.on("exit", () => {
    if (!isStopping) cluster.stop();
  });
  prepareDatabase(cluster.url);
  if (mode === "start") ensureBuild(".next");
  server = await serve({ port, url: cluster.url, folder: ".next", mode });
  server.on("exit", () => {
    if (!isStopping) say("The server stopped by itself.");
    stop(1);
  });
  cluster.keepAlive();
  say(`\nIntonazione is open at http://127.0.0.1:${port}   (Ctrl-C stops it)`);
}
