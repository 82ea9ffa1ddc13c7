import { describe, expect, it } from "vitest";
import { eventsOf, withoutPlaces } from "../score/bar";
import { notesOf } from "../score/event";
import { STRAIGHT } from "../rhythm/feel";
import type { Line, Song } from "../score/song";
import { adviseOnLine } from "./advice";
import { carryOn } from "./carry-on";
import { lineRequest } from "./place-part";
import { keyOf, partOn, placesSaid, said, tableOn } from "./placement.test-kit";
import { reasonInWords } from "./reason-words";
import { nearWays } from "./region-question";

const part = partOn("standard");
const table = tableOn(part, "E minor");

/** A song of phrases that lie where they are said; those with a question mark are suggestions. */
function songOf(...callouts: readonly string[]): Song {
  return {
    title: "Fixture",
    tempoBpm: 100,
    metre: { beats: 4, unit: 4 },
    feel: STRAIGHT,
    key: keyOf("E minor"),
    referenceHz: 440,
    style: {},
    parts: [part],
    phrases: callouts.map((_, index) => ({ id: `p${index}`, name: `Phrase ${index}`, marks: [] })),
    form: [],
    lines: callouts.map((text, index): Line => ({
      phraseId: `p${index}`,
      partId: part.id,
      bars: said(text.replace("?", ""), part, "E minor"),
      others: [],
      ...(text.startsWith("?") && { isSuggested: true }),
    })),
  };
}

const placesAsked = (song: Song, phraseId: string) => {
  const line = song.lines.find((one) => one.phraseId === phraseId)!;
  const more = { bars: withoutPlaces(line.bars) };
  return adviseOnLine(lineRequest(song, part, phraseId, table, more), table, 3);
};

const box = "'8 B15 e12 B15 B12 G14 G12 D14 G12";
const boxBelow = "'8 A14 D12 D14 G12 G14 D14 D12 A14";

describe("what was decided for a phrase", () => {
  it("speaks for the phrase behind it, and says so", () => {
    const alone = placesSaid(placesAsked(songOf(boxBelow), "p0").options[0]!.bars);
    const { options } = placesAsked(songOf(box, boxBelow), "p1");
    expect(placesSaid(options[0]!.bars)).toBe("5:14 4:12 4:14 3:12 3:14 4:14 4:12 5:14");
    expect(alone).not.toBe(placesSaid(options[0]!.bars));
    const reasons = options[0]!.forIt.map((reason) => reasonInWords(reason));
    expect(reasons).toContain("goes on as Phrase 0 is played");
  });

  it("does not speak while it is only a suggestion", () => {
    const { options } = placesAsked(songOf(`?${box}`, boxBelow), "p1");
    const alone = placesAsked(songOf(boxBelow), "p0");
    expect(placesSaid(options[0]!.bars)).toBe(placesSaid(alone.options[0]!.bars));
  });

  it.each([
    ["three frets higher, on its strings", "'8 E3 E6 E3 A3 A5 D3 D5 A3"],
    ["an octave higher, on its strings", "'8 E12 E15 E12 A12 A14 D12 D14 A12"],
  ])("gives its shape to a phrase that comes again %s", (_, again) => {
    const riff = "'8 E0 E3 E0 A0 A2 D0 D2 A0";
    const song = songOf(riff, again);
    const written = placesSaid(song.lines[1]!.bars);
    expect(placesSaid(placesAsked(song, "p1").options[0]!.bars)).toBe(written);
  });
});

describe("a choice that carries", () => {
  const song = songOf(`?${boxBelow.replace("'8", "'8")}`, `?${boxBelow}`, `?${boxBelow}`, boxBelow);
  const chosen = said("'8 D9 G7 G9 B8 B10 G9 G7 D9", part, "E minor");

  it("takes the chosen line, and moves the suggestions behind it after it", () => {
    const lines = carryOn(song, part, "p0", chosen, table);
    expect(lines.map(({ phraseId, isSuggested }) => [phraseId, isSuggested])).toEqual([
      ["p0", undefined],
      ["p1", true],
      ["p2", true],
    ]);
    for (const { bars } of lines) expect(placesSaid(bars)).toBe(placesSaid(chosen));
  });

  it("leaves lines alone on which a note is pinned", () => {
    const pinned = {
      ...song,
      lines: song.lines.map((line) =>
        line.phraseId === "p1" ? { ...line, bars: withFirstPinned(line.bars) } : line,
      ),
    };
    const moved = carryOn(pinned, part, "p0", chosen, table).map(({ phraseId }) => phraseId);
    expect(moved).toEqual(["p0", "p2"]);
  });
});

function withFirstPinned(bars: Line["bars"]): Line["bars"] {
  const [first] = eventsOf(bars).flatMap(notesOf);
  return bars.map((bar) => ({
    events: bar.events.map((event) =>
      event.kind === "notes"
        ? {
            ...event,
            notes: event.notes.map((note) =>
              note === first && note.kind === "pitched" ? { ...note, pinned: true } : note,
            ),
          }
        : event,
    ),
  }));
}

describe("the question where a phrase lies", () => {
  it("is asked where another way is near, and not where the best one stands alone", () => {
    const near = placesAsked(songOf(boxBelow), "p0").options;
    expect(nearWays(near, 8)).toBe(near);
    expect(near.length).toBe(3);
    const open = placesAsked(songOf("'1 E0+A2+D2+G0+B0+e0"), "p0").options;
    expect(nearWays(open, 1)).toEqual([]);
    expect(nearWays([], 0)).toEqual([]);
  });
});
