import { placeStyleSchema, SONG_FORMAT } from "@intonazione/core/formats/json";
import { HANDOUT_LANES, PAPERS, type HandoutOptions, type Paper } from "@intonazione/core/handout";
import { MAX_PARTS, type Song } from "@intonazione/core/score";
import { z } from "zod";
import { parsedJson } from "../requests/parsed-json";
import type { Problem } from "../requests/problem";

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

/** The song as it stands in the page, saved or not, and how it is to be printed. */
export interface HandoutWish {
  readonly song: Song;
  readonly options: HandoutOptions;
  /** Where a picture is wanted: of a phrase, or of all of them. */
  readonly picture: z.infer<typeof handoutSchema>["picture"];
}

/** What was made, or why nothing was: with the status of that answer. */
export type Made<Value> =
  | { readonly ok: true; readonly value: Value }
  | { readonly ok: false; readonly status: number; readonly problem: Problem };

/** Reads the body of a wish, in a thread: a long song takes as long to read as to send. */
export function readHandout(body: Uint8Array): Made<HandoutWish> {
  const parsed = handoutSchema.safeParse(parsedJson(body));
  if (!parsed.success) {
    return refused(400, { code: "body-wrong", message: "expected { song, options }" });
  }
  const song = SONG_FORMAT.read(parsed.data.song);
  if (!song.ok) {
    const message = song.error[0]?.message ?? "the song cannot be read";
    return refused(422, { code: "song-wrong", message, findings: song.error });
  }
  const { picture } = parsed.data;
  const { lanes, partIds, ...options } = parsed.data.options;
  return {
    ok: true,
    value: {
      song: song.value,
      options: { ...options, lanes: new Set(lanes), ...(partIds && { partIds }) },
      picture,
    },
  };
}

/** The same where a picture is wanted, of a phrase that is there. */
export function readPicture(
  body: Uint8Array,
): Made<HandoutWish & { readonly picture: NonNullable<HandoutWish["picture"]> }> {
  const wish = readHandout(body);
  if (!wish.ok) return wish;
  const { song, picture } = wish.value;
  if (!picture) {
    return refused(400, { code: "body-wrong", message: "expected { song, options, picture }" });
  }
  const { phraseId } = picture;
  if (phraseId !== undefined && !song.phrases.some(({ id }) => id === phraseId)) {
    return refused(400, { code: "phrase-missing", message: "the song has no such phrase" });
  }
  return { ok: true, value: { ...wish.value, picture } };
}

function refused(status: number, problem: Problem): Made<never> {
  return { ok: false, status, problem };
}
