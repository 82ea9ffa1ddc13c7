import { barIndex, barNumber } from "@intonazione/core/foundation";
import { stopsOf } from "./cursor";
import { fraction } from "@intonazione/core/rhythm";
import { applyEdit } from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { hear, markOf, NOTHING_HEARD, stopOfMoment, markedStops } from "./listener-marks";
import { songOf } from "./open-song.test-kit";
import { removePhrase } from "./transactions";

const song = songOf(["'2 E0 A0 | D0 G0", "'4 A2 A3 D5 D7"]);
const stops = stopsOf(song, "guitar");
const marked = (listening = NOTHING_HEARD, of = stops) => markedStops(of, listening).map(markOf);

describe("what a listener heard", () => {
  it("counts bars through all phrases, as the tuning finder does", () => {
    expect(stops.map(({ barOfPart }) => barNumber(barOfPart))).toEqual([1, 1, 2, 2, 3, 3, 3, 3]);
    const third = stopOfMoment(stops, { bar: barIndex(2), onset: fraction(1, 4) })!;
    expect(third).toBe(stops[5]);
    expect(marked(hear(NOTHING_HEARD, third.event.id, { open: false }))).toEqual([
      { bar: 2, onset: fraction(1, 4), open: false },
    ]);
    expect(stopOfMoment(stops, { bar: barIndex(3), onset: fraction(0) })).toBeUndefined();
  });

  it("adds words to an event, and forgets it when the last word is taken back", () => {
    const { id } = stops[1]!.event;
    const both = hear(hear(NOTHING_HEARD, id, { open: true }), id, { open: true, rings: true });
    expect(marked(both)).toMatchObject([{ bar: 0, open: true, rings: true }]);
    expect(hear(both, id, {})).toEqual(NOTHING_HEARD);
  });

  it("goes along with its event, and stays away while the event is gone", () => {
    const inLast = hear(NOTHING_HEARD, stops[4]!.event.id, { bend: true });
    const shorter = applyEdit(song, removePhrase(song.phrases[0]!).edits[0]!).song;
    expect(marked(inLast, stopsOf(shorter, "guitar"))).toMatchObject([{ bar: 0, bend: true }]);
    const inFirst = hear(NOTHING_HEARD, stops[0]!.event.id, { open: true });
    expect(marked(inFirst, stopsOf(shorter, "guitar"))).toEqual([]);
  });
});
