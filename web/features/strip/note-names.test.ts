import { layBar } from "@intonazione/core/strip";
import { eventsOf, framesOf, lineOf } from "@intonazione/core/score";
import { displayPitch } from "@intonazione/core/pitch";
import { describe, expect, it } from "vitest";
import { songOf } from "@/open-song/open-song.test-kit";
import { nameLinesOf, namePlaces } from "./note-names";

/** The names of the first event as they stand, line by line, in a bar that gives it so much room. */
function lines(callout: string, width: number): readonly string[] {
  const song = songOf([callout]);
  const [bar] = lineOf(song, "phrase0", "guitar")!.bars;
  const box = layBar(bar!, 400, framesOf([], song, 1)[0]!).events[0]!;
  expect(box.event).toBe(eventsOf([bar!])[0]);
  const places = namePlaces({ ...box, width });
  const count = nameLinesOf({ ...box, width });
  return Array.from({ length: count }, (_, line) =>
    places
      .filter((place) => place.line === line)
      .sort((a, b) => a.dx - b.dx)
      .map(({ pitch }) => displayPitch(pitch))
      .join(" "),
  );
}

describe("names of notes at once", () => {
  it.each([
    ["A2", 10, ["B2"]],
    ["A2+D2", 40, ["B2 E3"]],
    ["A2+D2", 14, ["E3", "B2"]],
    ["E3+A2+D0+G0+B0+e3", 45, ["G3 B3 G4", "G2 B2 D3"]],
    ["E3+A2+D0+G0+B0+e3", 90, ["G2 B2 D3 G3 B3 G4"]],
    ["-", 40, []],
  ])("of %s in %i px stand as %j", (callout, width, wanted) => {
    // Rising from the left, the highest on top.
    expect(lines(callout, width)).toEqual(wanted);
  });
});
