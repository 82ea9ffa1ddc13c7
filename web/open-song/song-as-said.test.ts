import { lineOf, type Song } from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { commitDraft, turnTo } from "./call-out-actions";
import { draftOf } from "./draft";
import { songOf, storeOf } from "./open-song.test-kit";
import { songAsSaid } from "./song-as-said";

const barsOf = (song: Song) =>
  song.phrases.map(({ id, marks }) => [marks, lineOf(song, id, "guitar")?.bars]);

describe("the song as it is being said", () => {
  it.each([
    ["a new phrase", undefined, "'4 A0 2 | in 3/4 A3 5 7"],
    ["a phrase said anew", "phrase1", "D0 D2 | =1"],
  ])("is what will be written: %s", (_, phraseId, text) => {
    const store = storeOf(songOf(["E0 E3", "A0"]));
    const before = store.getState().history.song;
    expect(songAsSaid(store.getState())).toBe(before);
    turnTo(store, phraseId);
    store.setDraft(draftOf(store.getState()).key, text);
    const said = songAsSaid(store.getState());
    expect(songAsSaid(store.getState())).toBe(said);
    expect(store.getState().history.song).toBe(before);
    expect(commitDraft(store)).toMatch(/written/u);
    const { song } = store.getState().history;
    expect(barsOf(said)).toEqual(barsOf(song));
    expect(songAsSaid(store.getState())).toBe(song);
  });

  it("shows what was understood so far while there are slips", () => {
    const store = storeOf(songOf(["E0 E3"]));
    store.setDraft(draftOf(store.getState()).key, "A0 Q7 A2");
    expect(songAsSaid(store.getState()).phrases).toHaveLength(2);
  });
});
