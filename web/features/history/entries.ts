import type { Revision } from "@/calls/documents";

/** Saves of one minute, of which the last is what one means by that minute. */
export interface HistoryEntry {
  readonly revision: Revision;
  /** How many saves it stands for. */
  readonly saves: number;
}

const MINUTE_MS = 60_000;

/**
 * Newest first. What was kept aside, named or brought back stands alone, since nobody meant it to be
 * lost among others, and so does the very first save: the song as it was made.
 */
export function momentsOfHistory(revisions: readonly Revision[]): readonly HistoryEntry[] {
  const moments: HistoryEntry[] = [];
  for (const revision of revisions) {
    const last = moments.at(-1);
    const minute = Math.floor(revision.savedAt.getTime() / MINUTE_MS);
    const isSame =
      last !== undefined &&
      revision.version > 1 &&
      !standsAlone(revision) &&
      !standsAlone(last.revision) &&
      Math.floor(last.revision.savedAt.getTime() / MINUTE_MS) === minute;
    if (isSame) moments[moments.length - 1] = { ...last, saves: last.saves + 1 };
    else moments.push({ revision, saves: 1 });
  }
  return moments;
}

function standsAlone({ isAside, isRestored, name }: Revision): boolean {
  return isAside || isRestored || name !== undefined;
}
