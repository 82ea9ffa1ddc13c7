import type { notesOf } from "@intonazione/core/score";
import { eventsOf, lineOf } from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { onTheNeck, type OnTheNeck } from "./on-the-neck";
import { songOf } from "./open-song.test-kit";

/** The neck with the cursor on an event of the first phrase, by number from 1; 0 is none. */
function shown(callout: string, event: number, isPlaying = false): OnTheNeck {
  const song = songOf([callout]);
  const events = eventsOf(lineOf(song, "phrase0", "guitar")!.bars);
  const eventId = events[event - 1]?.id;
  return onTheNeck(song, { partId: "guitar", phraseId: "phrase0", eventId }, isPlaying);
}
const placeOf = (note: ReturnType<typeof notesOf>[number]) =>
  note.kind === "pitched" ? `${note.place?.string}:${note.place?.fret}` : "dead";

describe("the neck", () => {
  it.each([
    ["E0 A2 E0 D2+A2 | E3", ["6:0", "5:2", "4:2", "6:3"]],
    ["- Ex E5", ["6:5"]],
    ["- -", []],
  ])("shows the hand of %s as %j while nothing is selected", (callout, places) => {
    const neck = shown(callout, 0);
    expect(neck.kind).toBe("hand");
    if (neck.kind !== "hand") return;
    expect(neck.places.map(({ string, fret }) => `${string}:${fret}`)).toEqual(places);
  });

  it("shows the hand of the first phrase where no phrase is at hand, and of no other part", () => {
    const song = songOf(["E3"]);
    expect(onTheNeck(song, { partId: "guitar" }, false)).toMatchObject({
      places: [{ string: 6, fret: 3 }],
    });
    expect(onTheNeck(song, { partId: "bass" }, true)).toEqual({ kind: "hand", places: [] });
  });

  it("shows the selected event, and while it plays what is held with it", () => {
    expect(shown("ring[A0] D2 G0", 3)).toMatchObject({ kind: "event" });
    const held = (callout: string, event: number) => {
      const neck = shown(callout, event, true);
      if (neck.kind !== "held") throw new Error("expected what is held");
      return [neck.begin.map(placeOf), neck.goOn.map(placeOf)];
    };
    expect(held("ring[A0] D2 G0", 3)).toEqual([["3:0"], ["5:0"]]);
    expect(held("ring[A0] D2 A3", 3)).toEqual([["5:3"], []]);
    expect(held("'2 ring[A0] - | E0", 3)).toEqual([["6:0"], []]);
  });
});
