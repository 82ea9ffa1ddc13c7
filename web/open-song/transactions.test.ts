import { formatKey, midiOf } from "@intonazione/core/pitch";
import { keepShapes, moveSong } from "@intonazione/core/remap";
import { detailsOf, eventsOf, barsOfPart, notesOf, type Song } from "@intonazione/core/score";
import { neckOf } from "@intonazione/core/neck";
import { describe, expect, it } from "vitest";
import { songOf, storeOf } from "./open-song.test-kit";
import { changeDetails, equip, moveWhole, reinstrument } from "./transactions";

const song = songOf(["E0 E3 A2 D0", "G2 B1 e3"]);
const guitar = song.parts[0]!;
const capoed: Song = { ...song, parts: [{ ...guitar, capo: { fret: 2 } }, song.parts[1]!] };
const heights = ({ parts, ...rest }: Song) =>
  eventsOf(barsOfPart({ parts, ...rest }, "guitar"))
    .flatMap(notesOf)
    .map((note) => (note.kind === "pitched" ? midiOf(note.pitch) : 0));

describe("what a teacher does to the set-up", () => {
  it("changes details without touching the music", () => {
    const store = storeOf(song);
    store.run(changeDetails(song, { referenceHz: 442, style: { stringSchool: "number" } }));
    const after = store.getState().history.song;
    expect(after).toEqual({ ...song, referenceHz: 442, style: { stringSchool: "number" } });
    expect(detailsOf(after)).not.toHaveProperty("parts");
    store.undo();
    expect(store.getState().history.song).toEqual(song);
  });

  it("equips a part, and its lines stay the same objects", () => {
    const store = storeOf(song);
    store.run(equip(guitar, { ...guitar.instrument, actionMm: 1.5, handed: "left" }));
    const after = store.getState().history.song;
    expect(after.parts[0]!.instrument).toMatchObject({ actionMm: 1.5, handed: "left" });
    after.lines.forEach((line, index) => expect(line.bars).toBe(song.lines[index]!.bars));
    expect(store.undo()).toBe("equip guitar");
    expect(store.getState().history.song).toEqual(song);
  });

  it("takes another capo with the key in one step", () => {
    const to = { instrument: guitar.instrument, capo: { fret: 2 } };
    const neck = neckOf(to.instrument, to.capo);
    const key = { tonic: { step: "F", alter: 1 }, mode: "minor" } as const;
    const lines = song.lines.map((line) => ({
      ...line,
      bars: keepShapes(line.bars, neck, key).bars,
    }));
    const store = storeOf(song);
    store.run(reinstrument(guitar, to, lines, { ...detailsOf(song), key }));
    const after = store.getState().history.song;
    expect(formatKey(after.key)).toBe("F# minor");
    expect(heights(after)).toEqual(heights(song).map((height) => height + 2));
    store.undo();
    expect(store.getState().history.song).toEqual(song);
    expect(store.getState().history.past).toHaveLength(0);
  });

  it.each([3, -2, -5])(
    "moves the whole song by %i semitones, and back in one step",
    (semitones) => {
      const store = storeOf(capoed);
      const moved = moveSong(capoed, semitones);
      store.run(moveWhole(capoed, moved, semitones));
      const after = store.getState().history.song;
      expect(heights(after)).toEqual(heights(capoed).map((height) => height + semitones));
      // Down five there is no capo to take along: the pitches find new places.
      expect(after.parts[0]!.capo.fret).toBe(semitones === -5 ? 2 : 2 + semitones);
      expect(store.undo()).toMatch(/^move the song/u);
      expect(store.getState().history.song).toEqual(capoed);
    },
  );
});
