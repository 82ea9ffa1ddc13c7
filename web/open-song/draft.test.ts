import { USUAL_STYLE } from "@intonazione/core/neck";
import { eventsOf, lineOf, notesOf } from "@intonazione/core/score";
import { demoSongs } from "@intonazione/demo";
import { describe, expect, it } from "vitest";
import { calloutOf, draftOf } from "./draft";
import { songOf, storeOf } from "./open-song.test-kit";

const song = songOf(["E0 E3 A0 A2 D0 D2 G0 G2 | B0 B1 e0 e3", "D5 D7"]);
const barsOf = (phraseId: string) => lineOf(song, phraseId, "guitar")!.bars;

function draftFor(phraseId: string | undefined, text: string | undefined) {
  const store = storeOf(song);
  store.setState({ rewriting: phraseId });
  const { key } = draftOf(store.getState());
  store.setDraft(key, text);
  return draftOf(store.getState());
}

describe("the call-out draft", () => {
  it("says a phrase as it is written, and writing that changes nothing", () => {
    for (const demo of demoSongs()) {
      for (const part of demo.parts) {
        for (const phrase of demo.phrases) {
          const bars = lineOf(demo, phrase.id, part.id)?.bars;
          if (!bars) continue;
          const store = storeOf(demo);
          store.moveCursor({ partId: part.id });
          store.setState({ rewriting: phrase.id });
          const untouched = draftOf(store.getState());
          expect(untouched).toMatchObject({ isChanged: false, bars });
          store.setDraft(untouched.key, calloutOf(demo, part, phrase.id, USUAL_STYLE));
          const said = draftOf(store.getState());
          expect(said).toMatchObject({ isChanged: false, hasErrors: false });
          expect(said.bars.every((bar, index) => bar === bars[index])).toBe(true);
        }
      }
    }
  });

  it("keeps every untouched bar the same object, so that only the touched one is drawn again", () => {
    const changed = draftFor("phrase0", "E0 E3 A0 A2 D0 D2 G0 G5 | B0 B1 e0 e3");
    expect(changed.isChanged).toBe(true);
    expect(changed.bars[0]).not.toBe(barsOf("phrase0")[0]);
    expect(changed.bars[0]!.events[0]).toBe(barsOf("phrase0")[0]!.events[0]);
    expect(changed.bars[1]).toBe(barsOf("phrase0")[1]);
  });

  it("keeps ids behind an insertion in the middle", () => {
    const longer = draftFor("phrase1", "D5 A5 D7");
    const [first, , last] = eventsOf(longer.bars);
    const before = eventsOf(barsOf("phrase1"));
    expect([first, last]).toEqual(before);
  });

  it("keeps what was said of bars as others, as long as nobody says them anew", () => {
    const store = storeOf(songOf(["A0 2 3 5 | =1+3 | D0 2 | =3"]));
    store.setState({ rewriting: "phrase0" });
    const { key, relations, text } = draftOf(store.getState());
    expect(text).toBe("'8 A0 2 3 5 | =1+3 | D0 2 | =|");
    expect(relations.map(({ bar, of, frets }) => [bar, of, frets])).toEqual([
      [1, 0, 3],
      [3, 2, 0],
    ]);
    const say = (anew: string) => {
      store.setDraft(key, anew);
      const draft = draftOf(store.getState());
      return [draft.isChanged, draft.relations.map(({ bar, of }) => [bar, of])];
    };
    expect(say(text)).toEqual([false, relations.map(({ bar, of }) => [bar, of])]);
    // A bar before them, and one of the two said out in full.
    expect(say("'8 E0 | A0 2 3 5 | =2+3 | D0 2 | =|")).toEqual([
      true,
      [
        [2, 1],
        [4, 3],
      ],
    ]);
    expect(say("'8 A0 2 3 5 | A3 5 6 8 | D0 2 | D0 5")).toEqual([true, [[1, 0]]]);
    expect(say("'8 A0 2 3 5 | A3 5 6 9 | D0 2 | =|")).toEqual([true, [[3, 2]]]);
  });

  it("finds places for pitches that are said without one", () => {
    const [event] = eventsOf(draftFor(undefined, "@G3").bars);
    const [note] = notesOf(event!);
    expect(note).toMatchObject({ kind: "pitched", pinned: false });
    const place = note?.kind === "pitched" ? note.place : undefined;
    expect(["3 0", "4 5", "5 10", "6 15"]).toContain(`${place?.string} ${place?.fret}`);
  });

  it.each([
    [undefined, "", false, false],
    [undefined, "   ", false, false],
    [undefined, "E0", true, false],
    [undefined, "E0 Q", true, true],
    ["phrase1", "D5 D7", false, false],
    ["phrase1", "D5 D7!", true, false],
    ["phrase1", "D5 D7 q", true, true],
    ["phrase1", "", true, false],
  ])("of %s, %j: changed %s, slips %s", (phraseId, text, isChanged, hasErrors) => {
    expect(draftFor(phraseId, text)).toMatchObject({ isChanged, hasErrors, text });
  });

  it("keeps what is typed for each phrase and each part apart", () => {
    const store = storeOf(song);
    const type = (partId: string, rewriting: string | undefined, text: string) => {
      store.moveCursor({ partId });
      store.setState({ rewriting });
      store.setDraft(draftOf(store.getState()).key, text);
    };
    type("guitar", undefined, "E0");
    type("guitar", "phrase1", "D5");
    type("bass", undefined, "A0");
    const shown = (partId: string, rewriting: string | undefined) => {
      store.moveCursor({ partId });
      store.setState({ rewriting });
      return draftOf(store.getState()).text;
    };
    expect([
      shown("guitar", undefined),
      shown("guitar", "phrase1"),
      shown("bass", undefined),
      shown("bass", "phrase1"),
    ]).toEqual(["E0", "D5", "A0", ""]);
  });

  it("is read against the tuning of the part it is for", () => {
    const store = storeOf(song);
    store.moveCursor({ partId: "bass" });
    store.setDraft(draftOf(store.getState()).key, "G2 B1");
    const { bars, findings } = draftOf(store.getState());
    const notes = eventsOf(bars).flatMap(notesOf);
    expect(notes).toMatchObject([
      { place: { string: 1, fret: 2 }, pitch: { step: "A", octave: 2 } },
    ]);
    expect(findings.find(({ severity }) => severity === "error")?.message).toMatch(/E A D G/u);
  });
});
