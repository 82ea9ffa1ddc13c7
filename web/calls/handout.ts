import type { HandoutOptions } from "@intonazione/core/handout";
import type { Song } from "@intonazione/core/score";
import { z } from "zod";
import { ask, AWAY_PROBLEM, isAway, messageOf } from "./ask";

const pagesSchema = z.object({ count: z.int(), pages: z.array(z.string()) });

export type HandoutAnswer<Value> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly problem: string };

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
): Promise<HandoutAnswer<z.infer<typeof pagesSchema>>> {
  const answer = await askPress("/pages", song, options);
  if (!answer.ok) return answer;
  const read = pagesSchema.safeParse(await answer.value.json().catch(() => undefined));
  return read.success
    ? { ok: true, value: read.data }
    : { ok: false, problem: "the server's answer cannot be read" };
}

export async function fetchPdf(song: Song, options: HandoutOptions): Promise<HandoutAnswer<Blob>> {
  return fileOf(await askPress("", song, options));
}

export async function fetchPicture(
  song: Song,
  options: HandoutOptions,
  picture: Picture,
): Promise<HandoutAnswer<Blob>> {
  return fileOf(await askPress("/picture", song, options, picture));
}

async function askPress(
  path: string,
  song: Song,
  { lanes, ...options }: HandoutOptions,
  picture?: Picture,
): Promise<HandoutAnswer<Response>> {
  const body = { song, options: { ...options, lanes: [...lanes] }, picture };
  const response = await ask(`/api/handout${path}`, "POST", body, TIMEOUT_MS);
  if (isAway(response)) return { ok: false, problem: AWAY_PROBLEM };
  if (!response.ok) return { ok: false, problem: await messageOf(response) };
  return { ok: true, value: response };
}

async function fileOf(answer: HandoutAnswer<Response>): Promise<HandoutAnswer<Blob>> {
  return answer.ok ? { ok: true, value: await answer.value.blob() } : answer;
}
