import { mkdirSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureBuild, prepareDatabase, serve } from "./lib/app.mjs";
import { startCluster } from "./lib/cluster.mjs";
import { ensureChromium } from "./lib/debian.mjs";
import { ensurePackages } from "./lib/packages.mjs";
import { freePort, giveUp, ROOT, run, say } from "./lib/run.mjs";

/** One picture of each main view, from the demo studio, into docs/screenshots. */

ensurePackages();
ensureChromium();
const folder = mkdtempSync(join(tmpdir(), "intonazione-pictures-"));
const cluster = await startCluster(folder);
/** @type {import("node:child_process").ChildProcess | undefined} */
let server;
process.on("exit", () => {
  server?.kill("SIGTERM");
  cluster.stop();
  rmSync(folder, { recursive: true, force: true });
});
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => process.exit(1));
ensureBuild(".next-test");
prepareDatabase(cluster.url);
const port = await freePort();
server = await serve({ port, url: cluster.url, folder: ".next-test", mode: "start", quiet: true });
const target = join(ROOT, "docs/screenshots");
mkdirSync(target, { recursive: true });
const env = { ...process.env, PICTURES_URL: `http://127.0.0.1:${port}`, PICTURES_FOLDER: target };
if (!run(process.execPath, ["--import", "tsx", "scripts/pictures/take.ts"], { env })) {
  giveUp("The pictures could not be taken (see above).");
}
say(`Pictures are in ${target}`);
process.exit(0);
