import { barNumbered } from "@intonazione/core/foundation";
import { readSong } from "@intonazione/core/formats/json";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { resayBar, sayBar } from "./bar-words";
import { stopsOf } from "./cursor";
import { songOf, storeOf } from "./open-song.test-kit";

/** Four bars of a phrase, with the cursor in one of them, as people count. */
function storeAt(number: number, callout = "'1 E0 | {Am} A0 | in 3/4 '2. D0 | G0 |") {
  const store = storeOf(songOf([callout]));
  const stop = stopsOf(store.getState().history.song, "guitar").find(
    ({ bar }) => bar === barNumbered(number),
  )!;
  store.moveCursor({ phraseId: stop.phraseId, eventId: stop.event.id });
  const say = (text: string) => {
    const { transaction, findings } = resayBar(store.getState(), text);
    if (transaction) store.run(transaction);
    return findings.map(({ code }) => code);
  };
  return { store, say, said: () => sayBar(store.getState()) };
}

describe("what the bar at the cursor says to all parts", () => {
  it.each([
    [1, ""],
    [2, "{Am}"],
    [3, "in 3/4"],
    [4, ""],
  ])("bar %i: %j", (bar, said) => {
    expect(storeAt(bar).said()).toBe(said);
  });

  it.each([
    [1, "{Em} {D@3}", "{Em} {D@3}"],
    [2, "at 80 from 4 {Am@4}", "at 80 from 4 {Am}"],
    [2, "", ""],
    // It follows from the bar before, and need not be said.
    [4, "in 3/4 {G}", "{G}"],
    [4, "in 4/4", "in 4/4"],
    [2, "at 100", ""],
  ])("bar %i is told %j and says %j", (bar, text, wanted) => {
    const { store, say, said } = storeAt(bar);
    const opened = store.getState().history.song;
    expect(say(text)).toEqual([]);
    expect(said()).toBe(wanted);
    store.undo();
    expect(store.getState().history.song).toEqual(opened);
  });

  it("keeps what other bars say, and writes nothing on a slip", () => {
    const { store, say } = storeAt(1);
    const { song } = store.getState().history;
    expect(say("{Em} E0")).toEqual(["notes-in-bar-words"]);
    expect(store.getState().history.song).toBe(song);
    say("{Em}");
    expect(store.getState().history.song.phrases[0]!.marks.map(({ bar }) => bar)).toEqual([
      0, 1, 2,
    ]);
  });

  it("leaves a sound song whatever is said", () => {
    const words = fc.constantFrom(
      "in 7/8",
      "in 4/0",
      "at 90",
      "at 9",
      "from 2&",
      "{C}",
      "{C@2}",
      "x",
    );
    const anyText = fc.array(words, { maxLength: 4 }).map((list) => list.join(" "));
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), anyText, (bar, text) => {
        const { store, say, said } = storeAt(bar);
        const before = store.getState().history.song;
        if (say(text).length > 0) {
          expect(store.getState().history.song).toBe(before);
          return;
        }
        const { song } = store.getState().history;
        expect(readSong(JSON.parse(JSON.stringify(song)))).toEqual({ ok: true, value: song });
        const once = said();
        say(once);
        expect(said()).toBe(once);
      }),
    );
  });
});
