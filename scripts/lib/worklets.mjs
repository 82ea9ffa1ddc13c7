import { buildSync } from "esbuild";
import { join } from "node:path";
import { ROOT } from "./run.mjs";

/**
 * Bundles what runs on the audio thread into `web/public/worklets`: a worklet is loaded by its
 * address, past the bundler of the pages.
 */
export function bundleWorklets() {
  buildSync({
    entryPoints: [join(ROOT, "web/worklets/bench-guitar.worklet.ts")],
    outfile: join(ROOT, "web/public/worklets/bench-guitar.js"),
    bundle: true,
    format: "esm",
    target: "es2022",
    minify: true,
    logLevel: "warning",
  });
}
