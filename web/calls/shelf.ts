import { z } from "zod";
import { AWAY_PROBLEM, isAway, messageOf } from "./ask";

const takenSchema = z.object({
  songs: z.int(),
  instruments: z.int(),
  profiles: z.int(),
});
/** A whole shelf takes its time. */
const TIMEOUT_MS = 120_000;

/** Puts a shelf that came as a file beside our own. @returns what went wrong, worded, if anything did. */
export async function takeInShelf(
  bytes: Uint8Array,
): Promise<z.infer<typeof takenSchema> | { readonly problem: string }> {
  const response = await fetch("/api/shelf", {
    method: "POST",
    headers: { "Content-Type": "application/zip" },
    body: Uint8Array.from(bytes),
    signal: AbortSignal.timeout(TIMEOUT_MS),
  }).catch(() => undefined);
  if (isAway(response)) return { problem: AWAY_PROBLEM };
  if (!response.ok) return { problem: await messageOf(response) };
  const taken = takenSchema.safeParse(await response.json().catch(() => undefined));
  return taken.success ? taken.data : { problem: "the server's answer cannot be read" };
}
