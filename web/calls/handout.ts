import type { HandoutOptions } from "@intonazione/core/handout";
import type { Song } from "@intonazione/core/score";
import { z } from "zod";
import { ask, AWAY_PROBLEM, isAway, messageOf } from "./ask";

const pagesSchema = z.object({ count: z.int(), pages: z.array(z.string()) });

export type HandoutAnswer<Value> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly problem: string };

/** The pages as pictures, as they would be printed. */
export async function fetchPages(
  song: Song,
  options: HandoutOptions,
): Promise<HandoutAnswer<z.infer<typeof pagesSchema>>> {
  const response = await ask("/api/handout/pages", "POST", bodyOf(song, options));
  if (isAway(response)) return { ok: false, problem: AWAY_PROBLEM };
  if (!response.ok) return { ok: false, problem: await messageOf(response) };
  const read = pagesSchema.safeParse(await response.json().catch(() => undefined));
  return read.success
    ? { ok: true, value: read.data }
    : { ok: false, problem: "the server's answer cannot be read" };
}

export async function fetchPdf(song: Song, options: HandoutOptions): Promise<HandoutAnswer<Blob>> {
  const response = await ask("/api/handout", "POST", bodyOf(song, options));
  if (isAway(response)) return { ok: false, problem: AWAY_PROBLEM };
  if (!response.ok) return { ok: false, problem: await messageOf(response) };
  return { ok: true, value: await response.blob() };
}

function bodyOf(song: Song, { lanes, ...options }: HandoutOptions) {
  return { song, options: { ...options, lanes: [...lanes] } };
}
