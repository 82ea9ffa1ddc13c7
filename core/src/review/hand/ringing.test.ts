import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { heardIn, sonorities } from "../../analysis/heard";
import { neckOf } from "../../neck/neck";
import { USUAL_HAND } from "../../placement/player-hand";
import { plainTable } from "../../placement/judgement";
import { handsFor } from "../../placement/fingering";
import { usualSecondsPerWhole } from "../../placement/place-bars";
import { planLine } from "../../placement/plan-line";
import { suggestFingers } from "../../placement/suggest-fingers";
import { NO_WISHES } from "../../placement/wishes";
import { perform } from "../../playing/perform";
import { eventsOf } from "../../score/bar";
import { linkOf, notesOf, stringOf, type Note } from "../../score/event";
import { framesOfPhrase, type Song } from "../../score/song";
import { anySong } from "../../score/song.arbitraries";
import { secondsInLine } from "../../sounding/line-sound";
import { scanLine } from "../line-scan";
import { songSaid } from "../review.test-kit";
import { heldGrips, type HeldGrip } from "./held-grips";

function scansOf(song: Song) {
  const part = song.parts[0]!;
  return song.lines.map((line) => {
    const phrase = song.phrases.find(({ id }) => id === line.phraseId)!;
    const frames = framesOfPhrase(song, phrase, line.bars.length);
    const { key, referenceHz } = song;
    const player = USUAL_HAND;
    return scanLine({ part, phrase, line, frames, barsBefore: 0, key, referenceHz, player });
  });
}

/** What every bar says, one entry a bar. */
function byBar<Item>(
  items: readonly Item[],
  barOf: (item: Item) => number,
  say: (item: Item) => string,
) {
  const bars: string[][] = [];
  for (const item of items) (bars[barOf(item)] ??= []).push(say(item));
  return bars.map((bar) => bar.join(" "));
}

const shapeOf = ({ grip }: HeldGrip) =>
  grip.holds
    .map(({ string, fret }) => `${string}/${fret ?? "x"}`)
    .sort()
    .join("+");

/** A bar of arpeggio in eighths that is left ringing, with a rest in its middle for the longer ones. */
const ARPEGGIO = ["A2", "D2", "G2", "B3", "G2", "D2", "A2", "D2", "G2"];
const barOf = (eighths: number, restAt?: number) =>
  Array.from({ length: eighths }, (_, at) => (at === restAt ? "-" : `${ARPEGGIO[at]!}.ring`)).join(
    " ",
  );

/** Each: a call-out, and its bars that are equal. */
const LINES: readonly (readonly [string, string, readonly (readonly number[])[]])[] = [
  ["3/4", Array(5).fill(barOf(6)).join(" | "), [[0, 1, 2, 3, 4]]],
  ["6/8", Array(5).fill(barOf(6)).join(" | "), [[0, 1, 2, 3, 4]]],
  ["7/8", Array(5).fill(barOf(7)).join(" | "), [[0, 1, 2, 3, 4]]],
  ["4/4", Array(3).fill(barOf(8, 4)).join(" | "), [[0, 1, 2]]],
  [
    "3/4",
    `${barOf(6)} | ${barOf(6)} | in 7/8 ${barOf(7)} | ${barOf(7)} | in 3/4 ${barOf(6)} | ${barOf(6)}`,
    [
      [0, 1, 4, 5],
      [2, 3],
    ],
  ],
  [
    "6/8",
    `from 4 ${barOf(3)} | ${barOf(6)} | ${barOf(6)} | in 9/8 ${barOf(9)} | ${barOf(9)}`,
    [
      [1, 2],
      [3, 4],
    ],
  ],
];

