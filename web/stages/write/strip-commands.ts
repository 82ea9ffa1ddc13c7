import { walk } from "@/open-song/cursor";
import { neckOfPart, partAt } from "@/open-song/derived";
import type { SongState, SongStore } from "@/open-song/state/store";
import * as edits from "@/open-song/strip-edits";
import type { StripEdit } from "@/open-song/strip-edits";
import type { Command } from "../command";
import type { Clipboard } from "../stage";

/** What the keys write on the strip itself, in the stage in which one writes. */

type Make = (state: SongState) => StripEdit | undefined;

/** Two digits within this time are one fret. */
const SECOND_DIGIT_MS = 700;

/** The digit typed last, and whether it made an event of its own. */
interface Typed {
  readonly digit: number;
  readonly at: number;
  readonly eventId: string | undefined;
  readonly string: number;
}
const lastTyped = new WeakMap<SongStore, Typed>();

/** @param now Milliseconds of any clock that does not turn back. */
export function typeDigit(store: SongStore, digit: number, now: number): void {
  const state = store.getState();
  const last = lastTyped.get(store);
  const isSecond =
    last !== undefined &&
    now - last.at < SECOND_DIGIT_MS &&
    last.eventId === state.cursor.eventId &&
    last.string === state.string;
  const twoDigits = isSecond ? edits.typeFret(state, 10 * last.digit + digit, false) : undefined;
  if (twoDigits) {
    lastTyped.delete(store);
    return edits.runEdit(store, twoDigits);
  }
  edits.runEdit(store, edits.typeFret(state, digit, state.isInserting));
  const { cursor, string } = store.getState();
  lastTyped.set(store, { digit, at: now, eventId: cursor.eventId, string });
}

function changeString(store: SongStore, step: 1 | -1): void {
  store.setState((state) => {
    const part = partAt(state.history.song, state.cursor.partId);
    const last = neckOfPart(part).openMidi.length;
    return { string: Math.min(last, Math.max(1, state.string + step)) };
  });
}

function extend(store: SongStore, step: "next" | "previous"): void {
  const state = store.getState();
  const { cursor, history, selection } = state;
  if (cursor.eventId === undefined || cursor.phraseId === undefined) return;
  const next = walk(history.song, cursor, step);
  // A selection lies within one line.
  if (next.phraseId !== cursor.phraseId || next.eventId === undefined) return;
  const anchorId = selection?.anchorId ?? cursor.eventId;
  const { phraseId, partId } = cursor;
  store.select({ phraseId, partId, anchorId, headId: next.eventId });
}

function selectPhrase(store: SongStore): void {
  const { cursor, history } = store.getState();
  if (cursor.phraseId === undefined) return;
  const first = walk(history.song, cursor, "first").eventId;
  const last = walk(history.song, cursor, "last").eventId;
  if (first === undefined || last === undefined) return;
  const { phraseId, partId } = cursor;
  store.select({ phraseId, partId, anchorId: first, headId: last });
}

