/** What decides whether a revision is kept. */
export interface Thinnable {
  readonly id: string;
  readonly savedAt: Date;
  /** Named, refused, brought back once, or the song as it was made. */
  readonly isKept: boolean;
}

const MINUTE_MS = 60_000;
const DAY_MS = 24 * 60 * MINUTE_MS;
/** Everything of the last day; then one for each ten minutes; after a month one a day. */
const ALL_FOR_MS = DAY_MS;
const TENS_FOR_MS = 30 * DAY_MS;

/**
 * Which revisions of one song stay: the last of each stretch of time, and what is kept for itself.
 * Stretches lie fast in time (UTC), so that thinning twice keeps the same.
 * @param revisions In the order in which they were saved.
 */
export function revisionsToKeep(revisions: readonly Thinnable[], now: Date): ReadonlySet<string> {
  const kept = new Set<string>();
  const lastOf = new Map<string, string>();
  for (const { id, savedAt, isKept } of revisions) {
    const ageMs = now.getTime() - savedAt.getTime();
    if (isKept || ageMs < ALL_FOR_MS) kept.add(id);
    else {
      const stretchMs = ageMs < TENS_FOR_MS ? 10 * MINUTE_MS : DAY_MS;
      lastOf.set(`${stretchMs} ${Math.floor(savedAt.getTime() / stretchMs)}`, id);
    }
  }
  for (const id of lastOf.values()) kept.add(id);
  return kept;
}

/** Whatever was saved before this may be thinned. */
export function thinnableBefore(now: Date): Date {
  return new Date(now.getTime() - ALL_FOR_MS);
}
