import { printCallout } from "@intonazione/core/callout";
import { fret, USUAL_STYLE } from "@intonazione/core/neck";
import { lineOf } from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { contextOf } from "@/open-song/derived";
import { draftOf } from "@/open-song/draft";
import { songOf, storeOf } from "@/open-song/open-song.test-kit";
import { bringBackDraft, commitDraft, dropDraft, sayPlace, turnTo } from "./actions";

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
    expect(written(store)).toEqual(["Phrase A: '8 E0 E3", "Phrase B: '8 A0 | A2"]);
    const { cursor, drafts, history } = store.getState();
    expect(drafts).toEqual({});
    expect(cursor.phraseId).toBe(history.song.phrases[1]!.id);
    expect(cursor.eventId).toBe(history.song.lines[1]!.bars[0]!.events[0]!.id);
  });

  it("rewrites the phrase it was turned to, and lets go of it", () => {
    const store = storeOf(songOf(["E0 E3", "A0"]));
    turnTo(store, "phrase1");
    expect(say(store, "A0 A5")).toBe("rewritten");
    expect(written(store)).toEqual(["Phrase 0: '8 E0 E3", "Phrase 1: '8 A0 A5"]);
    expect(store.getState().rewriting).toBeUndefined();
    store.undo();
    expect(written(store)[1]).toBe("Phrase 1: '8 A0");
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

  it.each([
    ["nominal", undefined, "E12", "E12 G3"],
    ["nominal", "", "", "G3"],
    ["number", undefined, "6:0 ", "6:0 3:3"],
    ["nominal", "phrase0", undefined, "'8 E0 E3 G3"],
  ] as const)("says a place of the neck (%s, %s, %j)", (stringSchool, phrase, typed, said) => {
    const store = storeOf(
      songOf(["E0 E3"], stringSchool === "number" ? { style: { stringSchool } } : {}),
    );
    if (phrase) turnTo(store, phrase);
    if (typed !== undefined) store.setDraft(draftOf(store.getState()).key, typed);
    sayPlace(store, { string: 3, fret: fret(3) });
    expect(draftOf(store.getState()).text).toBe(said);
  });
});
