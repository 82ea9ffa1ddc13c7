import { parseCallout, printCallout } from "@intonazione/core/callout";
import { checkBounds } from "@intonazione/core/checks";
import { hasErrors, type Finding } from "@intonazione/core/foundation";
import { changeEvents, framesOfPhrase, insertAfter, type LineEvent } from "@intonazione/core/score";
import { contextOf } from "../derived";
import { newId } from "../draft";
import type { SongState } from "../store";
import { barsWith, edit, here, inserted, type StripEdit } from "./line-at-hand";

/** The chosen events in the call-out's words, and words written as events. */

/** The chosen events as a call-out, to be taken anywhere. */
export function sayChosen(state: SongState): string {
  const at = here(state);
  if (!at || at.chosen.length === 0) return "";
  const context = contextOf(at.part, at.song, state.studio);
  return printCallout([{ events: at.chosen }], context).replace(/ \|$/u, "");
}

/** Reads a call-out and puts its events behind the cursor; slips are told and nothing is written. */
export function insertSaid(
  state: SongState,
  text: string,
): { readonly edit?: StripEdit | undefined; readonly findings: readonly Finding[] } {
  const at = here(state);
  if (!at) return { findings: [] };
  const { bars, findings } = parseCallout(text, contextOf(at.part, at.song, state.studio), newId);
  const slips = findings.filter(({ severity }) => severity === "error");
  const fresh = bars.flatMap(({ events }) => events);
  if (hasErrors(findings) || fresh.length === 0) return { findings: slips };
  return { edit: inserted(at, "paste", fresh), findings: checkBounds(barsWith(at, fresh)) };
}

/** What is said of the event at the cursor, written anew. */
export function resay(
  state: SongState,
  text: string,
): { readonly edit?: StripEdit | undefined; readonly findings: readonly Finding[] } {
  const at = here(state);
  const event = at?.event;
  if (!at || !event) return { findings: [] };
  const { bars, findings } = parseCallout(text, contextOf(at.part, at.song, state.studio), newId);
  const slips = findings.filter(({ severity }) => severity === "error");
  const fresh = bars.flatMap(({ events }) => events);
  if (slips.length > 0 || fresh.length === 0) return { findings: slips };
  const [first, ...rest] = fresh as [LineEvent, ...LineEvent[]];
  const changed = changeEvents(at.bars, new Set([event.id]), () => ({ ...first, id: event.id }));
  const frames = framesOfPhrase(at.song, at.phrase, changed.length + rest.length);
  const after = rest.length > 0 ? insertAfter(changed, frames, event.id, rest) : changed;
  return { edit: edit(at, "say the event anew", after, event.id), findings: [] };
}
