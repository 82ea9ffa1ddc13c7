import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  {
    ignores: [
      "**/node_modules",
      "**/.next*",
      ".data*",
      "web/public",
      "web/server/jobs/built",
      "**/next-env.d.ts",
      "docs",
    ],
  },
  ...tseslint.configs.recommendedTypeChecked,
  {
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      "no-console": "error",
      eqeqeq: "error",
      // A function of an interface may be async without waiting for anything itself.
      "@typescript-eslint/require-await": "off",
      "@typescript-eslint/consistent-type-imports": "error",
      "@typescript-eslint/switch-exhaustiveness-check": [
        "error",
        { considerDefaultExhaustiveForUnions: true },
      ],
      "@typescript-eslint/no-unused-vars": [
        "error",
        { argsIgnorePattern: "^_", varsIgnorePattern: "^_" },
      ],
    },
  },
  { files: ["web/**/*.{ts,tsx}"], ...reactHooks.configs.flat.recommended },
  {
    // A server says what failed; scripts talk to people by their own means.
    files: ["web/server/**", "**/*.mjs"],
    rules: { "no-console": "off" },
  },
  { files: ["**/*.mjs"], ...tseslint.configs.disableTypeChecked },
);
