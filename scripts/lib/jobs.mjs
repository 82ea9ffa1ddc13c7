import { join } from "node:path";
import { giveUp, ROOT, run } from "./run.mjs";

/** Where the server's threads find what they run. */
export const JOBS_FOLDER = join(ROOT, "web/server/jobs/built");

/** Packages with parts that are no code of ours to bundle: fonts, native modules. */
const OUTSIDE = ["pdfkit", "fontkit", "sharp", "vexflow", "vexflow/*"];

/** Bundles what runs in the server's threads: a thread is started from a file, past the bundler of the pages. */
export function bundleJobs() {
  const bundler = join(ROOT, "node_modules/.bin/esbuild");
  const options = [
    "--bundle",
    "--platform=node",
    "--format=esm",
    "--target=node20",
    "--log-level=warning",
    ...OUTSIDE.map((name) => `--external:${name}`),
  ];
  const source = join(ROOT, "web/server/jobs/paper.worker.ts");
  if (!run(bundler, [source, `--outfile=${join(JOBS_FOLDER, "paper.mjs")}`, ...options])) {
    giveUp("What runs in threads could not be bundled (see above).");
  }
}
