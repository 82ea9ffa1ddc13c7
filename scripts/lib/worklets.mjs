import { join } from "node:path";
import { giveUp, ROOT, run } from "./run.mjs";

/**
 * Bundles what runs on the audio thread into `web/public/worklets`: a worklet is loaded by its
 * address, past the bundler of the pages. The bundler is called as a command, since this file is
 * read before the packages are installed.
 */
export function bundleWorklets() {
  const bundler = join(ROOT, "node_modules/.bin/esbuild");
  const options = [
    "--bundle",
    "--format=esm",
    "--target=es2022",
    "--minify",
    "--log-level=warning",
  ];
  for (const name of ["bench-guitar", "player", "take"]) {
    const source = join(ROOT, `web/worklets/${name}.worklet.ts`);
    const bundle = join(ROOT, `web/public/worklets/${name}.js`);
    if (!run(bundler, [source, `--outfile=${bundle}`, ...options])) {
      giveUp("The worklets could not be bundled (see above).");
    }
  }
}
