import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, it } from "vitest";
import { publishedSchema } from "./published-schema";

it("the schema in docs is that of the code: npm run schema writes it anew", () => {
  const path = join(import.meta.dirname, "../../../../docs/song.schema.json");
  expect(JSON.parse(readFileSync(path, "utf8"))).toEqual(publishedSchema());
});