describe.each(LINES)("what rings in %s: %s", (metre, callout, groups) => {
  const song = songSaid({ parts: [{ callouts: [`'8 ${callout}`] }], metre });
  const [scan] = scansOf(song) as [ReturnType<typeof scanLine>];
  const alike = (said: readonly string[]) => {
    for (const group of groups) {
      expect(new Set(group.map((bar) => said[bar])).size).toBe(1);
      expect(said[group[0]!]).not.toBe("");
    }
  };

  it("is heard alike in equal bars", () => {
    const moments = sonorities(heardIn(scan.line.bars, scan.frames, 6));
    alike(
      byBar(
        moments,
        ({ bar }) => bar,
        ({ notes }) => notes.map(({ midi }) => midi).join("+"),
      ),
    );
    // And it does ring: more sounds at once than is struck.
    expect(Math.max(...moments.map(({ notes }) => notes.length))).toBeGreaterThan(2);
    // Nothing rings over a bar line.
    for (const { start, notes, fresh, onset } of moments) {
      if (onset.num === 0) expect([start, notes.length]).toEqual([start, fresh]);
    }
  });

  it("is held alike by Place and by Check", () => {
    const moments = heldGrips(scan);
    alike(byBar(moments, ({ at }) => at.bar, shapeOf));
    const fingers = suggestFingers(scan.line.bars, scan.neck);
    alike(
      scan.line.bars.map((bar) =>
        bar.events
          .flatMap((event) => (event.kind === "notes" ? event.notes : []))
          .map(({ id }) => fingers.get(id))
          .join("-"),
      ),
    );
  });

  it("is damped by the player where the analysis says that it stops", () => {
    const { acts } = perform(song).passage.parts[0]!;
    const sound = scan.sound;
    const stops = sound.notes.map(({ bar, until }) => secondsInLine(sound, bar, until));
    expect(acts.length).toBe(stops.length);
    for (const [index, { until }] of acts.entries()) expect(until).toBeCloseTo(stops[index]!, 6);
  });
});

describe("Place and Check", () => {
  it("hold the same at every moment, whatever rings, is held, tied or in a second voice", () => {
    fc.assert(
      fc.property(anySong, (song) => {
        const part = song.parts[0]!;
        const neck = neckOf(part.instrument, part.capo);
        for (const scan of scansOf(song)) {
          // A tap is the other hand's.
          if (
            eventsOf(scan.line.bars)
              .flatMap(notesOf)
              .some((note) => linkOf(note) === "tap")
          ) {
            continue;
          }
          const plan = planLine(
            {
              bars: scan.line.bars,
              scope: "unplaced",
              secondsPerWhole: usualSecondsPerWhole,
              wishes: NO_WISHES,
            },
            plainTable(neck),
          );
          const strings = (notes: readonly Note[]) =>
            [...new Set(notes.flatMap((note) => stringOf(note) ?? []))].sort().join();
          const inPlace = new Map(
            plan.moments.map(({ notes }) => {
              const all = notes.map(({ note }) => note);
              return [notes.find(({ isHeld }) => !isHeld)!.note.id, strings(all)];
            }),
          );
          for (const { notes, fresh, grip } of heldGrips(scan)) {
            // Of what no hand holds, Place leaves notes out.
            const shape = new Set(grip.holds.map(({ string }) => string));
            const isOne = shape.size === grip.holds.length;
            const hands = isOne ? handsFor(grip, neck, USUAL_HAND, [undefined]) : [];
            if (hands.length === 0) continue;
            const here = fresh.map(({ id }) => inPlace.get(id)).find((one) => one !== undefined);
            expect(here).toBe(strings(notes));
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it("finger a ringing line as one grip", () => {
    const song = songSaid({ parts: [{ callouts: ["'4 B1.ring G2.ring D2.ring -"] }] });
    const [scan] = scansOf(song) as [ReturnType<typeof scanLine>];
    expect(heldGrips(scan).map(shapeOf)).toEqual(["2/1", "2/1+3/2", "2/1+3/2+4/2"]);
    const fingers = suggestFingers(scan.line.bars, scan.neck);
    const inOrder = scan.line.bars[0]!.events.flatMap((event) =>
      event.kind === "notes" ? event.notes.map(({ id }) => fingers.get(id)) : [],
    );
    expect(inOrder[0]).toBe(1);
    expect(inOrder.slice(1).every((finger) => finger !== 1)).toBe(true);
  });
});
