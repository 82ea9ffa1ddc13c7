import { barIndex } from "../foundation/bar-index";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { soundedAt } from "../neck/harmonic";
import { fret, neckOf, type Neck } from "../neck/neck";
import { midi, midiOf } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import { fraction } from "../rhythm/fraction";
import { eventsOf, withoutPlaces, type Bar } from "../score/bar";
import {
  harmonicOf,
  linkOf,
  notesOf,
  stringOf,
  type LineEvent,
  type Note,
  type PitchedNote,
} from "../score/event";
import { anyBars, anyCapo } from "../score/song.arbitraries";
import { capoOn } from "../instrument/capo";
import { usualInstrument } from "../instrument/instrument";
import { tuningById, TUNING_LIBRARY } from "../instrument/tuning-library";
import { alternativesFor, differenceOf } from "./alternatives";
import { difficultyOf } from "./difficulty";
import { spanMm } from "./grip";
import { placeBars, placePhrases } from "./place-bars";
import { planLine } from "./plan-line";
import { asked, keyOf, partOn, placesIn, placesSaid, said, tableOn } from "./placement.test-kit";
import { pinConflicts } from "./pins";
import { reachMm, USUAL_HAND } from "./player-hand";
import { PROFILES } from "./profiles";
import { ledgerOf } from "./ledger";
import { reasonInWords } from "./reason-words";
import { reasonsFor } from "./reasons";
import { suggestFingers } from "./suggest-fingers";

const A_MINOR = keyOf("A minor");
const guitar = partOn("standard");
const neck = neckOf(guitar.instrument);
const plan = (callout: string, more = {}, part = guitar, key = "A minor") =>
  planLine(asked(withoutPlaces(said(callout, part, key)), more), tableOn(part, key));

const anyLine: fc.Arbitrary<readonly [Neck, readonly Bar[]]> = fc
  .constantFrom(...TUNING_LIBRARY)
  .chain((named) =>
    anyCapo(named.tuning.length).map((capo) => neckOf(usualInstrument(named, "Any"), capo)),
  )
  .chain((on) => fc.tuple(fc.constant(on), anyBars(on, keyOf("A minor"))));

