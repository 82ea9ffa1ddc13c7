import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { analyzeTsConfig } from "ts-unused-exports";
import { giveUp, ROOT, say } from "./lib/run.mjs";

/** Fails on exports that nobody imports. Framework files and package entries are exempt below. */
process.chdir(ROOT);
const FRAMEWORK =
  /(index|engrave-row|page|layout|route|loading|error|not-found|next\.config|instrumentation(?:-client)?|proxy|[a-z]+\.worker|playwright\.config)\.tsx?$/u;

const { unusedExports } =
  /** @type {{ unusedExports: Record<string, { exportName: string }[]> }} */ (
    analyzeTsConfig("tsconfig.unused.json", ["--allowUnusedTypes"])
  );
const unused = Object.entries(unusedExports)
  .filter(([file]) => !FRAMEWORK.test(file))
  .flatMap(([file, names]) => names.map(({ exportName }) => `${file}: ${exportName}`));

/** @param {string} folder @returns {string[]} */
function sourcesIn(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    if (/^(node_modules|\.next.*)$/u.test(entry.name)) return [];
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return sourcesIn(path);
    return /\.(ts|tsx|mjs)$/u.test(entry.name) ? [path] : [];
  });
}

/** What the core offers to the outside must be wanted there, except types, which sign functions. */
const imports = ["web", "cli", "press", "demo", "e2e", "scripts"]
  .flatMap(sourcesIn)
  .flatMap((file) => [
    ...readFileSync(file, "utf8").matchAll(
      /import\s+(?:type\s+)?\{([^}]*)\}\s+from\s+"@intonazione\/core\/([^"]+)"/gu,
    ),
  ])
  .flatMap(([, names = "", entry]) =>
    names.split(",").map((name) => `${entry} ${name.trim().replace(/^type | as .*$/gu, "")}`),
  );
const wanted = new Set(imports);
for (const file of sourcesIn("core/src").filter((path) => path.endsWith("index.ts"))) {
  const entry = file.replace(/^core\/src\/|\/index\.ts$/gu, "");
  for (const [, names = ""] of readFileSync(file, "utf8").matchAll(/export \{([^}]*)\}/gu)) {
    for (const name of names.split(",").map((one) => one.trim())) {
      if (name !== "" && !name.startsWith("type ") && !wanted.has(`${entry} ${name}`)) {
        unused.push(`${file}: ${name}`);
      }
    }
  }
}
for (const line of unused) say(line);
if (unused.length > 0) giveUp(`${unused.length} exports are used by nobody`);
say("every export is used");
