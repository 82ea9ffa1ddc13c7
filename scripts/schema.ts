import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { publishedSchema } from "@intonazione/core/formats/json";

/** Writes the schema of our song files into docs. */
const path = join(import.meta.dirname, "../docs/song.schema.json");
writeFileSync(path, `${JSON.stringify(publishedSchema(), undefined, 2)}\n`);