describe("placing a line", () => {
  it("keeps pitches and pins, and gives every note a string of its own that sounds it", () => {
    fc.assert(
      fc.property(anyLine, ([on, bars]) => {
        const placed = placeBars(bars, on, "unpinned");
        const before = eventsOf(bars);
        for (const [index, event] of eventsOf(placed.bars).entries()) {
          const notes = notesOf(event);
          const strings = notes.map(stringOf).filter((string) => string !== undefined);
          expect(new Set(strings).size).toBe(strings.length);
          for (const [at, note] of notes.entries()) {
            const old = notesOf(before[index]!)[at]!;
            if (note.kind === "dead" || old.kind === "dead") continue;
            expect(note.pitch).toEqual(old.pitch);
            if (note.place)
              expect(soundedAt(note.place, on, harmonicOf(note))).toBe(midiOf(note.pitch));
            else expect(placed.unreachable.has(note.id)).toBe(true);
            if (old.pinned && note.place) expect(note.place).toEqual(old.place);
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it("gives nobody the string of a pinned note that has to go", () => {
    const open = [62, 59, 55, 50, 47, 43].map((height) => spellMidi(midi(height), A_MINOR));
    const instrument = { ...usualInstrument(tuningById("standard"), "Open"), tuning: open };
    const on = neckOf(instrument, capoOn(1, [6], 6));
    let ids = 0;
    const note = (
      string: number,
      number: number,
      pinned = false,
      techniques: PitchedNote["techniques"] = [],
    ): Note => {
      const place = { string, fret: fret(number) };
      const harmonic = techniques.length > 0 ? ({ kind: "natural" } as const) : undefined;
      const pitch = spellMidi(soundedAt(place, on, harmonic)!, A_MINOR);
      return { kind: "pitched", id: `n${ids++}`, pitch, place, pinned, techniques };
    };
    const event = (...notes: readonly Note[]): LineEvent => ({
      kind: "notes",
      id: `e${ids++}`,
      duration: fraction(1, 4),
      notes,
      techniques: [],
    });
    const harmonic = note(4, 7, false, [{ kind: "natural-harmonic" }]);
    const upper = event(note(3, 0, true), harmonic, note(5, 0));
    const rest: LineEvent = { kind: "rest", id: "rest", duration: fraction(1, 4) };
    const lower = event(note(3, 0, true), note(4, 0), note(6, 4, true));
    const bars = [{ events: [upper, rest], voiceTwo: [lower] }];
    for (const placed of eventsOf(placeBars(bars, on, "unpinned").bars)) {
      const strings = notesOf(placed).flatMap((one) => stringOf(one) ?? []);
      expect(new Set(strings).size).toBe(strings.length);
    }
  });

  it("never asks more of a hand than it reaches, where nothing is pinned", () => {
    const widest = reachMm(USUAL_HAND, 1, 4);
    fc.assert(
      fc.property(anyLine, ([on, bars]) => {
        const { plan: found } = placeBars(withoutPlaces(bars), on, "unpinned");
        for (const { hand } of found.moments) {
          expect(spanMm(hand.grip, on)).toBeLessThanOrEqual(widest);
          const { holds } = hand.grip;
          expect(new Set(holds.map(({ string }) => string)).size).toBe(holds.length);
        }
      }),
      { numRuns: 40 },
    );
  });

  it("moves nothing that has a place when only the unplaced are wanted", () => {
    fc.assert(
      fc.property(anyLine, ([on, bars]) => {
        expect(placeBars(bars, on, "unplaced").bars).toEqual(bars);
      }),
      { numRuns: 30 },
    );
  });

  it("keeps slurs and slides on one string wherever one string has both notes", () => {
    const single = fc.tuple(
      fc.integer({ min: 0, max: 12 }),
      fc.integer({ min: 1, max: 4 }),
      fc.constantFrom("h", "s"),
    );
    fc.assert(
      fc.property(fc.array(single, { minLength: 1, maxLength: 6 }), (steps) => {
        const text = steps.map(([at, up, how]) => `D${at}${how}${at + up}`).join(" ");
        const bars = withoutPlaces(said(`'16 ${text}`, guitar));
        const { bars: placed, plan: found } = placeBars(bars, neck, "unpinned");
        expect(found.broken).toEqual([]);
        let before: number | undefined;
        for (const note of eventsOf(placed).flatMap(notesOf)) {
          if (linkOf(note)) expect(stringOf(note)).toBe(before);
          before = stringOf(note);
        }
      }),
    );
  });

  it.each([
    [
      "ringing notes lie on strings of their own",
      "'8 D2.ring G0.ring B0.ring e0.ring",
      "4:2 3:0 2:0 1:0",
    ],
    [
      "a broken chord is held as a shape",
      "'8 A3 D2 G0 B1 e0 B1 G0 D2",
      "5:3 4:2 3:0 2:1 1:0 2:1 3:0 4:2",
    ],
    ["a bend is fretted", "'4 B0b2", "3:4"],
    ["voice two is held", "under['1 A0] '4 D2 G2 B1 e0", "4:2+5:0 3:2 2:1 1:0"],
  ])("%s", (_, callout, places) => {
    const bars = withoutPlaces(said(callout, guitar));
    const { bars: placed } = placeBars(bars, neck, "unpinned");
    const first = eventsOf(placed).filter((event) => event.duration.den !== 1);
    const text = placesSaid([{ events: [...first] }]);
    const under = eventsOf(placed).filter((event) => event.duration.den === 1);
    expect(
      under.length > 0 ? text.replace(" ", `+${placesSaid([{ events: [...under] }])} `) : text,
    ).toBe(places);
  });
});

describe("a song's phrases", () => {
  it("go on where the hand was, and place alike what sounds alike", () => {
    const riff = withoutPlaces(said("'8 A7 D5 D7 A7 D5 A7 A5 E8", guitar));
    const high = withoutPlaces(said("'8 B13 B15 e12 e15 e12 B15 B13 G14", guitar));
    const phrases = [riff, high, riff].map((bars) => ({ bars }));
    const [first, , last] = placePhrases(phrases, neck, "unpinned");
    expect(placesSaid(last!.bars)).toBe(placesSaid(first!.bars));
  });
});

describe("wishes", () => {
  const riff = "'8 A7 D5 D7 A7 D5 A7 A5 E8";

  it("a hint moves the plan there at once", () => {
    const frets = (around: number) =>
      plan(riff, { wishes: { around } }).moments.flatMap(({ hand }) =>
        hand.grip.holds.flatMap(({ fret: at }) => (at ? [at] : [])),
      );
    expect(Math.max(...frets(2))).toBeLessThanOrEqual(4);
    expect(Math.min(...frets(11))).toBeGreaterThanOrEqual(8);
  });

  it("the first note's place leads the rest", () => {
    const found = plan(riff, { wishes: { first: { string: 6, fret: fret(12) } } });
    expect(placesIn(found)).toMatch(/^6:12 5:10 5:12/u);
  });

  it.each([
    ["stays in a position", { position: 5 }, /^5:7 4:5 4:7/u],
    ["leaves a string alone", { withoutStrings: [4] }, /^(?!.*4:)/u],
  ])("%s", (_, wishes, places) => {
    const found = plan(riff, { wishes });
    expect(placesIn(found)).toMatch(places);
    expect(found.broken).toEqual([]);
    expect(found.unreachable.size).toBe(0);
  });
});

describe("ways for one bar", () => {
  it("leave every other bar where it is", () => {
    const riff = "'8 A7 D5 D7 A7 D5 A7 A5 E8";
    const bars = said(`${riff} | ${riff} | ${riff}`, guitar);
    const plans = alternativesFor(asked(bars, { onlyBar: barIndex(1) }), tableOn(guitar), 3);
    expect(plans).toHaveLength(3);
    const [first, ...others] = plans.map((one) => placesIn(one).split(" "));
    for (const other of others) {
      expect([...other.slice(0, 8), ...other.slice(16)]).toEqual([
        ...first!.slice(0, 8),
        ...first!.slice(16),
      ]);
      expect(other.slice(8, 16)).not.toEqual(first!.slice(8, 16));
    }
  });
});

describe("pins that cannot be met", () => {
  const conflictsOf = (bars: readonly Bar[], wishes = {}) => {
    const table = tableOn(guitar);
    const request = asked(bars, { wishes });
    return pinConflicts(request, planLine(request, table), table).map(({ bar, pins }) => [
      bar,
      ...pins.map(({ kind }) => kind).sort(),
    ]);
  };
  const pinned = (callout: string, which: readonly number[]): readonly Bar[] => {
    let count = 0;
    return said(callout, guitar).map((bar) => ({
      events: bar.events.map((event) =>
        event.kind === "notes"
          ? {
              ...event,
              notes: event.notes.map((note) => ({ ...note, pinned: which.includes(count++) })),
            }
          : event,
      ),
    }));
  };

  it("are named, and no more of them than it takes", () => {
    expect(conflictsOf(pinned("'4 A7 D5 D7h9 A5", [0, 1, 2, 3, 4]))).toEqual([]);
    // A slur cannot go from one string to another.
    const slur = said("'4 D5h7 A5 A7", guitar);
    const other = { string: 3, fret: fret(2) };
    const across = slur.map((bar) => ({
      events: bar.events.map((event, at) =>
        event.kind === "notes"
          ? {
              ...event,
              notes: event.notes.map((note) => ({
                ...note,
                pinned: at !== 2,
                ...(at === 1 && { place: other }),
              })),
            }
          : event,
      ),
    }));
    expect(conflictsOf(across)).toEqual([[0, "place", "place"]]);
    expect(conflictsOf(pinned("'4 A12 D5 D7 A5", [0]), { position: 2 })).toEqual([
      [0, "place", "position"],
    ]);
    expect(
      conflictsOf(withoutPlaces(said("'4 E0 E1 A0", guitar)), { withoutStrings: [6] }),
    ).toEqual([[0, "without-strings"]]);
  });
});

describe("alternatives", () => {
  it("lie elsewhere: each differs from each in a quarter of its notes, and none is cheaper than the best", () => {
    fc.assert(
      fc.property(anyLine, ([on, bars]) => {
        const table = tableOn(guitar);
        const plans = alternativesFor(asked(withoutPlaces(bars)), tableOn({ ...guitar }), 3);
        for (const [index, own] of plans.entries()) {
          expect(own.points).toBeGreaterThanOrEqual(plans[0]!.bound);
          for (const other of plans.slice(0, index)) {
            expect(differenceOf(own, other)).toBeGreaterThanOrEqual(1 / 4);
          }
        }
        void on;
        void table;
      }),
      { numRuns: 15 },
    );
    expect(
      alternativesFor(asked(withoutPlaces(said("'8 A7 D5 D7 A7", guitar))), tableOn(guitar), 3),
    ).toHaveLength(3);
  });

  it("come with reasons that say what the best one spares", () => {
    const request = asked(
      withoutPlaces(
        said("'8 D9 D10 D12 D14 D12 D10 D9 A12 | D9 D10 D12 D14 D12 D10 D9 A12", guitar),
      ),
    );
    const table = tableOn(guitar, "A minor");
    const [best, ...others] = alternativesFor(request, table, 3).map((one) => ({
      plan: one,
      ledger: ledgerOf(one, request, table.judgement),
    }));
    for (const other of others) {
      const reasons = reasonsFor(best!, other, neck);
      const against = reasonsFor(other, best!, neck);
      const sum = (list: typeof reasons) => list.reduce((all, { points }) => all + points, 0);
      expect(reasons.length).toBeGreaterThan(0);
      expect(sum(reasons)).toBeGreaterThan(sum(against));
      expect(reasons.map((one) => reasonInWords(one)).join("; ")).toMatch(/[a-z]{4}/u);
    }
  });
});

describe("profiles", () => {
  const line = "'8 A3 D0 D2 D3 D2 D0 A3 A2";
  const found = (profile: string) => {
    const part = partOn("standard");
    return planLine(
      asked(withoutPlaces(said(line, part, "C major"))),
      tableOn(part, "C major", profile),
    );
  };
  const count = (profile: string, what: (places: string[]) => number) =>
    what(placesIn(found(profile)).split(" "));
  const open = (places: string[]) => places.filter((place) => place.endsWith(":0")).length;

  it("differ in what they are named after", () => {
    expect(count("open-strings", open)).toBeGreaterThanOrEqual(count("usual", open));
    expect(count("first-position", open)).toBe(2);
    expect(count("even-tone", open)).toBe(0);
  });

  it("never weigh an echo below nothing: the proof of the best plan rests on it", () => {
    for (const { weights } of PROFILES) {
      for (const term of ["pitchElsewhere", "motifReshaped", "repeatMoved", "pedal"] as const) {
        expect(weights[term]).toBeGreaterThanOrEqual(0);
      }
    }
  });
});

describe("difficulty", () => {
  const level = (callout: string, seconds = 2.4) => {
    const found = plan(callout, { secondsPerWhole: () => seconds });
    return difficultyOf(found, neck, USUAL_HAND);
  };

  it.each([
    ["faster", "'8 A7 D5 D7 A7 D5 A7 A5 E8", 2.4, "'8 A7 D5 D7 A7 D5 A7 A5 E8", 1.2],
    [
      "chords",
      "'4 A7 D5 D7 A7",
      2.4,
      "'4 E1+A3+D3+G2+B1+e1 E6+A8+D8+G7+B6+e6 E1+A3+D3+G2+B1+e1 E6+A8+D8+G7+B6+e6",
      2.4,
    ],
    ["bends", "'4 B8 B6 G7 G5", 2.4, "'4 B8b2 B6b1 G7b2 G5b1", 2.4],
  ])("is higher for %s", (_, easy, slow, hard, fast) => {
    expect(level(hard, fast).level).toBeGreaterThan(level(easy, slow).level);
  });

  it("lies between 1 and 10 and says what makes it", () => {
    fc.assert(
      fc.property(anyLine, ([on, bars]) => {
        const { plan: found } = placeBars(bars, on, "unpinned");
        const { level: own, because } = difficultyOf(found, on, USUAL_HAND);
        expect(own).toBeGreaterThanOrEqual(1);
        expect(own).toBeLessThanOrEqual(10);
        if (own > 1) expect(because.length).toBeGreaterThan(0);
      }),
      { numRuns: 30 },
    );
  });
});

describe("with a slide-bar", () => {
  const slide = {
    ...partOn("open-g"),
    instrument: { ...partOn("open-g").instrument, kind: "slide" as const },
  };
  const barred = (callout: string) =>
    planLine(asked(withoutPlaces(said(callout, slide, "G major"))), tableOn(slide, "G major"));

  it("chords lie straight under the bar, and open strings beside it", () => {
    const found = barred("'4 D5+G5+B5 D7+G7+B7 '2 D12+G12+B12+e12");
    expect(placesIn(found)).toBe("4:5+3:5+2:5 4:7+3:7+2:7 4:12+3:12+2:12+1:12");
    expect(found.moments.map(({ hand }) => hand.barFret)).toEqual([5, 7, 12]);
  });

  it("the bar lies where the pitch is, in cents", () => {
    const [bar] = said("'1 G5", slide, "G major");
    const [event] = bar!.events;
    if (event?.kind !== "notes") throw new Error("a note was said");
    const notes = event.notes.map((note) =>
      note.kind === "pitched" ? { ...note, pitch: { ...note.pitch, cents: -30 } } : note,
    );
    const bars = withoutPlaces([{ events: [{ ...event, notes }] }]);
    const [first] = planLine(asked(bars), tableOn(slide)).moments;
    expect(first!.hand.barFret! - first!.hand.indexFret!).toBeCloseTo(-0.3, 9);
  });

  it("gives up what no straight bar sounds together, and says so", () => {
    expect(barred("'1 D1+G2+B4").unreachable.size).toBeGreaterThan(0);
  });
});

describe("fingers", () => {
  it("are the teacher's own where there are any", () => {
    const bars = said("'8 A7.2 D5 D7 A7", guitar);
    const [first] = eventsOf(bars).flatMap(notesOf);
    expect(suggestFingers(bars, neck).get(first!.id)).toBe(2);
  });
});
