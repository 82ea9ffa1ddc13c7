import { barNumber } from "@intonazione/core/foundation";
import {
  applyEdit,
  barsOfPart,
  eventsOf,
  lineOf,
  momentsOf,
  notesOf,
  type Song,
} from "@intonazione/core/score";
import { demoSongs } from "@intonazione/demo";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { nextNote, noteAt, settle, stopAt, stopsOf, walk, type Cursor, type Step } from "./cursor";
import { songOf } from "./open-song.test-kit";
import { removePhrase } from "./transactions";

const start: Cursor = { partId: "guitar", phraseId: "phrase0" };
const song = songOf(["E0 A0+D2+G2 D0", "A2 A3", "D5"]);
const places = (cursor: Cursor, on: Song = song) => {
  const stop = stopAt(on, cursor);
  const index = stopsOf(on, cursor.partId).findIndex(({ event }) => event.id === cursor.eventId);
  return stop && `${stop.phraseId} ${index}`;
};
const after = (steps: readonly Step[], from: Cursor = start) =>
  steps.reduce((cursor, step) => walk(song, cursor, step), from);
const indexOf = (cursor: Cursor) =>
  stopsOf(song, "guitar").findIndex(({ event }) => event.id === cursor.eventId);

describe("walking", () => {
  it("visits every event of a part once, and comes back the same way", () => {
    for (const demo of demoSongs()) {
      for (const part of demo.parts) {
        const all = demo.phrases.flatMap(({ id }) =>
          (lineOf(demo, id, part.id)?.bars ?? [])
            .flatMap(momentsOf)
            .flatMap(({ events }) => events.map((event) => event.id)),
        );
        const written = eventsOf(barsOfPart(demo, part.id)).map((event) => event.id);
        expect([...all].sort()).toEqual([...written].sort());
        let cursor: Cursor = { partId: part.id };
        const there = all.map(() => (cursor = walk(demo, cursor, "next")).eventId);
        expect(there).toEqual(all);
        expect(walk(demo, cursor, "next")).toBe(cursor);
        const back = all.slice(1).map(() => (cursor = walk(demo, cursor, "previous")).eventId);
        expect(back).toEqual(all.slice(0, -1).reverse());
        expect(walk(demo, cursor, "previous")).toBe(cursor);
      }
    }
  });

  it.each<[readonly Step[], number]>([
    [["next"], 0],
    [["next", "last"], 2],
    [["next", "last", "first"], 0],
    [["next", "next-phrase"], 3],
    [["next", "next-phrase", "next", "next-phrase"], 5],
    [["next", "next-phrase", "next", "previous-phrase"], 0],
    [["next", "next-phrase", "next-phrase", "previous-phrase"], 3],
    [["next", "previous-phrase"], 0],
  ])("%j leads to event %i", (steps, index) => {
    expect(indexOf(after(steps))).toBe(index);
  });

  it("goes around the notes of a chord, thick to thin", () => {
    let cursor = after(["next", "next"]);
    const seen = [0, 1, 2, 3].map(() => {
      const note = noteAt(stopAt(song, cursor)!.event, cursor);
      cursor = nextNote(song, cursor, 1);
      return note?.kind === "pitched" ? note.place?.string : undefined;
    });
    expect(seen).toEqual([5, 4, 3, 5]);
    const [first] = notesOf(stopAt(song, cursor)!.event);
    expect(nextNote(song, { ...cursor, noteId: first!.id }, -1).noteId).not.toBe(first!.id);
  });

  it("tells bar and onset of every stop", () => {
    const long = songOf(["'4 E0 E1 E2 E3 '8 E0 E1"]);
    const stops = stopsOf(long, "guitar").map(
      ({ bar, onset }) => `${barNumber(bar)}:${onset.num}/${onset.den}`,
    );
    expect(stops).toEqual(["1:0/1", "1:1/4", "1:1/2", "1:3/4", "2:0/1", "2:1/8"]);
  });
});

describe("a cursor after the song changed", () => {
  it("stays where it is while its event is there", () => {
    const cursor = after(["next", "next-phrase"]);
    const shorter = applyEdit(song, removePhrase(song.phrases[0]!).edits[0]!).song;
    expect(settle(song, shorter, cursor)).toBe(cursor);
  });

  it("goes to the same place of the rewritten phrase, or to its end", () => {
    const cursor = after(["next", "last"]);
    const fresh = songOf(["E5 E6", "A2 A3", "D5"]);
    const renamed = JSON.parse(JSON.stringify(fresh).replaceAll('"x', '"y')) as Song;
    expect(places(settle(song, renamed, cursor), renamed)).toBe("phrase0 1");
  });

  it("never points at something that is not there", () => {
    const anySong = fc
      .array(fc.constantFrom("E0", "E0 A2", "D2+G2 B1 e0"), { minLength: 1, maxLength: 4 })
      .map((callouts) => songOf(callouts));
    fc.assert(
      fc.property(anySong, anySong, fc.nat({ max: 12 }), (before, next, steps) => {
        let cursor: Cursor = start;
        for (let step = 0; step < steps; step++) cursor = walk(before, cursor, "next");
        const settled = settle(before, next, cursor);
        expect(next.parts.some(({ id }) => id === settled.partId)).toBe(true);
        if (settled.eventId !== undefined) expect(stopAt(next, settled)).toBeDefined();
        if (settled.phraseId !== undefined) {
          expect(next.phrases.some(({ id }) => id === settled.phraseId)).toBe(true);
        }
      }),
    );
  });
});
