import { mkdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { controlDatabase } from "./lib/control.mjs";
import { ensurePoppler } from "./lib/debian.mjs";
import { ROOT, runToEnd, say } from "./lib/run.mjs";
import { openThrowaway } from "./lib/throwaway.mjs";

/**
 * Everything that must hold before a change lands; ends with `N passed, N failed`. While working,
 * `npm test -- browser journey.spec.ts` runs browser tests only, with what Playwright shall know.
 */

const [, , first, ...forPlaywright] = process.argv;
const isBrowserOnly = first === "browser";

const total = { passed: 0, failed: 0 };
const bin = (/** @type {string} */ path) => join(ROOT, "node_modules", path);

/** @param {string} what @param {string[]} args */
async function check(what, args) {
  const isWell = await runToEnd(process.execPath, args);
  say(`— ${what}: ${isWell ? "well" : "not well"}`);
  if (isWell) total.passed++;
  else total.failed++;
}

/** @param {string} file @param {(report: any) => { passed: number, failed: number }} read @param {boolean} ok */
function addReport(file, read, ok) {
  try {
    const { passed, failed } = read(JSON.parse(readFileSync(file, "utf8")));
    total.passed += passed;
    // A run that failed as a whole counts, even if no single test did.
    total.failed += failed === 0 && !ok ? 1 : failed;
  } catch {
    total.failed++;
  }
}

ensurePoppler();
const throwaway = await openThrowaway("test");
const { cluster, folder } = throwaway;

throwaway.build();
const results = join(folder, "results");
mkdirSync(results, { mode: 0o755 });
if (!isBrowserOnly) {
  say("\n— what can be told without running it");
  // One for each core of a small machine.
  await Promise.all([
    check("lint", [bin("eslint/bin/eslint.js"), ".", "--max-warnings", "0"]),
    (async () => {
      await check("types", ["scripts/typecheck.mjs"]);
      await check("format", [bin("prettier/bin/prettier.cjs"), "--check", "--log-level=warn", "."]);
      await check("import directions", ["scripts/check-imports.mjs"]);
      await check("unused exports", ["scripts/check-unused.mjs"]);
    })(),
  ]);
  await runUnitTests();
}
await runBrowserTests();

throwaway.close();
say(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed > 0 ? 1 : 0);

async function runUnitTests() {
  say("\n— unit and database tests");
  const unitResults = join(results, "unit.json");
  const unitOk = await runToEnd(
    process.execPath,
    [
      bin("vitest/vitest.mjs"),
      "run",
      "--reporter=default",
      "--reporter=json",
      `--outputFile.json=${unitResults}`,
    ],
    { env: { ...process.env, TEST_DATABASE_URL: cluster.url } },
  );
  addReport(
    unitResults,
    ({ numPassedTests, numFailedTests, numPendingTests }) => ({
      passed: numPassedTests,
      failed: numFailedTests + numPendingTests,
    }),
    unitOk,
  );
}

async function runBrowserTests() {
  say("\n— browser tests");
  const address = await throwaway.serve();
  const control = await controlDatabase(cluster);
  const browserResults = join(results, "browser.json");
  const browserOk = await runToEnd(
    process.execPath,
    [bin("@playwright/test/cli.js"), "test", "-c", "e2e/playwright.config.ts", ...forPlaywright],
    {
      env: {
        ...process.env,
        E2E_URL: address,
        E2E_CONTROL: control,
        E2E_RESULTS: browserResults,
      },
    },
  );
  addReport(
    browserResults,
    ({ stats }) => ({
      passed: stats.expected,
      failed: stats.unexpected + stats.flaky + stats.skipped,
    }),
    browserOk,
  );
}
