import {
  phraseLetter,
  printCallout,
  sayAloud,
  sayString,
  type SaidAnswer,
} from "@intonazione/core/callout";
import type { Finding } from "@intonazione/core/foundation";
import { changeEvents, type Bar } from "@intonazione/core/score";
import { formatFret, type Place } from "@intonazione/core/neck";
import { contextOf, partAt, placeNames } from "./derived";
import { calloutOf, draftOf, newId, type Draft } from "./draft";
import type { SongState, SongStore } from "./state/store";
import { writePhrase } from "./transactions";

/** What can be done with the call-out line. */

export const CALL_OUT_ID = "call-out";

/**
 * The line takes the keys at once, so that none of the next ones is lost; once it shows the phrase's
 * words, the caret goes behind them.
 */
export function focusCallOut(): void {
  document.getElementById(CALL_OUT_ID)?.focus();
  requestAnimationFrame(() => {
    const field = document.getElementById(CALL_OUT_ID);
    if (!(field instanceof HTMLTextAreaElement)) return;
    field.focus();
    field.setSelectionRange(field.value.length, field.value.length);
  });
}

/** Lets the line write another phrase; what was typed for the one before stays with it. */
export function turnTo(store: SongStore, phraseId: string | undefined): void {
  store.setState({ rewriting: phraseId });
}

export function dropDraft(store: SongStore): void {
  const { key, text } = draftOf(store.getState());
  store.setState({ dropped: { key, text } });
  store.setDraft(key, undefined);
}

export function bringBackDraft(store: SongStore): void {
  const { dropped } = store.getState();
  if (dropped) store.setDraft(dropped.key, dropped.text);
  store.setState({ dropped: undefined });
}

/** What is sure, with the questions as words at their places, so that none is forgotten. */
function withOpenQuestions({ bars, questions }: Draft): readonly Bar[] {
  const events = bars.flatMap((bar) => bar.events);
  const asked = new Map<string, string>();
  for (const { before, question } of questions) {
    const event = events[before] ?? events.at(-1);
    if (event)
      asked.set(event.id, [asked.get(event.id), `? ${question}`].filter(Boolean).join(" "));
  }
  return changeEvents(bars, new Set(asked.keys()), (event) => ({
    ...event,
    note: [event.note, asked.get(event.id)].filter(Boolean).join(" "),
  }));
}

/** Whether a draft's questions may wait: they stand at events, so there has to be one. */
export const canWait = ({ bars }: Pick<Draft, "bars">) =>
  bars.some(({ events }) => events.length > 0);

/**
 * Writes what was said. Refused while there are slips, since half a phrase helps nobody, and while a
 * question is open, unless it shall stay open and can.
 */
export function commitDraft(
  store: SongStore,
  isLeftOpen = false,
): "written" | "rewritten" | "slip" | "question" | "nothing" {
  const state = store.getState();
  const draft = draftOf(state);
  if (draft.hasErrors) return "slip";
  if (draft.questions.length > 0 && !(isLeftOpen && canWait(draft))) return "question";
  if (!draft.isChanged) return "nothing";
  const { song } = state.history;
  const known = song.phrases.find(({ id }) => id === draft.phraseId);
  const { marks } = draft;
  const phrase = known
    ? { ...known, marks }
    : { id: newId(), name: `Phrase ${phraseLetter(song.phrases.length)}`, marks };
  const { partId } = state.cursor;
  // A place in the phrase that was already written stays selected; a new phrase starts at its first event.
  const first = draft.bars[0]?.events[0]?.id;
  const then = known ? { phraseId: known.id } : { phraseId: phrase.id, eventId: first };
  const bars = withOpenQuestions(draft);
  store.run(writePhrase(song, phrase, partId, bars, draft.relations), then);
  store.setDraft(draft.key, undefined);
  turnTo(store, undefined);
  return known ? "rewritten" : "written";
}

/** Says the doubtful words of a question as the answer has them. */
export function answerQuestion(store: SongStore, { edit }: SaidAnswer): void {
  sayInstead(store, edit);
}

/** Types what a slip says would be understood. */
export function mendSlip(store: SongStore, { where, instead }: Finding): void {
  if (instead === undefined || where.column === undefined) return;
  const start = where.column - 1;
  sayInstead(store, { start, end: start + (where.length ?? 1), text: instead });
}

function sayInstead(store: SongStore, { start, end, text: anew }: SaidAnswer["edit"]): void {
  const { key, text } = draftOf(store.getState());
  store.setDraft(key, text.slice(0, start) + anew + text.slice(end));
}

/** Where the hand has to be from bar to bar, in a few words. */
export function landmarksOf(state: SongState): string {
  const { bars, marks } = draftOf(state);
  const { song } = state.history;
  const context = contextOf(partAt(song, state.cursor.partId), song, state.studio);
  return sayAloud(bars, context, marks, "landmarks");
}

/** Turns what is being said into sentences, or from sentences into the call-out's own words. */
export function otherForm(store: SongStore): void {
  const state = store.getState();
  const { key, understood, bars, marks, relations, text } = draftOf(state);
  const { song } = state.history;
  const part = partAt(song, state.cursor.partId);
  const context = contextOf(part, song, state.studio);
  if (understood !== undefined) {
    store.setDraft(key, printCallout(bars, context, marks, relations));
    return;
  }
  if (text.trim() !== "") store.setDraft(key, sayAloud(bars, context, marks));
}

/** Says a place at the end of the line, as if it had been typed. */
export function sayPlace(store: SongStore, place: Place): void {
  const state = store.getState();
  const { song } = state.history;
  const part = partAt(song, state.cursor.partId);
  const names = placeNames(part, song, state.studio);
  const word = sayString(names.strings[place.string - 1]!) + formatFret(place, names);
  const { key, text, phraseId } = draftOf(state);
  const before = (text || calloutOf(song, part, phraseId, state.studio)).trimEnd();
  store.setDraft(key, before === "" ? word : `${before} ${word}`);
}
