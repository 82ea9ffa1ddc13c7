/**
 * Lines with the places that a teacher would give them, to measure the placement against: original
 * music, written at the neck. Each is one phrase in 4/4.
 */
export interface StudyLine {
  readonly name: string;
  readonly tuningId: string;
  readonly capo?: number;
  readonly key: string;
  readonly tempoBpm: number;
  readonly callout: string;
}

const line = (
  name: string,
  tuningId: string,
  key: string,
  tempoBpm: number,
  callout: string,
  capo = 0,
): StudyLine => ({ name, tuningId, key, tempoBpm, callout, capo });

export const STUDY_LINES: readonly StudyLine[] = [
  // Guitar, single notes in the middle of the neck.
  line(
    "box at the fifth fret",
    "standard",
    "A minor",
    100,
    "'8 A7 D5 D7 G5 D7 D5 A7 A5 | A7 D5 A7 A5 E8 E5 '4 A7",
  ),
  line(
    "lick over the box",
    "standard",
    "A minor",
    92,
    "'8 G7 B5 B8 G7b2 B5 e5 B8 B5 | G7 G5 D7 G5 '2 D7v",
  ),
  line(
    "seventh position",
    "standard",
    "B minor",
    110,
    "'8 B10 e7 e10 B10 B7 G9 G7 D9 | G7 D9 D7 A9 '2 A9",
  ),
  line(
    "major, one finger a fret",
    "standard",
    "C major",
    96,
    "'8 A7 A8 A10 D7 D9 D10 G7 G9 | G10 G9 G7 D10 D9 D7 A10 A8",
  ),
  line(
    "dorian over two strings",
    "standard",
    "D minor",
    104,
    "'8 A5 A8 D5 D7 D5 A8 A7 A5 | A5 A8 D7 D5 A8 A5 '4 A5",
  ),
  line(
    "third position shuffle",
    "standard",
    "G minor",
    88,
    "'8t E3 E6 A3 A5 A3 E6 A5 A6 A5 A3 E6 E3 | '4 A3 A5 '2 E3",
  ),
  line(
    "hammered box",
    "standard",
    "E minor",
    120,
    "'8 E12h15 A12h14 D12h14 G12h14 | B12h15 e12h15 '4 B15b2 B12",
  ),
  line(
    "up one string",
    "standard",
    "A minor",
    112,
    "'8 D2 D3 D5s7 D7 D5 D3 D2 | D5 D7 D9s10 D9 '2 D7",
  ),
  line(
    "sliding answer",
    "standard",
    "G major",
    90,
    "'8 G7s9 B8 G9 G7 D9 D7 A10 D7 | '4 D9s5 D5 '2 A5",
  ),
  line(
    "chromatic climb",
    "standard",
    "A minor",
    126,
    "'8 E5 E6 E7 E8 A5 A6 A7 A8 | D5 D6 D7 D8 '2 G5",
  ),
  line(
    "bends at eight and ten",
    "standard",
    "G minor",
    84,
    "'4 B8b2 '8 B6 G7 G5 B6 | '8 G7b1 G5 D8 D5 '2 D8",
  ),
  // Guitar, with open strings.
  line(
    "pedal on the sixth",
    "standard",
    "E minor",
    132,
    "'8 E0 E0 A7 E0 A8 E0 A7 A5 | E0 E0 A7 E0 A10 A8 A7 A5",
  ),
  line(
    "open minor walk",
    "standard",
    "E minor",
    100,
    "'8 E0 E3 A0 A2 D0 D2 D0 A2 | A0 E3 E0 E3 '2 E0",
  ),
  line(
    "open blues turn",
    "standard",
    "E major",
    96,
    "'8t D2 A0 D1 A0 D0 A0 | '4 A2 '8 A1 A0 '4 E0 E0",
  ),
  line(
    "fifth open, fourth moves",
    "standard",
    "A minor",
    118,
    "'8 A0 D7 A0 D9 A0 D7 A0 D5 | A0 D7 A0 D5 A0 D4 A0 D5",
  ),
  line(
    "shuffle in open fifths",
    "standard",
    "E major",
    108,
    "'8 E0+A2 E0+A2 E0+A4 E0+A4 E0+A2 E0+A2 E0+A4 E0+A4 | A0+D2 A0+D2 A0+D4 A0+D4 A0+D2 A0+D2 E0+A2 E0+A2",
  ),
  // Guitar, chords.
  line(
    "open chords broken",
    "standard",
    "G major",
    84,
    "'8 E3 D0 G0 B0 e3 B0 G0 D0 | A3 D2 G0 B1 e0 B1 G0 D2",
  ),
  line(
    "minor broken",
    "standard",
    "A minor",
    80,
    "'8 A0 D2 G2 B1 e0 B1 G2 D2 | D0 G2 B3 e1 B3 G2 '4 D0",
  ),
  line(
    "open chords strummed",
    "standard",
    "D major",
    92,
    "'4 D0+G2+B3+e2 D0+G2+B3+e2 A0+D2+G2+B2+e0 A0+D2+G2+B2+e0 | E3+A2+D0+G0+B0+e3 E3+A2+D0+G0+B0+e3 '2 D0+G2+B3+e2",
  ),
  line(
    "power chords",
    "standard",
    "A minor",
    140,
    "'8 E5+A7+D7 E5+A7+D7 E5+A7+D7 E8+A10+D10 E8+A10+D10 E8+A10+D10 E3+A5+D5 E3+A5+D5 | '2 E5+A7+D7 E5+A7+D7",
  ),
  line(
    "power chords on the fifth",
    "standard",
    "D minor",
    132,
    "'4 A5+D7+G7 A5+D7+G7 A8+D10+G10 A3+D5+G5 | A5+D7+G7 A8+D10+G10 '2 A5+D7+G7",
  ),
  line(
    "barred majors",
    "standard",
    "F major",
    96,
    "'4 E1+A3+D3+G2+B1+e1 E1+A3+D3+G2+B1+e1 E6+A8+D8+G7+B6+e6 E8+A10+D10+G9+B8+e8",
  ),
  line(
    "top three",
    "standard",
    "A minor",
    104,
    "'8 G5+B5+e5 G5+B5+e5 '4 G7+B8+e7 G5+B5+e5 '8 G4+B3+e3 G4+B3+e3",
  ),
  line(
    "octaves",
    "standard",
    "G minor",
    116,
    "'8 E3+D5 E3+D5 E6+D8 E6+D8 E8+D10 E8+D10 E6+D8 E3+D5",
  ),
  line("sixths", "standard", "A major", 86, "'4 G6+e5 G7+e7 G9+e9 G7+e7 | G6+e5 G4+e4 '2 G2+e2"),
  line("thirds", "standard", "C major", 98, "'8 G5+B5 G7+B6 G9+B8 G7+B6 G5+B5 G4+B3 '4 G5+B5"),
  // Dropped and open tunings.
  line(
    "one finger, dropped",
    "drop-d",
    "D minor",
    120,
    "'8 E0+A0+D0 E0+A0+D0 E3+A3+D3 E5+A5+D5 E0+A0+D0 E0+A0+D0 E7+A7+D7 E5+A5+D5",
  ),
  line(
    "dropped riff",
    "drop-d",
    "D minor",
    128,
    "'8 E0 E0 E3 E0 A3 E0 A5 A3 | E0 E0 E3 E5 E3 E0 E0 E0",
  ),
  line(
    "low and fast",
    "drop-c",
    "C minor",
    150,
    "'16 E0 E0 E0 E0 E3 E0 E0 E0 E5 E0 E0 E0 E6 E5 E3 E0",
  ),
  line(
    "open G bars",
    "open-g",
    "G major",
    104,
    "'4 D5+G5+B5 '8 D5+G5+B5 D5+G7+B6 '4 D5+G5+B5 D0+G0+B0 | D7+G7+B7 '8 D7+G7+B7 D7+G9+B8 '2 D7+G7+B7",
  ),
  line(
    "modal bells",
    "modal-d",
    "D major",
    76,
    "'8 E0 D0 G2 B0 e0 B0 G2 D0 | E0 D4 G2 B0 e0 B0 G2 D4",
  ),
  line(
    "seven strings",
    "seven-standard",
    "B minor",
    138,
    "'8 B0 B0 E7 B0 E8 B0 E7 E5 | B0 B0 E7 B0 E10 E8 E7 E5",
  ),
  // Capo.
  line(
    "capo two, broken",
    "standard",
    "A major",
    88,
    "'8 E3 D0 G0 B0 e3 B0 G0 D0 | D0 G2 B3 e2 B3 G2 '4 D0",
    2,
  ),
  line(
    "capo four, strummed",
    "standard",
    "E major",
    100,
    "'4 A3+D2+G0+B1+e0 A3+D2+G0+B1+e0 A0+D2+G2+B1+e0 A0+D2+G2+B1+e0",
    4,
  ),
  // Baritone.
  line(
    "baritone, low",
    "baritone-b",
    "B minor",
    96,
    "'8 B0 B3 E0 E2 A0 A2 A0 E2 | E0 B3 B0 B3 '2 B0",
  ),
  line("baritone, fifths", "baritone-b", "B minor", 112, "'4 B0+E2+A2 B0+E2+A2 B3+E5+A5 B5+E7+A7"),
  // Bass.
  line("first position walk", "bass-standard", "C major", 110, "'4 A3 D0 D2 D3 | D2 D0 A3 A2"),
  line(
    "root and fifth",
    "bass-standard",
    "G major",
    96,
    "'4. E3 '8 E3 '4 A5 E3 | '4. A3 '8 A3 '4 D5 A3",
  ),
  line(
    "octave push",
    "bass-standard",
    "A minor",
    118,
    "'8 E5 D7 E5 D7 E5 D7 A7 D5 | E5 D7 E5 D7 E8 E5 E3 E5",
  ),
  line(
    "pentatonic groove",
    "bass-standard",
    "A minor",
    102,
    "'8 E5 E5 E8 A5 A7 A5 E8 E5 | E5 E5 E8 A5 A7 D5 A7 A5",
  ),
  line(
    "low open groove",
    "bass-standard",
    "E minor",
    94,
    "'8 E0 E0 E3 A0 A2 A0 E3 E0 | E0 E0 E3 A0 A2 D0 A2 A0",
  ),
  line("major walk in two", "bass-standard", "F major", 120, "'4 E1 A0 A3 A0 | A1 D0 D3 D0"),
  line(
    "five strings, low",
    "bass-five",
    "D minor",
    90,
    "'8 B3 B3 B6 E3 E5 E3 B6 B3 | B3 B3 B6 E3 E5 A3 E5 E3",
  ),
  line(
    "thumb and pop",
    "bass-standard",
    "E minor",
    106,
    "'8 E0.slap D2.pop E0.slap D2.pop E3.slap D5.pop E5.slap D7.pop",
  ),
];
