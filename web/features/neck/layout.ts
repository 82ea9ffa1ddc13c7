import { fret, fretDistanceFromNutMm, type Neck, type Place } from "@intonazione/core/neck";

/** The neck as drawn, in px: true to scale from the nut or capo to the last fret. Pure. */
export interface NeckLayout {
  readonly width: number;
  readonly height: number;
  /** The nut, or the capo's front edge. */
  readonly nutX: number;
  /** Wires, index 0 is fret 1 from the capo. */
  readonly wires: readonly number[];
  readonly neck: Neck;
}

export interface Spot {
  readonly x: number;
  readonly y: number;
}

const LEFT = 96;
const RIGHT = 22;
const TOP = 16;
const BOTTOM = 26;
/** Open strings are marked this far behind the nut. */
const OPEN_DISTANCE = 15;
/** Necks widen towards the body; by this share from nut to last fret. */
const WIDENING = 0.1;

function gapOf(strings: number): number {
  return strings > 7 ? 15 : strings > 5 ? 18 : 21;
}

export function layNeck(neck: Neck, width: number): NeckLayout {
  const start = fretDistanceFromNutMm(neck.capo, neck.scaleLengthMm);
  const end = fretDistanceFromNutMm(neck.capo + neck.lastFret, neck.scaleLengthMm);
  const scale = (width - LEFT - RIGHT) / (end - start);
  const wires = Array.from({ length: neck.lastFret }, (_, index) => {
    const mm = fretDistanceFromNutMm(neck.capo + index + 1, neck.scaleLengthMm);
    return LEFT + (mm - start) * scale;
  });
  const strings = neck.openMidi.length;
  return {
    width,
    height: TOP + BOTTOM + gapOf(strings) * (strings - 1) * (1 + WIDENING),
    nutX: LEFT,
    wires,
    neck,
  };
}

/** Where a string runs at `x`. Strings may be 0 and one more than there are: the edges of the wood. */
export function stringYAt({ neck, width, nutX }: NeckLayout, string: number, x: number): number {
  const strings = neck.openMidi.length;
  const gap = gapOf(strings);
  const middle = TOP + (gap * (strings - 1) * (1 + WIDENING)) / 2;
  const along = Math.max(0, x - nutX) / (width - nutX - RIGHT);
  return middle + (string - (strings + 1) / 2) * gap * (1 + WIDENING * along);
}

/** The middle of the mark for a place: between its wires, or behind the nut for an open string. */
export function spotOf(layout: NeckLayout, { string, fret: at }: Place): Spot {
  const x = at === 0 ? layout.nutX - OPEN_DISTANCE : middleOf(layout, at);
  return { x, y: stringYAt(layout, string, x) };
}

function middleOf({ wires, nutX }: NeckLayout, at: number): number {
  return ((wires[at - 2] ?? nutX) + wires[at - 1]!) / 2;
}

/** The place under a point: the inverse of `spotOf`. @returns undefined beside the neck. */
export function placeAt(layout: NeckLayout, { x, y }: Spot): Place | undefined {
  const { neck, wires, nutX, width } = layout;
  if (x < nutX - 2 * OPEN_DISTANCE || x > width - RIGHT) return undefined;
  const at = x < nutX ? 0 : wires.findIndex((wire) => x <= wire) + 1;
  const strings = neck.openMidi.length;
  for (let string = 1; string <= strings; string++) {
    const edge = (next: number) =>
      (stringYAt(layout, string, x) + stringYAt(layout, string + next, x)) / 2;
    if (y >= edge(-1) && y < edge(1)) return { string, fret: fret(at) };
  }
  return undefined;
}

const SINGLE_INLAYS = [3, 5, 7, 9, 15, 17, 19, 21, 27, 29, 31, 33];
const DOUBLE_INLAYS = [12, 24, 36];

export interface Inlay extends Spot {
  readonly fretFromCapo: number;
}

/** Inlays sit in the wood, so that a capo does not move them. */
export function inlaysOf(layout: NeckLayout): readonly Inlay[] {
  const { capo, lastFret, openMidi } = layout.neck;
  const strings = openMidi.length;
  const at = (fromNut: number, string: number): Inlay[] => {
    const fretFromCapo = fromNut - capo;
    if (fretFromCapo < 1 || fretFromCapo > lastFret) return [];
    const x = middleOf(layout, fretFromCapo);
    return [{ fretFromCapo, x, y: stringYAt(layout, string, x) }];
  };
  const middle = (strings + 1) / 2;
  return [
    ...SINGLE_INLAYS.flatMap((fromNut) => at(fromNut, middle)),
    ...DOUBLE_INLAYS.flatMap((fromNut) => [
      ...at(fromNut, middle - strings / 4),
      ...at(fromNut, middle + strings / 4),
    ]),
  ];
}
