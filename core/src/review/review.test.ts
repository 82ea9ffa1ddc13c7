import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { Memory } from "../foundation/memory";
import { otherName } from "../pitch/spelling";
import { applyEdit } from "../score/apply-edit";
import { withNotes } from "../score/event";
import { commit, openHistory, undo } from "../score/history";
import { anySong } from "../score/song.arbitraries";
import { acceptedReason, findingKey, type ReviewFinding } from "./finding";
import { mendInWords } from "./mend";
import { editsOf } from "./mended";
import { reviewSong, reviewSteps } from "./review-song";
import type { RestEvent } from "../score/event";
import type { Song } from "../score/song";
import { codesIn, songSaid, type SaidPart, type SaidSong } from "./review.test-kit";

const guitar = (...callouts: string[]): SaidSong => ({ parts: [{ callouts }] });
const alone = (callout: string, more: Partial<SaidPart> = {}, song: Partial<SaidSong> = {}) => ({
  parts: [{ callouts: [callout], ...more }],
  ...song,
});
const withBass = (
  one: string,
  bass: string,
  song: Partial<SaidSong> = {},
  tuning = "bass-standard",
): SaidSong => ({
  parts: [
    { name: "Guitar", callouts: [one] },
    { name: "Bass", tuning, callouts: [bass] },
  ],
  ...song,
});
const acoustic = { instrument: { kind: "acoustic" as const } };
const slap = (callout: string) => alone(callout, { tuning: "bass-standard" }, { tempoBpm: 160 });
/** The same song without the first event of its first line. */
function withoutFirst(said: SaidSong): Song {
  const song = songSaid(said);
  const [line, ...lines] = song.lines;
  const [bar, ...bars] = line!.bars;
  const rest: RestEvent = { kind: "rest", id: "rest", duration: bar!.events[0]!.duration };
  const events = [rest, ...bar!.events.slice(1)];
  return { ...song, lines: [{ ...line!, bars: [{ events }, ...bars] }, ...lines] };
}
const BUSY = "'8 A0 E3 A3 D2 D0 A3 E0 E3 A0 E3 A3 D2 D0 A3 A0 E3";
const THIRDS = "'8t A0 E3 A3 D2 D0 A3 E0 E3 A0 E3 A3 D2 | D0 A3 A0 E3 A0 E3 A3 D2 D0 A3 E0 E3";
const LONG = "'4 A0 A3 D2 A3 | A0 E3 A3 A0 | A0 A3 D2 A3 | A0 E3 '2 A0";

