import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { giveUp, ROOT, run, say, start, waitFor } from "./run.mjs";
import { bundleJobs, JOBS_FOLDER } from "./jobs.mjs";
import { bundleWorklets } from "./worklets.mjs";

const WEB = join(ROOT, "web");
const NEXT = join(ROOT, "node_modules/next/dist/bin/next");
const SOURCES = ["core/src", "demo/src", "press/src", "web", "package-lock.json"];

/** One number for everything that goes into a build. */
function sourceHash() {
  const hash = createHash("sha256");
  const visit = (/** @type {string} */ path) => {
    const entries = readdirSync(join(ROOT, path), { withFileTypes: true });
    for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
      // Bundled worklets are made from sources that are counted themselves.
      if (
        /^\.next|^node_modules$|^public$|^built$|\.tsbuildinfo$|^next-env|\.test\.ts$/u.test(
          entry.name,
        )
      )
        continue;
      const child = `${path}/${entry.name}`;
      if (entry.isDirectory()) visit(child);
      else hash.update(child).update(readFileSync(join(ROOT, child)));
    }
  };
  for (const source of SOURCES) {
    if (source.includes(".")) hash.update(readFileSync(join(ROOT, source)));
    else visit(source);
  }
  return hash.digest("hex");
}

/** Builds the application into `web/<folder>` unless that build is of these very sources. @param {string} folder */
export function ensureBuild(folder) {
  const stamp = join(WEB, folder, "built-from");
  const wanted = sourceHash();
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === wanted) return;
  say("Building the application …");
  bundleWorklets();
  bundleJobs();
  if (!run(process.execPath, [NEXT, "build"], { cwd: WEB, env: nextEnv(folder, {}) })) {
    giveUp("The build failed (see above).");
  }
  writeFileSync(stamp, wanted);
}

/** @param {string} folder @param {Record<string, string>} more @returns {NodeJS.ProcessEnv} */
function nextEnv(folder, more) {
  return {
    ...process.env,
    NEXT_TELEMETRY_DISABLED: "1",
    NEXT_DIST_DIR: folder,
    INTONAZIONE_JOBS: JOBS_FOLDER,
    ...more,
  };
}

/** Brings the database's tables up to date, and fills an empty one with the demo studio. @param {string} url */
export function prepareDatabase(url) {
  const env = { ...process.env, DATABASE_URL: url };
  if (!run(process.execPath, ["--import", "tsx", "server/prepare.ts"], { cwd: WEB, env })) {
    giveUp("The database could not be prepared (see above).");
  }
}

/**
 * Serves a build, or the sources as they are being changed, and waits until it answers.
 * @param {{ port: number, url: string, folder: string, mode: "start" | "dev", quiet?: boolean }} options
 */
export async function serve({ port, url, folder, mode, quiet }) {
  if (mode === "dev") {
    bundleWorklets();
    bundleJobs();
  }
  const server = start(process.execPath, [NEXT, mode, "-H", "127.0.0.1", "-p", String(port)], {
    cwd: WEB,
    env: nextEnv(folder, { DATABASE_URL: url }),
    stdio: quiet ? "ignore" : ["ignore", "ignore", "inherit"],
  });
  if (!(await waitFor(`http://127.0.0.1:${port}/api/health`, 60))) {
    server.kill();
    giveUp(`The server did not answer on port ${port} within a minute.`);
  }
  return server;
}
