import { HANDOUT_LANES, PAPERS, type HandoutOptions, type Paper } from "@intonazione/core/handout";
import { placeStyleSchema } from "@intonazione/core/formats/json";
import { MAX_PARTS, type Song } from "@intonazione/core/score";
import { z } from "zod";
import { readBody, type Incoming } from "./requests/http";
import { valueArriving } from "./documents/document-api";
import { SONGS } from "./songs/song-kind";

const MAX_BODY_BYTES = 25_000_000;

const handoutSchema = z.object({
  song: z.unknown(),
  options: z.object({
    paper: z.enum(Object.keys(PAPERS) as [Paper, ...Paper[]]),
    lanes: z.array(z.enum(HANDOUT_LANES)).max(HANDOUT_LANES.length),
    partIds: z.array(z.string().max(64)).max(MAX_PARTS).optional(),
    footer: z.string().max(200),
    style: placeStyleSchema,
  }),
  picture: z
    .object({ kind: z.enum(["svg", "png"]), phraseId: z.string().max(64).optional() })
    .optional(),
});

export interface HandoutRequest {
  readonly song: Song;
  readonly options: HandoutOptions;
  /** Where a picture is wanted: of a phrase, or of all of them. */
  readonly picture: z.infer<typeof handoutSchema>["picture"];
}

/** Reads what is to be printed: the song as it stands in the page, saved or not, and how. */
export async function readHandout(request: Request): Promise<Incoming<HandoutRequest>> {
  const what = "{ song, options }";
  const body = await readBody(request, handoutSchema, { what, maxBytes: MAX_BODY_BYTES });
  if (!body.ok) return body;
  const song = valueArriving(SONGS, body.value.song);
  if (!song.ok) return song;
  const { picture } = body.value;
  const { lanes, partIds, ...options } = body.value.options;
  return {
    ok: true,
    value: {
      song: song.value,
      options: { ...options, lanes: new Set(lanes), ...(partIds && { partIds }) },
      picture,
    },
  };
}
