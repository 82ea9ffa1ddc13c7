import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { giveUp, ROOT, run, say } from "./lib/run.mjs";
import { openThrowaway } from "./lib/throwaway.mjs";

/** One picture of each main view, from the demo studio, into docs/screenshots. */

const throwaway = await openThrowaway("pictures");
throwaway.build();
const address = await throwaway.serve();
const target = join(ROOT, "docs/screenshots");
mkdirSync(target, { recursive: true });
const env = { ...process.env, PICTURES_URL: address, PICTURES_FOLDER: target };
if (!run(process.execPath, ["--import", "tsx", "scripts/pictures/take.ts"], { env })) {
  giveUp("The pictures could not be taken (see above).");
}
say(`Pictures are in ${target}`);
process.exit(0);
