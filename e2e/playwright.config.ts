import { defineConfig } from "@playwright/test";

/** Started by the test command, which serves the built application and says where. */
const baseURL = process.env["E2E_URL"];
const results = process.env["E2E_RESULTS"];
if (!baseURL || !results) throw new Error("run the browser tests by npm test");

export default defineConfig({
  testDir: ".",
  outputDir: "../test-results",
  workers: 1,
  forbidOnly: true,
  timeout: 120_000,
  expect: { timeout: 20_000 },
  reporter: [["list"], ["json", { outputFile: results }]],
  use: {
    baseURL,
    viewport: { width: 1280, height: 800 },
    trace: "retain-on-failure",
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});
