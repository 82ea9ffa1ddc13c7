import { join } from "node:path";
import { defineConfig } from "vitest/config";
import { JOBS_FOLDER } from "./scripts/lib/jobs.mjs";

export default defineConfig({
  resolve: { alias: { "@": join(import.meta.dirname, "web") } },
  test: {
    globalSetup: "scripts/lib/bundle-jobs-for-tests.ts",
    env: { INTONAZIONE_JOBS: JOBS_FOLDER },
    exclude: ["**/node_modules/**", "**/.next*/**"],
    projects: [
      {
        extends: true,
        // Values in, values out: nothing of one file can be seen by another, and all are loaded once.
        test: { name: "core", include: ["core/**/*.test.ts"], isolate: false },
      },
      {
        extends: true,
        test: { name: "around", include: ["{cli,demo,press,web,scripts}/**/*.test.{ts,tsx}"] },
      },
    ],
    // Both cores of a small machine.
    maxWorkers: "100%",
    testTimeout: 90_000,
    hookTimeout: 60_000,
  },
});
