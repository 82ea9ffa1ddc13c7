import { join } from "node:path";
import { cruise } from "dependency-cruiser";
import config from "../.dependency-cruiser.mjs";
import { giveUp, ROOT, say } from "./lib/run.mjs";

/** Fails when an import points the wrong way, or when nothing was looked at. */
process.chdir(ROOT);
const folders = ["core/src", "cli", "press", "demo/src", "web", "e2e"];
const { output } = await cruise(
  folders,
  { ...config.options, validate: true, ruleSet: config },
  { alias: { "@": join(ROOT, "web") } },
);
if (typeof output === "string") giveUp("the import check gave no result");
const { violations, totalCruised, totalDependenciesCruised = 0 } = output.summary;
for (const { rule, from, to } of violations) say(`${rule.name}: ${from} → ${to}`);
if (totalCruised < 100 || totalDependenciesCruised < 300) {
  giveUp(`only ${totalCruised} modules were seen: the check looked past the sources`);
}
if (violations.length > 0) giveUp(`${violations.length} imports point the wrong way`);
say(`${totalCruised} modules: all imports point one way`);
