import type { LineEvent, Part, PitchedNote } from "@intonazione/core/score";
import { noteAt, stopAt } from "./cursor";
import { partAt } from "./derived";
import type { Session } from "./state/session";

/** The pitched note at the cursor with everything around it; undefined where there is none. */
export function noteHere({ history, cursor }: Pick<Session, "history" | "cursor">):
  | {
      readonly note: PitchedNote;
      readonly event: LineEvent;
      readonly part: Part;
      readonly at: { readonly phraseId: string; readonly partId: string };
    }
  | undefined {
  const stop = stopAt(history.song, cursor);
  const note = stop && noteAt(stop.event, cursor);
  if (!stop || note?.kind !== "pitched") return undefined;
  const part = partAt(history.song, cursor.partId);
  return { note, event: stop.event, part, at: { phraseId: stop.phraseId, partId: part.id } };
}
