import type { Accepted } from "./song";

/** Where an accepted finding lies; what it does not concern is left out. */
export interface AcceptedPlace {
  readonly phraseId?: string;
  readonly partId?: string;
  /** The note, event, bar or string that it is about. */
  readonly at?: string | number;
}

/**
 * The key under which a finding is accepted: it stays the same while what it concerns is there.
 * @example acceptedKey("tie-broken", { phraseId: "p1", partId: "g", at: "n7" }) // "tie-broken p1 g n7"
 */
export function acceptedKey(
  code: string,
  { phraseId = "", partId = "", at = "" }: AcceptedPlace,
): string {
  return [code, phraseId, partId, at].join(" ");
}

/** Whether an acceptance concerns one of these phrases or parts. */
export function concerns({ finding }: Accepted, ids: ReadonlySet<string>): boolean {
  const [, phraseId = "", partId = ""] = finding.split(" ");
  return ids.has(phraseId) || ids.has(partId);
}
