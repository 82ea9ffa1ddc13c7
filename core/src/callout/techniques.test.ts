import { describe, expect, it } from "vitest";
import { NO_CAPO } from "../instrument/capo";
import { usualInstrument } from "../instrument/instrument";
import { tuningById } from "../instrument/tuning-library";
import { USUAL_STYLE } from "../neck/place-names";
import { parseKey } from "../pitch/key";
import { formatPitch } from "../pitch/pitch";
import { formatFraction } from "../rhythm/fraction";
import { eventsOf } from "../score/bar";
import { notesOf } from "../score/event";
import { testId } from "../score/song.arbitraries";
import { calloutContext } from "./context";
import { parseCallout } from "./parse-callout";

const key = parseKey("E minor");
if (!key.ok) throw new Error(key.error);
const frame = { key: key.value, metre: { beats: 4, unit: 4 }, tempoBpm: 96 };
const contextOn = (tuningId: string, capo = NO_CAPO) => {
  const instrument = usualInstrument(tuningById(tuningId), "Guitar");
  return calloutContext({ instrument, capo }, frame, USUAL_STYLE);
};
const standard = contextOn("standard");
const read = (text: string, context = standard) => parseCallout(text, context, testId);
const last = (text: string) => {
  const event = eventsOf(read(text).bars).at(-1)!;
  const note = notesOf(event).at(-1);
  return { event, note };
};

describe("what is done to a note", () => {
  it.each([
    ["A5S7", { kind: "shift-slide" }],
    ["A5t12", { kind: "tap" }],
    ["B8b1r8", { kind: "release" }],
    ["A5 ~", { kind: "tie" }],
    ["B8b½", { kind: "bend", cents: 100, course: "bend" }],
    ["B8pb1½", { kind: "bend", cents: 300, course: "pre-bend" }],
    ["B8b2r", { kind: "bend", cents: 400, course: "bend-and-release" }],
    ["B8pb1r", { kind: "bend", cents: 200, course: "pre-bend-and-release" }],
    ["G7b>B5", { kind: "bend", cents: 200, course: "bend", to: { string: 2, fret: 5 } }],
    ["B8vv", { kind: "vibrato", width: "wide" }],
    ["A5tr7", { kind: "trill", semitones: 2 }],
    ["A5.slidein-down", { kind: "slide-in", from: "above" }],
    ["A5.slideout", { kind: "slide-out", to: "below" }],
    ["A5.pinch4", { kind: "pinched-harmonic", partial: 4 }],
    ["ring[A5]", { kind: "let-ring" }],
    ["slidebar[A5]", { kind: "slide-bar" }],
    ["A5.ghost", { kind: "ghost" }],
    ["A5.mute", { kind: "fret-hand-mute" }],
  ])("%s: %j", (text, technique) => {
    const { note } = last(text);
    expect(note).toMatchObject({ techniques: [technique] });
    expect(read(text).findings.filter(({ severity }) => severity !== "info")).toEqual([]);
  });

  it.each([
    ["A5.acc", [{ kind: "accent" }]],
    ["A5.stac.acc", [{ kind: "accent" }, { kind: "staccato" }]],
    ["A5+D7.arp-up", [{ kind: "arpeggio", stroke: "up" }]],
    ["A5.rake", [{ kind: "rake", stroke: "down" }]],
    ["A5.trem16t", [{ kind: "tremolo", value: { num: 1, den: 24 } }]],
    ["A5.dip½", [{ kind: "tremolo-bar", cents: 100, course: "dip" }]],
    ["pm[A5]", [{ kind: "palm-mute" }]],
  ])("%s concerns the whole event: %j", (text, techniques) => {
    expect(last(text).event).toMatchObject({ techniques });
  });

  it.each([
    ["A5.slap", { pluck: "slap" }],
    ["A5.2", { finger: 2 }],
    ["E3.T", { finger: "T" }],
    ["Ax.pop", { kind: "dead", pluck: "pop" }],
    ["B7c-15", { pitch: { step: "F", alter: 1, octave: 4, cents: -15 } }],
  ])("%s: %j", (text, wanted) => {
    expect(last(text).note).toMatchObject(wanted);
  });

  // Partials of the open string: the harmonic series, 2 an octave, 3 a twelfth, 4 two octaves …
  it.each([
    ["E12.harm", "E3"],
    ["E7.harm", "B3"],
    ["E5.harm", "E4"],
    ["E4.harm", "G#4"],
    ["A5.pinch", "D4"],
    ["A5.pinch3", "A4"],
  ])("%s is heard as %s", (text, pitch) => {
    const { note } = last(text);
    expect(note?.kind === "pitched" && formatPitch(note.pitch)).toBe(pitch);
  });

  it.each([
    ["-.hold", { kind: "rest", fermata: true }],
    ["hit", { kind: "hit", sound: "body" }],
    ["scrape", { kind: "hit", sound: "scrape" }],
    ["A5.up", { stroke: "up" }],
    ["grace-on[A5]", { grace: "on-beat" }],
    ['"dark" A5', { note: "dark" }],
    ['sing "a \\"b\\"" A5', { lyric: 'a "b"' }],
  ])("%s: %j", (text, wanted) => {
    expect(last(text).event).toMatchObject(wanted);
  });
});

