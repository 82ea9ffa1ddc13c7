import { join } from "node:path";
import { giveUp, ROOT, run } from "./lib/run.mjs";

/** Types of the core (no DOM, no Node), of everything that runs in Node, and of the page. */
const tsc = join(ROOT, "node_modules/typescript/bin/tsc");
for (const project of ["core", ".", "web"]) {
  if (!run(process.execPath, [tsc, "--noEmit", "-p", project])) {
    giveUp(`types are wrong in ${project} (see above)`);
  }
}
