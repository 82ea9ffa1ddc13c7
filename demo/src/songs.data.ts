import type { StringSchool } from "@intonazione/core/instrument";
import { fraction, type Feel } from "@intonazione/core/rhythm";

/** One player of a demo song: what is in hand, and what is called out in each phrase. */
export interface DemoPart {
  readonly name: string;
  readonly instrument: string;
  readonly tuningId: string;
  readonly capo: number;
  readonly tone?: string;
  /** One call-out a phrase, in the order of the song's phrases. */
  readonly callouts: readonly string[];
}

export interface DemoSong {
  readonly slug: string;
  readonly title: string;
  readonly tempoBpm: number;
  readonly metre: string;
  /** The sounding key. */
  readonly key: string;
  readonly school: StringSchool;
  readonly note: string;
  readonly feel?: Feel;
  /** As the form line says it; absent where the phrases are played once, in their order. */
  readonly form?: string;
  readonly phrases: readonly string[];
  readonly parts: readonly DemoPart[];
  /** Slips that were put there on purpose, by their codes: a sheet to try Check on. */
  readonly slips?: readonly string[];
}

/** The studio and everything in it are made up; the music was written for it. */
export const DEMO_STUDIO = "Tidewater Strings";

export const DEMO_SONGS: readonly DemoSong[] = [
  {
    slug: "lock-gate-lanterns",
    title: "Lock Gate Lanterns",
    tempoBpm: 96,
    metre: "4/4",
    key: "D minor",
    school: "nominal",
    note: "Straight eighths, a dry sound. The thick string hums under everything.",
    phrases: ["Opening", "Answer", "Weir"],
    parts: [
      {
        name: "Guitar I",
        instrument: "Grey Wader",
        tuningId: "drop-d",
        capo: 0,
        callouts: [
          "'8 pm[E0 E0] D3h5 pm[E0 E0] D6b¼ D5 | pm[E0 E0] A5 D3 A3s5 E3 E0v | pm[E0 E0] D3h5 pm[E0 E0] D6b¼ D5 | pm[E0 E0] A5 D3 '4 E3+A3+D3 E0+A0+D0",
          "'8 A5 D3 D5 D7 G5 D7 D5 D3 | A5 D3 D5 D7 '4 G7b1 '8 G5 D7 | G3 D7 D5 D3 A5 A3 E5 E3 | '2 E0+A0+D0 '4 - '8 E0 E3",
          "'4 E0+A0+D0 '8 pm[E0 E0] '4 E5+A5+D5 '8 pm[E0 E0] | '4 E3+A3+D3 '8 pm[E0 E0] '4 E10+A10+D10 '8 E8 E7 | =1 '8 E3 E1 | '1 E0+A0+D0",
        ],
      },
    ],
  },
  {
    slug: "brass-kettle",
    title: "Brass Kettle",
    tempoBpm: 112,
    metre: "4/4",
    key: "Eb minor",
    school: "nominal",
    note: "Everything a half step down: the hand plays E minor, the ear hears E flat minor.",
    feel: { kind: "swing", unit: 8, ratio: fraction(2) },
    form: "Kitchen: A x2 [1: B] [2: C], D, E x2 over Ebm Abm; Out: A, C",
    phrases: ["Walk", "Back to the stove", "Boil over", "Whistle", "Lid"],
    parts: [
      {
        name: "Guitar",
        instrument: "Grey Wader",
        tuningId: "half-step-down",
        capo: 0,
        tone: "Neck pick-up, barely breaking up; a short room behind it.",
        callouts: [
          "from 4& '8 E3 | {Em shape} pm[E0 E3] A0.acc A2 '8t D0 A2 A0 '8 E3 E0.stac | {Am shape} sing \"kettle's on\" A0h3p0 D2v '4 D2b½r '8 Ax E3 | {Em shape} '4 E0 '8 ~ A2 grace[D1] hD2.ghost ring[G0 B0 e0] | {B7 shape} '8 A2 A4S6 '4 D4tr5 '8 A2.slideout '4 -",
          "{Em shape} '4 E0+A2+D2.arp '8 - E0+A2+D2.up '4 hit '8 Ax+Dx E3",
          "{Em shape} '2 E0+A2+D2+G0+B0+e0.trem16 E0+A2+D2+G0+B0+e0.hold",
          "{Em shape} \"let it whistle\" '8 B7 G9 B7 D9 '4 G9pb1r '8 G7 D9.mute | {C shape} G7h9 '16 G7 D9 G7 D9 '4 D9vv '8 G9b>B7 rG9 | {Am shape} '4 G9b>B7+B7 '8 e5t12p5 - '4 G12.harm | {Em shape} '8t E3 E0 E3 '4 D5.pinch3 '8 scrape - '4 D2+G0+B0.rake",
          "under['1 E0] '4 - '8 D2.2 D4.4 G0 G2.2 B0 B3.4 | under['1 E0] '8 A2.slidein D2 G0 B0 '4 e0.ring '8 B0.ring -.hold",
        ],
      },
      {
        name: "Bass",
        instrument: "Tug",
        tuningId: "bass-half-step-down",
        capo: 0,
        tone: "Bright strings, a little compression for thumb and pop.",
        callouts: [
          "from 4& '8 - | '4 E0.slap '8 D2.pop Ex.slap '8t A0 A1 A2 '8 E3.slap - | '4 A0.slap '8 G2.pop Ax.slap A3h5 '4 A0.slap | '4 E0.slap '8 D2.pop Ex.slap E3 E4 E5s7 | '4 A2.slap '8 G4.pop Ax.slap '4 A2 -",
          "'4 E0.slap '8 - D2.pop '4 E0 '8 A0 A1",
          "'2 E0 E0.hold",
          "'4 E0.slap '8 D2.pop Ex.slap '4 E3 E5 | '4. A3 '8 A3 D5p3 '4 A3 | '4. A0 '8 A0 '4 D2 A2 | '8t E0 E3 E5 '4 E7 '8 E5 E3 '4 E0",
          "'1 E0 | '2. E0 '4 -",
        ],
      },
    ],
  },
  {
    slug: "ferrymans-elbow",
    title: "Ferryman's Elbow",
    tempoBpm: 104,
    metre: "4/4",
    key: "G major",
    school: "actual",
    note: "Five strings: take the thickest off and tune the rest to a chord of G.",
    phrases: ["Push off", "Far bank"],
    parts: [
      {
        name: "Guitar",
        instrument: "Old Lockkeeper",
        tuningId: "open-g-five",
        capo: 0,
        callouts: [
          "'4 D5+g5+B5 '8 D5+g7+B6 D5+g5+B5 '4 D0+g0+B0 '8 G0 G3 | g0 D2h4 D0 '4 D5+g5+B5 '8 D5+g7+B6 D5+g5+B5 | '4 D7+g7+B7 '8 D7+g9+B8 D7+g7+B7 '4 D5+g5+B5 '8 D4 D2 | G0 D0 g0 B0 '2 G0+D0+g0+B0+d0",
          "'8 G5 d5 g5 B5 G5 d7 g5 B6 | G0 d0 g0 B0 G0 d0 g2h4 | '2 G7+D7+g7 G5+D5+g5 | '1 G0+D0+g0+B0+d0",
        ],
      },
    ],
  },
  {
    slug: "chalk-line",
    title: "Chalk Line",
    tempoBpm: 76,
    metre: "3/4",
    key: "B minor",
    school: "actual",
    note: "Let every string ring; the thumb keeps the thick ones.",
    phrases: ["Measure", "Cut"],
    parts: [
      {
        name: "Baritone",
        instrument: "Low Water",
        tuningId: "baritone-b",
        capo: 0,
        callouts: [
          "'8 B0 A2 D0 F#0 D0 A2 | B3 A0 D0 F#0 D0 A0 | E0 A2 D2 F#1 D2 A2 | E2 A1 D2 F#0 D2 A1",
          "'4 B0 '8 A2h4 D0 F#0 | '4 B3 '8 A0h2 D0 F#3 | F#5p3 F#0 D4 D2 D0 | '2. B0+E2+A2+D0+F#0",
        ],
      },
    ],
  },
  {
    slug: "tin-roof-tuesday",
    title: "Tin Roof Tuesday",
    tempoBpm: 120,
    metre: "4/4",
    key: "Eb major",
    school: "nominal",
    note: "C shapes with the capo at the third fret sound in E flat, where the bass lives.",
    phrases: ["Drizzle", "Downpour"],
    parts: [
      {
        name: "Guitar",
        instrument: "Quince",
        tuningId: "standard",
        capo: 3,
        callouts: [
          "'8 A3 G0 B1 G0 D2 G0 B1 G0 | A0 G2 B1 G2 D2 G2 B1 G2 | D3 G2 B1 e1 D3 G2 B1 G2 | E3 G0 B0 G0 D0 G0 B0 A2",
          "'4 A3+D2+G0+B1+e0 '8 - A3+D2+G0+B1+e0 '4 Ax+Dx+Gx A3+D2+G0+B1+e0 | A0+D2+G2+B1+e0 '8 - A0+D2+G2+B1+e0 '4 Ax+Dx+Gx A0+D2+G2+B1+e0 | E1+A3+D3+G2+B1+e1 '8 - E1+A3+D3+G2+B1+e1 '4 Ex+Ax+Dx E1+A3+D3+G2+B1+e1 | E3+A2+D0+G0+B0+e3 '8 A2 A0 '2 E3+A2+D0+G0+B0+e3",
        ],
      },
      {
        name: "Bass",
        instrument: "Tug",
        tuningId: "bass-standard",
        capo: 0,
        callouts: [
          "'4. A6 '8 A6 '4 D8 A6 | '4. A3 '8 A3 '4 D5 A3 | '4. E4 '8 E4 '4 A6 E4 | '4. E6 '8 E6 '4 A8 '8 A7 A6",
          "'8 A6 A6 D8 A6 Ax A6 D8 A4 | A3 A3 D5 A3 Ax A3 D5 A3 | E4 E4 A6 E4 Ex E4 A6 E5 | '4 E6 '8 A8 A6 '2 E6",
        ],
      },
    ],
  },
  {
    slug: "crooked-stile",
    title: "Crooked Stile",
    tempoBpm: 100,
    metre: "4/4",
    key: "A minor",
    school: "nominal",
    note: "A sheet with a dozen slips in it, to try Check on. One of them: it is all in E mixolydian.",
    phrases: ["Lane", "Stile", "Hedge"],
    slips: [
      "tuning-named-otherwise",
      "key-named-otherwise",
      "link-turned-round",
      "bar-under",
      "ring-cut",
      "chord-named-otherwise",
      "direction-words",
      "unison-bend-off",
      "string-named-otherwise",
      "span-too-wide",
      "shift-too-far",
      "clash",
    ],
    parts: [
      {
        name: "Guitar",
        instrument: "Grey Wader",
        tuningId: "standard",
        capo: 0,
        tone: "Drop D, a little drive.",
        callouts: [
          "'4 A0 '8 A3h2 D2 D0 A3 A0 | '4 D2 '8 D0 A3 '4 A0 | '4 ring[D2] D3 '2 A0 | \"D minor chord\" '1 A0+D2+G2+B1+e0",
          "\"slide down to it\" '4 D2s5 '2 A0 | '4 G7b½+B5 - '2 A0 | \"on the D string\" '4 G2 D2 '2 A0 | E1+A8 A0",
          "'16 E1 '8. E17 '4 E3 '2 A0 | '4 A0 A3 D2 A3 | '4 E3 E0 '2 A0 | '1 A0+D2+G2",
        ],
      },
      {
        name: "Bass",
        instrument: "Tug",
        tuningId: "bass-standard",
        capo: 0,
        callouts: ["'1 A0 | A0 | A0 | A0", "'1 A0 | A0 | A0 | E1", "'1 E1 | '2 E4 A0 | '1 A0 | A0"],
      },
    ],
  },
];