/** What is found, the song with exactly that fault, and one that comes near and is none. */
const FAULTS: readonly (readonly [code: string, fault: SaidSong | Song, nearMiss: SaidSong])[] = [
  // Arithmetic
  ["bar-over", guitar("'4 A0 A0 A0 A0 A0 | '1 A0"), guitar("'4 A0 A0 A0 '8 A0 A0 | '1 A0")],
  ["bar-under", guitar("'4 A0 A0 A0 | '1 A0"), guitar("'4 A0 A0 A0 - | '1 A0")],
  [
    "tuplet-not-full",
    guitar("'8t A0 A3 '4 A0 '2 A0 '8t A3 | '1 A0"),
    guitar("'8t A0 A3 A0 '4 A0 '2 A0 | '1 A0"),
  ],
  ["rhythm-unsaid", guitar("'? A0 A3 | '1 A0"), guitar("'2 A0 A3 | '1 A0")],
  ["bars-apart", withoutFirst(guitar("'2 A0 A2 | =1+3")), guitar("'2 A0 A2 | =1+3")],
  ["tie-to-nothing", withoutFirst(guitar("'2 A0 ~ | '1 A0")), guitar("'2 A0 ~ | '1 A0")],
  [
    "form-length",
    { ...guitar(LONG), phrases: ["Twelve bars"] },
    { ...guitar(LONG), phrases: ["Four bars"] },
  ],
  [
    "repeat-does-not-close",
    { ...guitar("from 4 '4 E3 | '4 A0 A3 D2 A3"), form: "Verse: A x2" },
    { ...guitar("from 4 '4 E3 | '4 A0 A3 D2"), form: "Verse: A x2" },
  ],
  // Hand
  ["span-too-wide", guitar("'1 E1+A8"), guitar("'1 E1+A4")],
  [
    "no-finger-left",
    alone("'1 E8+A5+D8+G6+B8+e7", {}, { key: "A major" }),
    alone("'1 E5+A7+D7+G6+B5+e5", {}, { key: "A major" }),
  ],
  ["barre-over-open", guitar("'1 E8+A5+D7+G0+B6+e5"), guitar("'1 E8+A5+D7+G5+B6+e5")],
  [
    "two-on-a-string",
    guitar("under['4 A3 '2. -] '4 A0 '2. E0 | '1 A0"),
    guitar("under['4 E3 '2. -] '4 A0 '2. E0 | '1 A0"),
  ],
  [
    "string-still-needed",
    guitar("under['1 A3] '4 - A0 '2 A0 | '1 A0"),
    guitar("under['1 E3] '4 - A0 '2 A0 | '1 A0"),
  ],
  ["shift-too-far", guitar("'16 E1 E17 '8 - '4 - '2 A0"), guitar("'16 E1 E5 '8 - '4 - '2 A0")],
  ["jump-to-dodge", guitar("'2 E3 E17 | '2 E3 A0"), guitar("'2 E3 E8 | '2 E3 A0")],
  [
    "picking-too-fast",
    alone("'16 A0 A0 A0 A0 A0 A0 A0 A0 '2 A0", {}, { tempoBpm: 170 }),
    alone("'16 A0 A0 A0 A0 A0 A0 A0 A0 '2 A0", {}, { tempoBpm: 140 }),
  ],
  [
    "low-stretch-long",
    alone("'1 E1+A4 | E1+A4 | E1+A4", {}, { tempoBpm: 90 }),
    alone("'1 E1+A4 | A0 | E1+A4", {}, { tempoBpm: 90 }),
  ],
  ["past-the-body", alone("'1 e17", acoustic), alone("'1 e12", acoustic)],
  // Technique
  ["link-turned-round", guitar("'2 A3h2 | '1 A0"), guitar("'2 A2h3 | '1 A0")],
  ["link-across-strings", guitar("'2 A3 hD5 | '1 A0"), guitar("'2 A3 hA5 | '1 A0")],
  ["slide-to-own-fret", guitar("'2 D5s5 | '1 A0"), guitar("'2 D5s7 | '1 A0")],
  [
    "direction-words",
    guitar("\"slide up to it\" '2 D7s5 | '1 A0"),
    guitar("\"slide down to it\" '2 D7s5 | '1 A0"),
  ],
  [
    "direction-words",
    guitar('"slide up from 7 to 5" \'1 A0'),
    guitar('"slide down from 7 to 5" \'1 A0'),
  ],
  ["unison-bend-off", guitar("'1 G7b½+B5"), guitar("'1 G7b1+B5")],
  ["bend-beyond-string", guitar("'1 e1b2"), guitar("'1 e12b1")],
  ["pre-bend-unreleased", guitar("'2 G7pb1 G5"), guitar("'2 G7pb1r G5")],
  ["ring-cut", guitar("'2 ring[D2] D3"), guitar("'2 ring[D2] G2")],
  ["trill-too-wide", guitar("'1 D1tr8"), guitar("'1 D5tr7")],
  [
    "slap-out-of-reach",
    slap("'16 E0.slap D0.slap '8 - '4 - '2 A0"),
    slap("'16 E0.slap A0.slap '8 - '4 - '2 A0"),
  ],
  [
    "tremolo-too-fast",
    alone("'1 A0.trem32", {}, { tempoBpm: 160 }),
    alone("'1 A0.trem16", {}, { tempoBpm: 160 }),
  ],
  // Set-up
  ["below-lowest-string", guitar("'1 @D2"), alone("'1 @D2", { tuning: "drop-d" })],
  ["beyond-the-neck", guitar("'1 @F6"), guitar("'1 @D6")],
  ["no-harmonic-there", guitar("'1 @F4.harm"), guitar("'1 @E4.harm")],
  [
    "capo-over-note",
    alone("'1 E1", { capo: { fret: 2, strings: [1, 2, 3, 4, 5] } }),
    alone("'1 E3", { capo: { fret: 2, strings: [1, 2, 3, 4, 5] } }),
  ],
  [
    "open-outside-key",
    alone("'1 B0", {}, { key: "Eb major" }),
    alone("'1 G0", {}, { key: "Eb major" }),
  ],
  [
    "tuning-named-otherwise",
    alone("'1 A0", { part: { tone: "In drop D, clean." } }),
    alone("'1 A0", { tuning: "drop-d", part: { tone: "In drop D, clean." } }),
  ],
  // Parts
  ["clash", withBass("'2 A0 A0", "'2 E4 A0"), withBass("'4 A0 A0 '2 A0", "'4 A0 E4 '2 A0")],
  ["bars-differ", withBass("'1 A0 | A0", "'1 A0"), withBass("'1 A0 | A0", "'1 A0 | A0")],
  [
    "doubles-bass",
    withBass("'8 E0 E3 E5 E3 E0 E3 E5 E3", "'8 D2 D5 G2 D5 D2 D5 G2 D5", { key: "E minor" }),
    withBass("'8 E0 E3 E5 E3 E0 E3 E5 E3", "'8 E0 E3 E5 E3 E0 E3 E5 E3", { key: "E minor" }),
  ],
  [
    "two-on-a-string",
    guitar("under['2 A3 E3] '2 A0 E3 | '1 A0"),
    guitar("under['2 A0 E3] '2 A0 E3 | '1 A0"),
  ],
  ["chord-named-otherwise", guitar('"Dm7" \'1 A4+D6+G6+B5'), guitar('"to part B" \'1 A4+D6+G6+B5')],
  [
    "fret-named-otherwise",
    guitar('"up to the 5th fret" \'2 G2 G4'),
    guitar('"up to the 5th fret" \'2 G2 G5'),
  ],
  [
    "key-named-otherwise",
    { ...guitar(LONG), note: "In G Mixolydian throughout, then E Major." },
    { ...guitar(LONG), note: "A minor third below, then A Minor." },
  ],
  [
    "hit-apart",
    withBass("'8. A0.acc '16 A0 '4 A0 '2 A0", "'16 - '8. A0.acc '4 A0 '2 A0"),
    withBass("'8. A0.acc '16 A0 '4 A0 '2 A0", "'8. A0.acc '16 A0 '4 A0 '2 A0"),
  ],
  // Words
  [
    "key-named-otherwise",
    { ...guitar(LONG), note: "All in E major." },
    { ...guitar(LONG), note: "All in A minor." },
  ],
  [
    "fingered-for-sounding",
    { parts: [{ callouts: [LONG], capo: { fret: 3 } }], key: "C minor", note: "All in A minor." },
    {
      parts: [{ callouts: [LONG], capo: { fret: 3 } }],
      key: "C minor",
      note: "The hand plays A minor.",
    },
  ],
  ["key-stated-otherwise", alone(LONG, {}, { key: "E major" }), alone(LONG)],
  [
    "chord-named-otherwise",
    guitar('"D minor chord" \'1 A4+D6+G6+B5'),
    guitar('"C# minor chord" \'1 A4+D6+G6+B5'),
  ],
  ["chord-named-otherwise", guitar("{Dm} '1 A4+D6+G6+B5+e4"), guitar("{C#m} '1 A4+D6+G6+B5+e4")],
  [
    "degree-named-otherwise",
    guitar('"the minor third" \'1 D2'),
    guitar('"the minor third" \'1 A3'),
  ],
  [
    "degree-named-otherwise",
    guitar('\'2 A0 "a minor third up" D2'),
    guitar('\'2 D2 "a minor third up" D5'),
  ],
  [
    "string-named-otherwise",
    guitar('"on the D string" \'1 G2'),
    guitar('"on the G string" \'1 G2'),
  ],
  ["fret-named-otherwise", guitar('"the 5th fret" \'1 G2'), guitar('"the 2nd fret" \'1 G2')],
  ["ranges-mask", withBass(BUSY, THIRDS, {}, "standard"), withBass(BUSY, BUSY, {}, "standard")],
];

