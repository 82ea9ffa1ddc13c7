import type { Profile } from "@intonazione/core/placement";
import { lineOf, type Bar, type Line } from "@intonazione/core/score";
import { atTheDesk } from "@/workers/at-the-desk";
import { Cancelled } from "@/jobs/outcome";
import { runAndTell } from "./run-and-tell";
import type { SongStore } from "./state/store";
import { settleLines } from "./transactions";

/**
 * A way was chosen for a line: it is taken, and the suggestions behind it follow, all in one step of
 * undo. What the teacher wrote in the meantime wins.
 */
export async function settleRegion(
  store: SongStore,
  line: Line,
  bars: readonly Bar[],
  profile: Profile,
): Promise<void> {
  const { song } = store.getState().history;
  const at = { phraseId: line.phraseId, partId: line.partId };
  const { name } = song.phrases.find(({ id }) => id === line.phraseId)!;
  try {
    const lines = await atTheDesk(
      (desk) => desk.carryOn(song, at, bars, profile),
      new AbortController().signal,
    );
    const now = store.getState().history.song;
    if (lineOf(now, at.phraseId, at.partId) !== line) return;
    const fresh = lines.filter(
      (one) => lineOf(now, one.phraseId, one.partId) === lineOf(song, one.phraseId, one.partId),
    );
    const others = fresh.length - 1;
    const words =
      others > 0
        ? `${name} is settled; ${others} ${others === 1 ? "phrase" : "phrases"} behind it followed.`
        : `${name} is settled.`;
    runAndTell(store, settleLines(`settle ${name}`, fresh), words);
  } catch (error) {
    if (error instanceof Cancelled) return;
    // The choice alone needs no desk.
    const { isSuggested: _, ...decided } = line;
    runAndTell(
      store,
      settleLines(`settle ${name}`, [{ ...decided, bars }]),
      `${name} is settled; what is behind it could not be worked out anew.`,
    );
  }
}
