import { existsSync, readdirSync } from "node:fs";
import { giveUp, run, say } from "./run.mjs";

const isRoot = process.getuid?.() === 0;

/** Where PostgreSQL's own programs are, the newest version first. @returns {string | undefined} */
function postgresFolder() {
  const base = "/usr/lib/postgresql";
  if (!existsSync(base)) return undefined;
  const versions = readdirSync(base).sort((a, b) => Number(b) - Number(a));
  return versions.map((v) => `${base}/${v}/bin`).find((bin) => existsSync(`${bin}/initdb`));
}

/** @param {string} what @param {readonly string[]} packages */
function install(what, packages) {
  const command = `apt-get install -y --no-install-recommends ${packages.join(" ")}`;
  if (!isRoot) giveUp(`${what} is missing. Install it with:\n  sudo ${command}\nand start again.`);
  say(`Installing ${what} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  const quiet = { env, stdio: /** @type {const} */ (["ignore", "ignore", "inherit"]) };
  const options = { ...quiet, stdio: [...quiet.stdio] };
  if (
    !run("apt-get", ["update", "-q"], options) ||
    !run("apt-get", command.split(" ").slice(1), options)
  ) {
    giveUp(`${what} could not be installed. Try:\n  ${command}`);
  }
}

/** PostgreSQL's program folder; installs Debian's package when it is missing. */
export function ensurePostgres() {
  if (!postgresFolder()) install("PostgreSQL", ["postgresql"]);
  return (
    postgresFolder() ??
    giveUp("PostgreSQL was installed, but initdb is not under /usr/lib/postgresql.")
  );
}

export const CHROMIUM = "/usr/bin/chromium";

/** Debian's Chromium, for the browser tests and the screenshots. */
export function ensureChromium() {
  if (!existsSync(CHROMIUM)) install("Chromium", ["chromium"]);
}

/** Debian's poppler-utils, by which the tests take the text out of a PDF again. */
export function ensurePoppler() {
  if (!existsSync("/usr/bin/pdftotext")) install("poppler-utils", ["poppler-utils"]);
}
