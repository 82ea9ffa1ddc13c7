import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { chromaOf, midiOf } from "../pitch/pitch";
import { eventsOf } from "../score/bar";
import { notesOf } from "../score/event";
import { barsOfPart, type Line, type Song } from "../score/song";
import { anySong } from "../score/song.arbitraries";
import { checkSong } from "../formats/json/check-song";
import { moveSong } from "./move-song";

const heights = (song: Song, partId: string) =>
  eventsOf(barsOfPart(song, partId)).map((event) =>
    notesOf(event).map((note) => (note.kind === "pitched" ? midiOf(note.pitch) : "x")),
  );
const frets = (lines: readonly Line[]) =>
  lines
    .flatMap((line) => eventsOf(line.bars))
    .flatMap(notesOf)
    .map((note) => (note.kind === "pitched" ? note.place?.fret : undefined));

describe("moving a song for another voice", () => {
  it("moves every pitch and the key by so much, and leaves a sound song", () => {
    fc.assert(
      fc.property(anySong, fc.integer({ min: -5, max: 5 }), (song, semitones) => {
        const moved = moveSong(song, semitones);
        const after: Song = {
          ...song,
          key: moved.key,
          parts: moved.parts.map(({ part }) => part),
          lines: moved.parts.flatMap(({ lines }) => lines),
        };
        expect(checkSong(after)).toEqual([]);
        expect((chromaOf(song.key.tonic) + semitones + 12) % 12).toBe(chromaOf(moved.key.tonic));
        for (const { id } of song.parts) {
          const wanted = heights(song, id).map((notes) =>
            notes.map((height) => (height === "x" ? "x" : height + semitones)),
          );
          expect(heights(after, id)).toEqual(wanted);
        }
      }),
      { numRuns: 60 },
    );
  });

  it("keeps every shape where a capo can go along", () => {
    fc.assert(
      fc.property(anySong, fc.integer({ min: -3, max: 3 }), (song, semitones) => {
        for (const { part, lines, hasKeptShapes } of moveSong(song, semitones).parts) {
          const before = song.parts.find(({ id }) => id === part.id)!;
          const own = song.phrases.flatMap(({ id }) =>
            song.lines.filter((line) => line.phraseId === id && line.partId === part.id),
          );
          if (hasKeptShapes) {
            expect(part.capo.fret).toBe(before.capo.fret + semitones);
            // A short neck may end before the highest shape; then its place is let go.
            const kept = frets(lines);
            frets(own).forEach((fret, index) => {
              if (kept[index] !== undefined) expect(kept[index]).toBe(fret);
            });
          } else expect(part.capo).toEqual(before.capo);
        }
      }),
      { numRuns: 60 },
    );
  });
});
