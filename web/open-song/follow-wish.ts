import { profileById, type Wishes } from "@intonazione/core/placement";
import { lineOf } from "@intonazione/core/score";
import { Cancelled } from "@/jobs/outcome";
import { atTheDesk } from "@/workers/at-the-desk";
import type { SongStore } from "./state/store";
import { placeLine } from "./transactions";

let underWay: AbortController | undefined;

/**
 * Asks something of a line, and places it so as soon as its best way is known, in one step of undo.
 * The newest wish wins; what the teacher wrote in the meantime wins over both.
 * @returns "done", or why not.
 */
export async function followWish(
  store: SongStore,
  at: { readonly phraseId: string; readonly partId: string },
  wishes: Wishes,
): Promise<"done" | "overtaken" | "failed"> {
  underWay?.abort();
  const own = new AbortController();
  underWay = own;
  const { song } = store.getState().history;
  const { profiles } = store.getState();
  const line = lineOf(song, at.phraseId, at.partId);
  const phrase = song.phrases.find(({ id }) => id === at.phraseId);
  const part = song.parts.find(({ id }) => id === at.partId);
  if (!line || !phrase || !part) return "overtaken";
  const profile = profileById(part.profile, profiles);
  try {
    const { options } = await atTheDesk(
      (desk) => desk.advise(song, at, { wishes, profile, count: 1 }),
      own.signal,
    );
    const now = lineOf(store.getState().history.song, at.phraseId, at.partId);
    if (now !== line) return "overtaken";
    const { first: _, ...kept } = wishes;
    store.run(placeLine(line, `place ${phrase.name}`, options[0]!.bars, kept));
    return "done";
  } catch (error) {
    return error instanceof Cancelled ? "overtaken" : "failed";
  }
}