describe("what a bar says to all parts", () => {
  const marks = (text: string, context = standard) =>
    read(text, context).marks.map(({ bar, metre, tempoBpm, from, chords }) =>
      [
        bar + 1,
        metre && `${metre.beats}/${metre.unit}`,
        tempoBpm,
        from && `from ${formatFraction(from)}`,
        ...(chords ?? []).map(
          ({ at, chord }) =>
            `${chord ? chord.root.step + chord.quality : "none"}@${at.num}/${at.den}`,
        ),
      ]
        .filter((word) => word !== undefined)
        .join(" "),
    );
  it.each([
    ["in 7/8 '8 E0", ["1 7/8"]],
    ["in 4/4 '1 E0", []],
    ["'1 E0 in 3/4 at 72 '2. E0", ["2 3/4 72"]],
    ["from 4& '8 E0 | '1 E0", ["1 from 7/8"]],
    ["{Em} '2 E0 {Am} A0", ["1 Em@0/1 Am@1/2"]],
    ["{Em@3} '1 E0 | {-} E0", ["1 Em@1/2", "2 none@0/1"]],
    ["from 3 {Em@4} '2 E0", ["1 from 1/2 Em@3/4"]],
  ])("%s: %j", (text, wanted) => {
    expect(marks(text)).toEqual(wanted);
  });

  it("hears a shape as capo and tuning make it sound", () => {
    expect(marks("{Am shape} '1 A0", contextOn("standard", { fret: 3 }))).toEqual(["1 Cm@0/1"]);
  });

  it("lets bars without bar lines follow the metre that was said, and a pick-up", () => {
    const { bars, findings } = read("from 4 '8 E0 E0 '4 A0 A0 A0 A0 in 3/4 D0 D0 D0 D0 D0 D0");
    expect(bars.map(({ events }) => events.length)).toEqual([2, 4, 3, 3]);
    expect(findings).toEqual([]);
  });

  it("keeps what the phrase said already, unless it is said anew", () => {
    const known = read("{Em} '1 E0 | in 3/4 {Am} '2. A0").marks;
    const context = { ...standard, marks: known };
    expect(read("'1 E0 | '2. A0", context).marks).toEqual(known);
    expect(read("'1 E0 '2. E0", context).bars.length).toBe(2);
    expect(marks("{G} '1 E0 | in 4/4 A0", context)).toEqual(["1 G@0/1", "2 Am@0/1"]);
  });
});

describe("rhythm", () => {
  it.each([
    [
      "'8t E0 E0 '4 A0",
      "tuplet-not-full",
      "a triplet of eighth notes has 2 of them where 3 belong",
      5,
    ],
    [
      "'8t E0 E0 E0 E0 '4 A0",
      "tuplet-not-full",
      "a triplet of eighth notes has 1 of them where 3 belong",
      14,
    ],
    [
      "'16t5 E0 E0 E0 '4 A0",
      "tuplet-not-full",
      "a quintuplet of sixteenth notes has 3 of them where 5 belong",
      7,
    ],
    ["A5 D7 ~D8", "tie-to-nothing", "the tie to B♭3 has no such note before it", 7],
    ["E3 hA5", "link-across-strings", "the hammer-on to D3 has no note before it on its string", 4],
    ["A5 rA3", "release-of-nothing", "the release to C3 has no bend before it", 4],
  ])("%s: %s", (text, code, message, column) => {
    const finding = read(text).findings.find((one) => one.code === code);
    expect(finding?.message).toContain(message);
    expect(finding?.where.column).toBe(column);
  });

  it.each([
    "'8t E0 E0 E0",
    "'8t E0 '4t A0",
    "'16t5 E0 E0 E0 E0 E0",
    "'8t E0 '16t E0 E0 '8t E0",
    "'16t E0 E0 E0",
  ])("%s is a full tuplet", (text) => {
    expect(read(text).findings.filter(({ code }) => code === "tuplet-not-full")).toEqual([]);
  });

  it("says the same again, ties over a bar line, and counts a grace as nothing", () => {
    const { bars, findings } = read("'2 A5+D7 = | ~ '4 = - | grace[A4] '1 hA5 under['2 E0 E0]");
    const said = bars.map((bar) => eventsOf([bar]).map((event) => notesOf(event).length));
    expect(said).toEqual([
      [2, 2],
      [2, 2, 0],
      [1, 1, 1, 1],
    ]);
    expect(bars[2]!.voiceTwo?.length).toBe(2);
    expect(findings).toEqual([]);
  });
});
