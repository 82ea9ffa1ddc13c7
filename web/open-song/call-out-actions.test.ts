import { printCallout } from "@intonazione/core/callout";
import { fret, USUAL_STYLE } from "@intonazione/core/neck";
import { lineOf } from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { contextOf } from "./derived";
import { draftOf } from "./draft";
import { songOf, storeOf } from "./open-song.test-kit";
import {
  answerQuestion,
  bringBackDraft,
  commitDraft,
  dropDraft,
  otherForm,
  sayPlace,
  turnTo,
} from "./call-out-actions";

function say(store: ReturnType<typeof storeOf>, text: string) {
  store.setDraft(draftOf(store.getState()).key, text);
  return commitDraft(store);
}
const written = (store: ReturnType<typeof storeOf>) => {
  const { song } = store.getState().history;
  return song.phrases.map(({ id, name }) => {
    const bars = lineOf(song, id, "guitar")?.bars ?? [];
    return `${name}: ${printCallout(bars, contextOf(song.parts[0]!, song, USUAL_STYLE))}`;
  });
};

describe("the call-out line", () => {
  it("writes new phrases one after the other, and waits for the next", () => {
    const store = storeOf(songOf([]));
    expect(say(store, "E0 E3")).toBe("written");
    expect(say(store, "A0 | A2")).toBe("written");
    expect(written(store)).toEqual(["Phrase A: '8 E0 3", "Phrase B: '8 A0 | A2"]);
    const { cursor, drafts, history } = store.getState();
    expect(drafts).toEqual({});
    expect(cursor.phraseId).toBe(history.song.phrases[1]!.id);
    expect(cursor.eventId).toBe(history.song.lines[1]!.bars[0]!.events[0]!.id);
  });

  it("rewrites the phrase it was turned to, and lets go of it", () => {
    const store = storeOf(songOf(["E0 E3", "A0"]));
    turnTo(store, "phrase1");
    expect(say(store, "A0 A5")).toBe("rewritten");
    expect(written(store)).toEqual(["Phrase 0: '8 E0 3", "Phrase 1: '8 A0 5"]);
    expect(store.getState().rewriting).toBeUndefined();
    store.undo();
    expect(written(store)[1]).toBe("Phrase 1: '8 A0");
  });

  it("keeps what was said as another bar, and lets both be changed at once", () => {
    const store = storeOf(songOf(["E0 E3"]));
    const relations = (index: number) => store.getState().history.song.lines[index]!.relations;
    expect(say(store, "A0 2 3 | =1+3")).toBe("written");
    expect(relations(1)).toEqual([{ bar: 1, of: 0, frets: 3 }]);
    turnTo(store, store.getState().history.song.phrases[1]!.id);
    const { text } = draftOf(store.getState());
    expect(text).toBe("'8 A0 2 3 | =1+3");
    // Typed and taken back: nothing was changed.
    expect(say(store, text)).toBe("nothing");
    expect(say(store, text.replace("A0", "A1"))).toBe("rewritten");
    expect(written(store)[1]).toBe("Phrase B: '8 A1 2 3 | =1+3");
    expect(relations(1)).toEqual([{ bar: 1, of: 0, frets: 3 }]);
    turnTo(store, store.getState().history.song.phrases[1]!.id);
    expect(say(store, "'8 A1 2 3 | A4 5 7")).toBe("rewritten");
    expect(relations(1)).toBeUndefined();
    store.undo();
    expect(relations(1)).toEqual([{ bar: 1, of: 0, frets: 3 }]);
  });

  it("refuses slips and keeps every character of them", () => {
    const store = storeOf(songOf(["E0"]));
    expect(say(store, "E0 Q5 A")).toBe("slip");
    expect(draftOf(store.getState()).text).toBe("E0 Q5 A");
    expect(written(store)).toEqual(["Phrase 0: '8 E0"]);
    dropDraft(store);
    expect(draftOf(store.getState()).text).toBe("");
    expect(commitDraft(store)).toBe("nothing");
    bringBackDraft(store);
    expect(draftOf(store.getState()).text).toBe("E0 Q5 A");
  });

  it("holds talk back while a question is open, and says its words anew as it is answered", () => {
    const store = storeOf(songOf([]));
    expect(say(store, "open D, 2, 4, three times")).toBe("question");
    const [question] = draftOf(store.getState()).questions;
    const all = question!.answers.find(({ label }) => label.startsWith("all"));
    answerQuestion(store, all!);
    expect(commitDraft(store)).toBe("written");
    expect(written(store)).toEqual(["Phrase A: '? D0 2 4 0 2 4 0 2 | D4"]);
  });

  it.each([
    ["A5h7, open D, 2, 4, three times", `'? A5h7 D0 2 "? what comes 3 times?" 4`],
    [
      "top three strings at the seventh fret, then A 3",
      `'? "? the thin strings or the thick ones? ? on which string?" A3`,
    ],
  ])("leaves the question of %j open as words at its place", (talk, callout) => {
    const store = storeOf(songOf([]));
    expect(say(store, talk)).toBe("question");
    expect(commitDraft(store, true)).toBe("written");
    expect(written(store)).toEqual([`Phrase A: ${callout}`]);
  });

  it("leaves no question open where nothing is sure, since its words would be lost", () => {
    const store = storeOf(songOf([]));
    const talk = "bar the top three strings at the seventh fret";
    expect(say(store, talk)).toBe("question");
    expect(commitDraft(store, true)).toBe("question");
    expect(draftOf(store.getState()).text).toBe(talk);
  });

  it.each([
    ["nominal", undefined, "E12", "E12 G3"],
    ["nominal", "", "", "G3"],
    ["number", undefined, "6:0 ", "6:0 3:3"],
    ["nominal", "phrase0", undefined, "'8 E0 3 G3"],
  ] as const)("says a place of the neck (%s, %s, %j)", (stringSchool, phrase, typed, said) => {
    const store = storeOf(
      songOf(["E0 E3"], stringSchool === "number" ? { style: { stringSchool } } : {}),
    );
    if (phrase) turnTo(store, phrase);
    if (typed !== undefined) store.setDraft(draftOf(store.getState()).key, typed);
    sayPlace(store, { string: 3, fret: fret(3) });
    expect(draftOf(store.getState()).text).toBe(said);
  });

  it.each([
    "in 3/4 '4 E0 E3 A0 | E0 E3 A0 |",
    "from 4 '4 E0 | at 80 {Em} E0 {Am@3} A3 A2 A0",
    "{Em} '8 E0 E3 A0 A2 D0 D2 G0 G2 | in 7/8 {Bm7} B0 B1 e0 e3 e0 B1 B0",
  ])("turns %s into a sentence and back, and no bar forgets what it says", (callout) => {
    const store = storeOf(songOf([callout]));
    const [before] = store.getState().history.song.phrases;
    turnTo(store, "phrase0");
    const inShort = draftOf(store.getState()).text;
    store.setDraft(draftOf(store.getState()).key, `${inShort} `);
    expect(otherForm(store)).toBeUndefined();
    const sentence = draftOf(store.getState());
    expect(sentence).toMatchObject({ marks: before!.marks, isChanged: false, hasErrors: false });
    expect(sentence.understood).toBeDefined();
    otherForm(store);
    expect(draftOf(store.getState())).toMatchObject({ text: inShort, isChanged: false });
  });

  it("writes a sentence over a phrase, and leaves its pick-up, metre, tempo and chords", () => {
    const store = storeOf(songOf(["from 4 '4 E0 | in 3/4 at 80 {Em} E0 {Am@2} A3 A2"]));
    const [before] = store.getState().history.song.phrases;
    turnTo(store, "phrase0");
    expect(say(store, "in quarter notes, open A, next bar, open A three times")).toBe("rewritten");
    expect(store.getState().history.song.phrases[0]!.marks).toEqual(before!.marks);
    expect(written(store)).toEqual(["Phrase 0: '4 A0 | A0 0 0"]);
  });
});
