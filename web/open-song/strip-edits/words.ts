import { parseCallout, printCallout } from "@intonazione/core/callout";
import { checkBounds } from "@intonazione/core/checks";
import type { Finding } from "@intonazione/core/foundation";
import { changeEvents, type Bar } from "@intonazione/core/score";
import { contextOf } from "../derived";
import { newId } from "../draft";
import type { SongState } from "../state/store";
import { barsWith, edit, here, type Here, type StripEdit } from "./line-at-hand";

/** The chosen events in the call-out's words, and words written as events. */

/** The chosen events as a call-out, to be taken anywhere. */
export function sayChosen(state: SongState): string {
  const at = here(state);
  if (!at || at.chosen.length === 0) return "";
  const context = contextOf(at.part, at.song, state.studio);
  return printCallout([{ events: at.chosen }], context).replace(/ \|$/u, "");
}

/** What became of words: an edit, or the slips that keep them from being written. */
interface Said {
  readonly edit?: StripEdit | undefined;
  readonly findings: readonly Finding[];
}

/** Reads a call-out and puts its events behind the cursor; slips are told and nothing is written. */
export function insertSaid(state: SongState, text: string): Said {
  const at = here(state);
  if (!at) return { findings: [] };
  const { fresh, findings } = readEvents(state, at, text);
  if (fresh.length === 0) return { findings };
  return written(at, "paste", barsWith(at, fresh), fresh.at(-1)!.id);
}

/** What is said of the event at the cursor, written anew. */
export function resay(state: SongState, text: string): Said {
  const at = here(state);
  const event = at?.event;
  if (!at || !event) return { findings: [] };
  const { fresh, findings } = readEvents(state, at, text);
  const [first, ...rest] = fresh;
  if (!first) return { findings };
  const bars = changeEvents(at.bars, new Set([event.id]), () => ({ ...first, id: event.id }));
  const after = rest.length > 0 ? barsWith({ ...at, bars }, rest) : bars;
  return written(at, "say the event anew", after, event.id);
}

/** The events of a call-out; none where it has slips. */
function readEvents(state: SongState, at: Here, text: string) {
  const { bars, findings } = parseCallout(text, contextOf(at.part, at.song, state.studio), newId);
  const slips = findings.filter(({ severity }) => severity === "error");
  const fresh = slips.length > 0 ? [] : bars.flatMap(({ events }) => events);
  return { fresh, findings: slips };
}

/** The edit, or what a line cannot hold of it. */
function written(at: Here, label: string, after: readonly Bar[], eventId: string): Said {
  return { edit: edit(at, label, after, eventId), findings: checkBounds(after) };
}
