import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { ROOT, say } from "./lib/run.mjs";

/** How many of all lines of code are tests. Blank lines, comments and data tables don't count. */

const FOLDERS = ["core", "web", "press", "cli", "demo", "e2e", "scripts"];
const TEST = /(\.test\.tsx?|\.arbitraries\.ts|\.test-kit\.ts|^e2e\/.*\.ts)$/u;

/** @param {string} folder @returns {string[]} */
function sourcesIn(folder) {
  return readdirSync(join(ROOT, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = `${folder}/${entry.name}`;
    if (/^(node_modules|\.next.*|next-env\.d\.ts|built|public)$/u.test(entry.name)) return [];
    if (entry.isDirectory()) return sourcesIn(path);
    return /\.(ts|tsx|mjs)$/u.test(entry.name) && !/\.data\.ts$/u.test(entry.name) ? [path] : [];
  });
}

/** @param {string} file */
function linesOf(file) {
  const text = readFileSync(join(ROOT, file), "utf8").replace(/\/\*[\s\S]*?\*\//gu, "");
  return text.split("\n").filter((line) => line.trim() !== "" && !/^\s*\/\//u.test(line)).length;
}

let tests = 0;
let all = 0;
for (const folder of FOLDERS) {
  const files = sourcesIn(folder);
  const own = files.reduce((sum, file) => sum + linesOf(file), 0);
  const ownTests = files
    .filter((file) => TEST.test(file))
    .reduce((sum, file) => sum + linesOf(file), 0);
  say(
    `${folder.padEnd(8)} ${String(own).padStart(6)} lines, ${String(ownTests).padStart(5)} of them tests`,
  );
  all += own;
  tests += ownTests;
}
say(`tests are ${((100 * tests) / all).toFixed(1)} % of ${all} lines`);
