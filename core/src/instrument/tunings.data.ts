import type { InstrumentFamily } from "./instrument";

export type TuningRow = readonly [
  id: string,
  name: string,
  family: InstrumentFamily,
  /** Thickest string first. */
  strings: string,
  /** What else people call it, and strings that some take off with it. */
  more?: { readonly aliases?: readonly string[]; readonly mayComeOff?: readonly number[] },
];

const also = (...aliases: string[]) => ({ aliases });
/** The chord's lowest note is on the fifth string: players who live in it take the thickest off. */
const OFF_6 = { mayComeOff: [6] };

/** Tunings in common use. Names are those of the field. */
export const TUNING_ROWS: readonly TuningRow[] = [
  // Six strings, every string moved alike.
  ["standard", "Standard", "guitar", "E2 A2 D3 G3 B3 E4", also("e standard")],
  [
    "half-step-down",
    "Half step down",
    "guitar",
    "Eb2 Ab2 Db3 Gb3 Bb3 Eb4",
    also("e flat standard", "eb standard", "d sharp standard", "semitone down"),
  ],
  [
    "whole-step-down",
    "Whole step down",
    "guitar",
    "D2 G2 C3 F3 A3 D4",
    also("d standard", "full step down", "one step down"),
  ],
  [
    "one-and-a-half-down",
    "One and a half steps down",
    "guitar",
    "C#2 F#2 B2 E3 G#3 C#4",
    also("c sharp standard", "c# standard", "db standard"),
  ],
  ["two-steps-down", "Two steps down", "guitar", "C2 F2 Bb2 Eb3 G3 C4", also("c standard")],
  [
    "two-and-a-half-down",
    "Two and a half steps down",
    "guitar",
    "B1 E2 A2 D3 F#3 B3",
    also("b standard"),
  ],
  ["half-step-up", "Half step up", "guitar", "F2 Bb2 Eb3 Ab3 C4 F4", also("f standard")],

  // The thickest string dropped.
  ["drop-d", "Drop D", "guitar", "D2 A2 D3 G3 B3 E4", also("dropped d")],
  ["drop-c-sharp", "Drop C♯", "guitar", "C#2 G#2 C#3 F#3 A#3 D#4", also("drop c#", "drop db")],
  ["drop-c", "Drop C", "guitar", "C2 G2 C3 F3 A3 D4", also("dropped c")],
  ["drop-b", "Drop B", "guitar", "B1 F#2 B2 E3 G#3 C#4", also("dropped b")],
  ["drop-a-sharp", "Drop A♯", "guitar", "A#1 F2 A#2 D#3 G3 C4", also("drop a#", "drop bb")],
  ["drop-a", "Drop A", "guitar", "A1 E2 A2 D3 F#3 B3", also("dropped a")],
  ["double-drop-d", "Double drop D", "guitar", "D2 A2 D3 G3 B3 D4"],
  ["double-drop-c", "Double drop C", "guitar", "C2 G2 C3 F3 A3 C4"],
  ["drop-c-only", "Sixth to C", "guitar", "C2 A2 D3 G3 B3 E4"],

  // Tuned to a chord.
  ["open-d", "Open D", "guitar", "D2 A2 D3 F#3 A3 D4"],
  ["open-d-minor", "Open D minor", "guitar", "D2 A2 D3 F3 A3 D4", also("open dm")],
  ["open-e", "Open E", "guitar", "E2 B2 E3 G#3 B3 E4"],
  ["open-e-minor", "Open E minor", "guitar", "E2 B2 E3 G3 B3 E4", also("open em")],
  ["open-g", "Open G", "guitar", "D2 G2 D3 G3 B3 D4", OFF_6],
  [
    "open-g-minor",
    "Open G minor",
    "guitar",
    "D2 G2 D3 G3 Bb3 D4",
    { ...OFF_6, ...also("open gm") },
  ],
  ["open-g-six", "Open G sixth", "guitar", "D2 G2 D3 G3 B3 E4", also("open g6")],
  ["open-g-high", "Open G, high bass", "guitar", "G2 B2 D3 G3 B3 D4", also("open g for slide")],
  ["open-a", "Open A", "guitar", "E2 A2 E3 A3 C#4 E4", OFF_6],
  ["open-a-minor", "Open A minor", "guitar", "E2 A2 E3 A3 C4 E4", { ...OFF_6, ...also("open am") }],
  ["open-a-slide", "Open A, low C sharp", "guitar", "E2 A2 C#3 E3 A3 E4"],
  ["open-b", "Open B", "guitar", "B1 F#2 B2 F#3 B3 D#4"],
  ["open-c", "Open C", "guitar", "C2 G2 C3 G3 C4 E4"],
  ["open-c-minor", "Open C minor", "guitar", "C2 G2 C3 G3 C4 Eb4", also("open cm")],
  ["open-c-six", "Open C sixth", "guitar", "C2 A2 C3 G3 C4 E4", also("open c6")],
  ["open-f", "Open F", "guitar", "F2 A2 C3 F3 C4 F4"],
  ["open-f-low", "Open F, low C", "guitar", "C2 F2 C3 F3 A3 F4"],
  ["open-d-seven", "Open D seventh", "guitar", "D2 A2 D3 F#3 C4 D4", also("open d7")],
  ["open-d-maj-seven", "Open D major seventh", "guitar", "D2 A2 D3 F#3 A3 C#4", also("open dmaj7")],
  [
    "open-g-maj-seven",
    "Open G major seventh",
    "guitar",
    "D2 G2 D3 F#3 B3 D4",
    also("open gmaj7", "g wahine"),
  ],

  // Neither major nor minor.
  ["modal-d", "Modal D", "guitar", "D2 A2 D3 G3 A3 D4", also("d sus four", "dsus4")],
  ["modal-c", "Modal C", "guitar", "C2 G2 C3 G3 C4 D4"],
  ["modal-g", "Modal G", "guitar", "D2 G2 D3 G3 C4 D4", also("g sus four", "gsus4", "sawmill")],
  ["modal-e", "E sus four", "guitar", "E2 A2 E3 A3 B3 E4", also("esus4", "a sus two", "asus2")],
  ["c-g-d-g-c-d", "C G D G C D", "guitar", "C2 G2 D3 G3 C4 D4"],
  ["c-wahine", "C wahine", "guitar", "C2 G2 D3 G3 B3 D4"],

  // Other systems.
  ["all-fourths", "All fourths", "guitar", "E2 A2 D3 G3 C4 F4", also("fourths")],
  ["all-fifths", "All fifths", "guitar", "C2 G2 D3 A3 E4 B4", also("fifths")],
  ["new-standard", "New standard", "guitar", "C2 G2 D3 A3 E4 G4"],
  ["major-thirds", "Major thirds", "guitar", "G#2 C3 E3 G#3 C4 E4", also("all major thirds")],
  ["minor-thirds", "Minor thirds", "guitar", "C3 D#3 F#3 A3 C4 D#4", also("all minor thirds")],
  ["lute", "Lute", "guitar", "E2 A2 D3 F#3 B3 E4", also("third to f sharp", "vihuela")],
  ["high-strung", "High strung", "guitar", "E3 A3 D4 G4 B3 E4", also("octave strung")],

  // Five strings: the thickest is off.
  ["open-g-five", "Open G, five strings", "guitar", "G2 D3 G3 B3 D4"],
  ["open-a-five", "Open A, five strings", "guitar", "A2 E3 A3 C#4 E4"],
  ["standard-five", "Standard, sixth off", "guitar", "A2 D3 G3 B3 E4"],

  // Seven, eight and nine strings.
  ["seven-standard", "Standard, seven strings", "guitar", "B1 E2 A2 D3 G3 B3 E4"],
  ["seven-half-down", "Half step down, seven strings", "guitar", "Bb1 Eb2 Ab2 Db3 Gb3 Bb3 Eb4"],
  ["seven-whole-down", "Whole step down, seven strings", "guitar", "A1 D2 G2 C3 F3 A3 D4"],
  ["seven-drop-a", "Drop A, seven strings", "guitar", "A1 E2 A2 D3 G3 B3 E4"],
  ["seven-drop-g-sharp", "Drop G♯, seven strings", "guitar", "G#1 D#2 G#2 C#3 F#3 A#3 D#4"],
  ["seven-drop-g", "Drop G, seven strings", "guitar", "G1 D2 G2 C3 F3 A3 D4"],
  ["seven-choro", "Low C, seven strings", "guitar", "C2 E2 A2 D3 G3 B3 E4"],
  ["eight-standard", "Standard, eight strings", "guitar", "F#1 B1 E2 A2 D3 G3 B3 E4"],
  ["eight-half-down", "Half step down, eight strings", "guitar", "F1 Bb1 Eb2 Ab2 Db3 Gb3 Bb3 Eb4"],
  ["eight-drop-e", "Drop E, eight strings", "guitar", "E1 B1 E2 A2 D3 G3 B3 E4"],
  ["nine-standard", "Standard, nine strings", "guitar", "C#1 F#1 B1 E2 A2 D3 G3 B3 E4"],

  // Baritone.
  ["baritone-b", "Baritone, B standard", "baritone", "B1 E2 A2 D3 F#3 B3"],
  ["baritone-c", "Baritone, C standard", "baritone", "C2 F2 Bb2 Eb3 G3 C4"],
  ["baritone-a", "Baritone, A standard", "baritone", "A1 D2 G2 C3 E3 A3"],
  ["baritone-drop-a", "Baritone, drop A", "baritone", "A1 E2 A2 D3 F#3 B3"],
  ["baritone-drop-g", "Baritone, drop G", "baritone", "G1 D2 G2 C3 E3 A3"],
  ["baritone-modal-a", "Baritone, modal A", "baritone", "A1 E2 A2 D3 E3 A3"],

  // Bass.
  ["bass-standard", "Bass, standard", "bass", "E1 A1 D2 G2"],
  ["bass-half-step-down", "Bass, half step down", "bass", "Eb1 Ab1 Db2 Gb2"],
  ["bass-whole-step-down", "Bass, whole step down", "bass", "D1 G1 C2 F2", also("bass d standard")],
  ["bass-c-standard", "Bass, two steps down", "bass", "C1 F1 Bb1 Eb2", also("bass c standard")],
  ["bass-b-standard", "Bass, B E A D", "bass", "B0 E1 A1 D2", also("bass b standard", "bead")],
  ["bass-drop-d", "Bass, drop D", "bass", "D1 A1 D2 G2"],
  ["bass-drop-c-sharp", "Bass, drop C♯", "bass", "C#1 G#1 C#2 F#2", also("bass drop c#")],
  ["bass-drop-c", "Bass, drop C", "bass", "C1 G1 C2 F2"],
  ["bass-c-f-c-g", "Bass, C F C G", "bass", "C1 F1 C2 G2"],
  ["bass-drop-b", "Bass, drop B", "bass", "B0 F#1 B1 E2"],
  ["bass-tenor", "Bass, tenor", "bass", "A1 D2 G2 C3"],
  ["bass-fifths", "Bass, all fifths", "bass", "C1 G1 D2 A2"],
  ["bass-five", "Bass, five strings", "bass", "B0 E1 A1 D2 G2"],
  ["bass-five-high", "Bass, five strings, high C", "bass", "E1 A1 D2 G2 C3"],
  ["bass-five-half-down", "Bass, five strings, half step down", "bass", "Bb0 Eb1 Ab1 Db2 Gb2"],
  ["bass-five-drop-a", "Bass, five strings, drop A", "bass", "A0 E1 A1 D2 G2"],
  ["bass-six", "Bass, six strings", "bass", "B0 E1 A1 D2 G2 C3"],
  ["bass-six-half-down", "Bass, six strings, half step down", "bass", "Bb0 Eb1 Ab1 Db2 Gb2 B2"],
];