/** Commands of the strip; every one can be undone. */
export function stripCommands(store: SongStore): readonly Command[] {
  const command = (
    id: string,
    label: string,
    keys: readonly string[],
    act: () => void,
  ): Command => ({ id, label, keys, run: act });
  const writing = (id: string, label: string, keys: readonly string[], make: Make) =>
    command(id, label, keys, () => edits.runEdit(store, make(store.getState())));
  return [
    ...Array.from({ length: 10 }, (_, digit) =>
      command(`fret-${digit}`, `Fret ${digit} on the string at hand`, [String(digit)], () =>
        typeDigit(store, digit, performance.now()),
      ),
    ),
    command("string-up", "Thinner string", ["ArrowUp"], () => changeString(store, -1)),
    command("string-down", "Thicker string", ["ArrowDown"], () => changeString(store, 1)),
    command("insert-mode", "Typed frets make new events, or change the one at hand", ["i"], () =>
      store.setState(({ isInserting }) => ({ isInserting: !isInserting })),
    ),
    writing("insert-event", "New event behind this one", ["n"], edits.insertRest),
    writing("dead", "Dead stroke on the string at hand", ["x"], edits.typeDead),
    writing("rest", "Rest", ["r"], edits.toRest),
    writing(
      "remove-note",
      "Take the note off the string at hand",
      ["shift+Delete"],
      edits.removeNote,
    ),
    writing(
      "remove-events",
      "Remove the event, or all selected ones",
      ["Delete", "Backspace"],
      edits.removeChosen,
    ),
    writing("repeat-events", "The same again", ["="], edits.repeatChosen),
    writing("halve", "Half as long", ["["], edits.halve),
    writing("double", "Twice as long", ["]"], edits.double),
    writing("dot", "Dot, double dot, none", ["d"], edits.dot),
    writing("triplet", "Triplet", ["q"], (state) => edits.tuplet(state, 3)),
    writing("quintuplet", "Five in the time of four", ["shift+q"], (state) =>
      edits.tuplet(state, 5),
    ),
    writing("tie", "Hold the event before on into this one", ["~"], edits.tie),
    writing("bar-line", "Bar line before this event, or none", ["|"], edits.barLine),
    writing("stroke", "Down-stroke, up-stroke, as the school suggests", ["v"], edits.turnStroke),
    ...techniqueCommands(writing),
    command("extend-right", "Select on to the right", ["shift+ArrowRight"], () =>
      extend(store, "next"),
    ),
    command("extend-left", "Select on to the left", ["shift+ArrowLeft"], () =>
      extend(store, "previous"),
    ),
    command("select-phrase", "Select the whole phrase", ["mod+a"], () => selectPhrase(store)),
  ];
}

type Writing = (id: string, label: string, keys: readonly string[], make: Make) => Command;

function techniqueCommands(writing: Writing): readonly Command[] {
  const ofNote = (
    id: string,
    label: string,
    keys: readonly string[],
    technique: Parameters<typeof edits.toggleTechnique>[1],
  ) => writing(id, label, keys, (state) => edits.toggleTechnique(state, technique));
  const ofEvent = (
    id: string,
    label: string,
    keys: readonly string[],
    technique: Parameters<typeof edits.toggleEventTechnique>[1],
  ) => writing(id, label, keys, (state) => edits.toggleEventTechnique(state, technique));
  return [
    ofNote("hammer-on", "Hammer-on", ["h"], { kind: "hammer-on" }),
    ofNote("pull-off", "Pull-off", ["o"], { kind: "pull-off" }),
    ofNote("slide", "Slide", ["/"], { kind: "slide" }),
    ofNote("tap", "Tap", ["y"], { kind: "tap" }),
    ofNote("bend", "Bend by a whole step", ["b"], { kind: "bend", cents: 200, course: "bend" }),
    ofNote("bend-half", "Bend by a half step", ["shift+b"], {
      kind: "bend",
      cents: 100,
      course: "bend",
    }),
    ofNote("vibrato", "Vibrato", ["z"], { kind: "vibrato", width: "narrow" }),
    ofNote("let-ring", "Let ring", ["j"], { kind: "let-ring" }),
    ofNote("ghost", "Ghost note", ["g"], { kind: "ghost" }),
    ofEvent("palm-mute", "Palm mute", ["shift+m"], { kind: "palm-mute" }),
    ofEvent("accent", "Accent", ["k"], { kind: "accent" }),
    ofEvent("staccato", "Short", ["shift+k"], { kind: "staccato" }),
    writing("fermata", "Fermata", ["f"], edits.toggleFermata),
  ];
}

/** What is taken is a call-out, readable anywhere. */
export function clipboardOf(store: SongStore): Clipboard {
  return {
    copy: () => edits.sayChosen(store.getState()),
    cut() {
      const text = edits.sayChosen(store.getState());
      if (text !== "") edits.runEdit(store, edits.removeChosen(store.getState()));
      return text;
    },
    paste(text) {
      if (text.trim() === "") return undefined;
      const { edit, findings } = edits.insertSaid(store.getState(), text);
      edits.runEdit(store, edit);
      return findings[0]?.message;
    },
  };
}
