import type { InstrumentKind } from "@intonazione/core/instrument";

/** An instrument of the made-up studio, as its form would take it. */
export interface DemoInstrument {
  readonly name: string;
  readonly kind: InstrumentKind;
  /** Thickest string first. */
  readonly strings: string;
  readonly frets: number;
  readonly bodyFret: number;
  /** In mm; of fanned frets the outer two, thickest string first. */
  readonly scale: string;
  /** In thousandths of an inch, thinnest string first, w for wound. */
  readonly gauges: string;
  readonly actionMm: number;
  readonly handed?: "left";
}

export const DEMO_RACK: readonly DemoInstrument[] = [
  {
    name: "Grey Wader",
    kind: "electric",
    strings: "E2 A2 D3 G3 B3 E4",
    frets: 22,
    bodyFret: 17,
    scale: "648",
    gauges: "10 13 17 26w 36w 46w",
    actionMm: 1.7,
  },
  {
    name: "Quince",
    kind: "acoustic",
    strings: "E2 A2 D3 G3 B3 E4",
    frets: 20,
    bodyFret: 14,
    scale: "645",
    gauges: "12 16 24w 32w 42w 53w",
    actionMm: 2.4,
  },
  {
    name: "Old Lockkeeper",
    kind: "electric",
    strings: "G2 D3 G3 B3 D4",
    frets: 21,
    bodyFret: 16,
    scale: "648",
    gauges: "10 13 17 26w 36w",
    actionMm: 2,
  },
  {
    name: "Low Water",
    kind: "baritone",
    strings: "B1 E2 A2 D3 F#3 B3",
    frets: 22,
    bodyFret: 17,
    scale: "686",
    gauges: "13 17 26w 36w 46w 62w",
    actionMm: 2,
  },
  {
    name: "Tug",
    kind: "bass",
    strings: "E1 A1 D2 G2",
    frets: 21,
    bodyFret: 16,
    scale: "864",
    gauges: "45w 65w 85w 105w",
    actionMm: 2.4,
  },
  {
    name: "Ferry",
    kind: "classical",
    strings: "E2 A2 D3 G3 B3 E4",
    frets: 19,
    bodyFret: 12,
    scale: "650",
    gauges: "28 32.2 40.3 29w 35w 43w",
    actionMm: 3.2,
    handed: "left",
  },
  {
    name: "Spindrift",
    kind: "electric",
    strings: "B1 E2 A2 D3 G3 B3 E4",
    frets: 24,
    bodyFret: 20,
    scale: "686 … 648",
    gauges: "10 13 17 26w 36w 46w 62w",
    actionMm: 1.6,
  },
];