describe("findings", () => {
  it.each(FAULTS)("%s is found where it is, and nothing else is", (code, fault) => {
    expect(codesIn(fault)).toEqual([code]);
  });

  it.each(FAULTS)("%s stays silent where it only nearly is", (_, __, nearMiss) => {
    expect(codesIn(nearMiss)).toEqual([]);
  });

  it("a part tuned to another reference is told, a hair’s breadth is not", () => {
    const tunedBy = (cents: number) => {
      const song = songSaid(withBass("'1 A0", "'1 A0"));
      const [guitar, bass] = song.parts;
      const tuning = bass!.instrument.tuning.map((open) => ({ ...open, cents }));
      const flat = { ...bass!, instrument: { ...bass!.instrument, tuning } };
      return codesIn({ ...song, parts: [guitar!, flat] });
    };
    expect(tunedBy(-14)).toEqual(["two-references"]);
    expect(tunedBy(-3)).toEqual([]);
  });

  it("strings beyond their tension are told with what may happen", () => {
    const strung = (inches: readonly number[]) => {
      const gauges = inches.map((gaugeInch, index) => ({
        gaugeInch,
        make: index < 3 ? ("plain-steel" as const) : ("nickel-wound" as const),
      }));
      return songSaid(alone("'1 A0", { instrument: { strings: { name: "On", gauges } } }));
    };
    const usual = [0.01, 0.013, 0.017, 0.026, 0.036, 0.046];
    expect(codesIn(strung(usual))).toEqual([]);
    expect(codesIn(strung([0.01, 0.013, 0.017, 0.026, 0.036, 0.036]))).toEqual([
      "tension-uncomfortable",
    ]);
    const [unsafe] = reviewSong(strung([0.026, ...usual.slice(1)]));
    expect(unsafe).toMatchObject({ group: "set-up", where: { string: 1 } });
  });

  it("one sound under two names in a bar is told, where direction gives no cause", () => {
    const cause = guitar("'4 D2 D1 D0 A4");
    expect(codesIn(cause)).toEqual([]);
    const song = songSaid(guitar("'4 D1 D0 D1 D0"));
    const flat = song.lines[0]!.bars[0]!.events.map((event, index) =>
      withNotes(event, (note) =>
        note.kind === "pitched" && index === 0 ? { ...note, pitch: otherName(note.pitch) } : note,
      ),
    );
    const mixed = { ...song, lines: [{ ...song.lines[0]!, bars: [{ events: flat }] }] };
    expect(codesIn(mixed)).toEqual(["spelling-mixed"]);
  });

  it("forms that are never reached are told", () => {
    expect(codesIn({ ...guitar("'1 A0", "'1 A0"), form: "Verse: A [1: B]" })).toEqual([
      "ending-without-repeat",
    ]);
    expect(codesIn({ ...guitar("'1 A0", "'1 A0"), form: "Verse: A x2 [1: B]" })).toEqual([]);
  });

  it("an ending for a pass that never comes, and a release without a bend", () => {
    expect(codesIn({ ...guitar("'1 A0", "'1 A0"), form: "Verse: A x2 [3: B]" })).toEqual([
      "ending-too-late",
    ]);
    expect(codesIn(guitar("'2 G7 rG5 | '1 A0"))).toEqual(["release-of-nothing"]);
    expect(codesIn(guitar("'2 G7b1 rG7 | '1 A0"))).toEqual([]);
  });

  it("a bend that misses the place it is bent to, and one that nearly does", () => {
    const bentBy = (cents: number) => {
      const song = songSaid(guitar("'1 G7b>B5"));
      const [line] = song.lines;
      const events = line!.bars[0]!.events.map((event) =>
        withNotes(event, (note) =>
          note.kind === "dead"
            ? note
            : {
                ...note,
                techniques: note.techniques.map((one) =>
                  one.kind === "bend" ? { ...one, cents } : one,
                ),
              },
        ),
      );
      return { ...song, lines: [{ ...line!, bars: [{ events }] }] };
    };
    expect(codesIn(bentBy(150))).toEqual(["bend-misses-target"]);
    expect(codesIn(bentBy(190))).toEqual([]);
    const [{ where, mend }] = reviewSong(bentBy(150)) as [ReviewFinding];
    const [edit] = editsOf(bentBy(150), where, mend!, () => "new");
    expect(codesIn(applyEdit(bentBy(150), edit!).song)).toEqual([]);
  });

  it("a tuning that would make it easier is asked for only on request", () => {
    const drone =
      "'8 @D2 @A2+@D3 @D2 @D2 @F2+@C3 @G2+@D3 @D2 @D2 | @D2 @A2+@D3 @D2 @D2 @C3+@G3 @A2+@D3 @D2 @D2";
    const song = { ...guitar(drone, drone), key: "D minor" };
    expect(codesIn(song)).not.toContain("easier-tuning");
    expect(codesIn(song, { withTuning: true })).toContain("easier-tuning");
    const inDropD = { parts: [{ callouts: [drone, drone], tuning: "drop-d" }], key: "D minor" };
    expect(codesIn(inDropD, { withTuning: true })).toEqual([]);
  });

  it("what a student meets for the first time is a remark, and only where it is much", () => {
    const plain = "'4 A0 A3 D2 A3 | '1 A0";
    const rich = "'4 A2h3p2 G7b1 | D12.harm A3v A5.slideout A0 | '1 A0";
    expect(codesIn(guitar(plain, rich))).toEqual(["many-new-techniques"]);
    expect(codesIn(guitar(rich, plain))).toEqual([]);
    expect(codesIn(guitar(plain, "'4 A2h3 A0 - | '1 A0"))).toEqual([]);
  });

  it("a leap in difficulty, and a tempo at which it can be played", () => {
    const easy = "'1 A0 | '1 E0";
    const hard =
      "'16 E1+A5 E5+A8 E8+A12 E3+A7 E1+A5 E5+A8 E8+A12 E3+A7 E1+A5 E5+A8 E8+A12 E3+A7 E1+A5 E5+A8 E8+A12 E3+A7";
    const codes = codesIn({ ...guitar(easy, hard), tempoBpm: 60 }).filter((code) =>
      /difficulty|tempo/u.test(code),
    );
    expect(codes).toContain("difficulty-jump");
    const fast = codesIn({ ...guitar(hard), tempoBpm: 120 });
    expect(fast).toContain("playable-tempo");
    expect(codesIn({ ...guitar(easy), tempoBpm: 120 })).toEqual([]);
    expect(codesIn({ ...guitar(hard, easy), tempoBpm: 60 })).not.toContain("difficulty-jump");
  });
});

