import { describe, expect, it } from "vitest";
import type { RestEvent } from "../score/event";
import type { Song } from "../score/song";
import { codesIn, songSaid, type SaidPart, type SaidSong } from "./review.test-kit";

const guitar = (...callouts: string[]): SaidSong => ({ parts: [{ callouts }] });
const alone = (callout: string, more: Partial<SaidPart> = {}, song: Partial<SaidSong> = {}) => ({
  parts: [{ callouts: [callout], ...more }],
  ...song,
});
const withBass = (one: string, bass: string, song: Partial<SaidSong> = {}): SaidSong => ({
  parts: [
    { name: "Guitar", callouts: [one] },
    { name: "Bass", tuning: "bass-standard", callouts: [bass] },
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
    "string-named-otherwise",
    guitar('"on the D string" \'1 G2'),
    guitar('"on the G string" \'1 G2'),
  ],
  ["fret-named-otherwise", guitar('"the 5th fret" \'1 G2'), guitar('"the 2nd fret" \'1 G2')],
];

describe("findings", () => {
  it.each(FAULTS)("%s is found where it is, and nothing else is", (code, fault) => {
    expect(codesIn(fault)).toEqual([code]);
  });

  it.each(FAULTS)("%s stays silent where it only nearly is", (_, __, nearMiss) => {
    expect(codesIn(nearMiss)).toEqual([]);
  });
});
