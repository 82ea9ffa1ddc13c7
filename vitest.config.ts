import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["{core,cli,demo,web,scripts}/**/*.test.ts"],
    exclude: ["**/node_modules/**", "**/.next*/**"],
    testTimeout: 30_000,
    hookTimeout: 60_000,
  },
});