describe("mends", () => {
  it.each(FAULTS.map(([code, fault]) => [code, fault] as const))(
    "%s: what is offered takes the finding away, and can be undone",
    (code, fault) => {
      const song = "lines" in fault ? fault : songSaid(fault);
      const finding = reviewSong(song).find((one) => one.code === code)!;
      if (!finding.mend) return;
      expect(mendInWords(finding.mend)).toMatch(/^[a-z]/u);
      const edits = editsOf(song, finding.where, finding.mend, () => "new");
      expect(edits.length).toBeGreaterThan(0);
      const before = openHistory(song);
      const after = commit(before, { label: "mend", edits });
      expect(codesIn(after.song)).not.toContain(code);
      expect(undo(after).song.lines).toEqual(song.lines);
    },
  );
});

describe("a review", () => {
  it("from memory is the same as anew, whatever was changed", () => {
    fc.assert(
      fc.property(anySong, anySong, (one, other) => {
        const memory = new Memory();
        reviewSong(one, {}, memory);
        const changed = {
          ...one,
          lines: one.lines.map((line, index) =>
            index === 0 ? { ...line, bars: line.bars.slice(1) } : line,
          ),
        };
        expect(reviewSong(changed, {}, memory)).toEqual(reviewSong(changed));
        expect(reviewSong(other, {}, memory)).toEqual(reviewSong(other));
      }),
      { numRuns: 40 },
    );
  });

  it("can be given up between its steps, and goes on from there", () => {
    const song = songSaid(guitar(LONG, LONG));
    const memory = new Memory();
    const steps = reviewSteps(song, {}, memory);
    for (let step = 0; step < 3; step++) expect(steps.next().done).toBe(false);
    expect(reviewSong(song, {}, memory)).toEqual(reviewSong(song));
  });

  it("knows what was accepted, by the event it concerns", () => {
    const song = songSaid(guitar("'2 D5s5 | '1 A0"));
    const [finding] = reviewSong(song);
    const accepted = [{ finding: findingKey(finding!), reason: "as on the record" }];
    const { song: kept, inverse } = applyEdit(song, { kind: "set-accepted", accepted });
    expect(acceptedReason(kept, reviewSong(kept)[0]!)).toBe("as on the record");
    // Another bar before it moves the bar, and not the key.
    const [line] = kept.lines;
    const longer = {
      ...kept,
      lines: [{ ...line!, bars: [...songSaid(guitar("'1 A0")).lines[0]!.bars, ...line!.bars] }],
    };
    expect(acceptedReason(longer, reviewSong(longer)[0]!)).toBe("as on the record");
    expect(applyEdit(kept, inverse).song).toEqual(song);
  });
});
