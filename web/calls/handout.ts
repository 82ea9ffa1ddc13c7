import type { HandoutOptions } from "@intonazione/core/handout";
import type { Song } from "@intonazione/core/score";
import { z } from "zod";
import { answered, answeredWith, type Answer } from "./answer";
import { ask } from "./ask";

const pagesSchema = z.object({ count: z.int(), pages: z.array(z.string()) });

/** Forty pages with staves are worked on for a while. */
const TIMEOUT_MS = 90_000;

export interface Picture {
  readonly kind: "svg" | "png";
  /** All phrases where it is left out. */
  readonly phraseId?: string;
}

/** The pages as pictures, as they would be printed. */
export async function fetchPages(
  song: Song,
  options: HandoutOptions,
): Promise<Answer<z.infer<typeof pagesSchema>>> {
  return answered(
    await askPress("/pages", song, options),
    (body) => pagesSchema.safeParse(body).data,
  );
}

export async function fetchPdf(song: Song, options: HandoutOptions): Promise<Answer<Blob>> {
  return answeredWith(await askPress("", song, options), (good) => good.blob());
}

export async function fetchPicture(
  song: Song,
  options: HandoutOptions,
  picture: Picture,
): Promise<Answer<Blob>> {
  return answeredWith(await askPress("/picture", song, options, picture), (good) => good.blob());
}

function askPress(
  path: string,
  song: Song,
  { lanes, ...options }: HandoutOptions,
  picture?: Picture,
): Promise<Response | undefined> {
  const body = { song, options: { ...options, lanes: [...lanes] }, picture };
  return ask(`/api/handout${path}`, "POST", body, TIMEOUT_MS);
}
