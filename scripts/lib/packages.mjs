import { createHash } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { giveUp, ROOT, run, say } from "./run.mjs";

const STAMP = join(ROOT, "node_modules/.installed-lock");

/** Installs the packages of the lock file unless they are there already. */
export function ensurePackages() {
  const lock = readFileSync(join(ROOT, "package-lock.json"));
  const wanted = createHash("sha256").update(lock).digest("hex");
  if (existsSync(STAMP) && readFileSync(STAMP, "utf8") === wanted) return;
  say("Installing packages …");
  if (!run("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"])) {
    giveUp("The packages could not be installed: npm ci failed (see above).");
  }
  writeFileSync(STAMP, wanted);
}
