import { join } from "node:path";
import { defineConfig } from "vitest/config";
import { JOBS_FOLDER } from "./scripts/lib/jobs.mjs";

export default defineConfig({
  resolve: { alias: { "@": join(import.meta.dirname, "web") } },
  test: {
    globalSetup: "scripts/lib/bundle-jobs-for-tests.ts",
    env: { INTONAZIONE_JOBS: JOBS_FOLDER },
    include: ["{core,cli,demo,press,web,scripts}/**/*.test.{ts,tsx}"],
    exclude: ["**/node_modules/**", "**/.next*/**"],
    // Both cores of a small machine.
    maxWorkers: "100%",
    testTimeout: 90_000,
    hookTimeout: 60_000,
  },
});
