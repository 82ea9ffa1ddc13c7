import { z } from "zod";
import { songSchema } from "./schema";
import { SONG_FORMAT } from "./song-json";

/**
 * The shape of a song document as JSON Schema (draft 2020-12), for programs that write or read our
 * files. It says what a shape can say; docs/formats.md names what is checked beyond it.
 */
export function publishedSchema(): object {
  const song = z.toJSONSchema(songSchema, { io: "input", reused: "ref" });
  const { $defs, $schema, ...shape } = song;
  return {
    $schema,
    title: "Intonazione song",
    type: "object",
    properties: {
      format: { const: SONG_FORMAT.format },
      schema: { const: SONG_FORMAT.schema },
      song: shape,
    },
    required: ["format", "schema", "song"],
    ...($defs && { $defs }),
  };
}
