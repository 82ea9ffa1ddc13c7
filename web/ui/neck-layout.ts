import {
  fret,
  fretDistanceFromNutMm,
  lastFretOf,
  type Neck,
  type Place,
} from "@intonazione/core/neck";

/**
 * The neck as drawn, in px: true to scale to the last fret, from the nut, or from a capo that covers
 * all strings. A partial capo stands on the neck where it is. Pure.
 */
export interface NeckLayout {
  readonly width: number;
  readonly height: number;
  /** Where the drawing begins: the nut, or the front edge of a capo on all strings. */
  readonly nutX: number;
  /** The fret it begins at, counted from the nut. */
  readonly firstFret: number;
  /** Wires, index 0 is the first one behind `firstFret`. */
  readonly wires: readonly number[];
  readonly neck: Neck;
  readonly room: NeckRoom;
  /** −1 where the neck points to the right, as a left-handed player holds it. */
  readonly direction: 1 | -1;
}

export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** What is left around a neck, and between its strings, in px. */
export interface NeckRoom {
  /** Before the nut: names and open strings. */
  readonly names: number;
  readonly end: number;
  readonly top: number;
  readonly bottom: number;
  /** Open strings are marked this far behind the nut. */
  readonly open: number;
  readonly gap: (strings: number) => number;
}

export const FULL_ROOM: NeckRoom = {
  names: 96,
  end: 22,
  top: 13,
  bottom: 21,
  open: 15,
  gap: (strings) => (strings > 7 ? 15 : strings > 5 ? 18 : 21),
};

/** For a neck among others: no names. */
export const SMALL_ROOM: NeckRoom = {
  names: 18,
  end: 6,
  top: 7,
  bottom: 16,
  open: 8,
  gap: (strings) => (strings > 5 ? 9 : 11),
};

/** Necks widen towards the body; by this share from nut to last fret. */
const WIDENING = 0.1;

export function layNeck(
  neck: Neck,
  width: number,
  handed: "right" | "left" = "right",
  room: NeckRoom = FULL_ROOM,
): NeckLayout {
  const direction = handed === "left" ? -1 : 1;
  const nutX = direction === 1 ? room.names : width - room.names;
  const firstFret = neck.capo.strings ? 0 : neck.capo.fret;
  const start = fretDistanceFromNutMm(firstFret, neck.scaleLengthMm);
  const end = fretDistanceFromNutMm(neck.frets, neck.scaleLengthMm);
  const scale = (direction * (width - room.names - room.end)) / (end - start);
  const wires = Array.from({ length: neck.frets - firstFret }, (_, index) => {
    const mm = fretDistanceFromNutMm(firstFret + index + 1, neck.scaleLengthMm);
    return nutX + (mm - start) * scale;
  });
  const strings = neck.openMidi.length;
  const height = room.top + room.bottom + room.gap(strings) * (strings - 1) * (1 + WIDENING);
  return { width, height, nutX, firstFret, wires, neck, room, direction };
}

/** Where a string runs at `x`. Strings may be 0 and one more than there are: the edges of the wood. */
export function stringYAt(layout: NeckLayout, string: number, x: number): number {
  const { neck, width, room } = layout;
  const strings = neck.openMidi.length;
  const gap = room.gap(strings);
  const middle = room.top + (gap * (strings - 1) * (1 + WIDENING)) / 2;
  const along = Math.max(0, fromNut(layout, x)) / (width - room.names - room.end);
  return middle + (string - (strings + 1) / 2) * gap * (1 + WIDENING * along);
}

/** How far a point lies from the nut towards the body. */
function fromNut({ nutX, direction }: NeckLayout, x: number): number {
  return (x - nutX) * direction;
}

/** Where a string begins to sound: at the drawing's edge, or behind a partial capo. */
export function nutXOf({ neck, wires, nutX, firstFret }: NeckLayout, string: number): number {
  const nut = neck.openOffsets[string - 1] ?? firstFret;
  return nut === firstFret ? nutX : wires[nut - firstFret - 1]!;
}

/** The middle of the mark for a place: between its wires, or behind the nut for an open string. */
export function spotOf(layout: NeckLayout, { string, fret: at }: Place): Spot {
  const { neck, firstFret, room, direction } = layout;
  const nut = neck.openOffsets[string - 1] ?? firstFret;
  const x =
    at === 0
      ? nutXOf(layout, string) - direction * room.open
      : middleOf(layout, nut + at - firstFret);
  return { x, y: stringYAt(layout, string, x) };
}

/** Between two wires; `space` 1 is the first one drawn. */
function middleOf({ wires, nutX }: NeckLayout, space: number): number {
  return ((wires[space - 2] ?? nutX) + wires[space - 1]!) / 2;
}

/** The place under a point: the inverse of `spotOf`. @returns undefined beside the neck. */
export function placeAt(layout: NeckLayout, { x, y }: Spot): Place | undefined {
  const { neck, wires, firstFret, room } = layout;
  const along = fromNut(layout, x);
  if (along < -2 * room.open || along > fromNut(layout, wires.at(-1)!)) return undefined;
  const string = stringAt(layout, { x, y });
  if (string === undefined) return undefined;
  const space =
    along < 0 ? 0 : wires.findIndex((wire) => along <= fromNut(layout, wire)) + 1 + firstFret;
  const nut = neck.openOffsets[string - 1]!;
  const at = Math.max(0, space - nut);
  // The clamp lies over the strings beside it too: no finger gets behind it.
  if (at > 0 && space <= neck.capo.fret) return undefined;
  return at <= lastFretOf(neck, string) ? { string, fret: fret(at) } : undefined;
}

function stringAt(layout: NeckLayout, { x, y }: Spot): number | undefined {
  for (let string = 1; string <= layout.neck.openMidi.length; string++) {
    const edge = (next: number) =>
      (stringYAt(layout, string, x) + stringYAt(layout, string + next, x)) / 2;
    if (y >= edge(-1) && y < edge(1)) return string;
  }
  return undefined;
}

const SINGLE_INLAYS = [3, 5, 7, 9, 15, 17, 19, 21, 27, 29, 31, 33];
const DOUBLE_INLAYS = [12, 24, 36];

export interface Inlay extends Spot {
  readonly fretFromNut: number;
}

/** Inlays sit in the wood, so that a capo does not move them. */
export function inlaysOf(layout: NeckLayout): readonly Inlay[] {
  const { neck, firstFret } = layout;
  const strings = neck.openMidi.length;
  const at = (fretFromNut: number, string: number): Inlay[] => {
    if (fretFromNut <= firstFret || fretFromNut > neck.frets) return [];
    const x = middleOf(layout, fretFromNut - firstFret);
    return [{ fretFromNut, x, y: stringYAt(layout, string, x) }];
  };
  const middle = (strings + 1) / 2;
  return [
    ...SINGLE_INLAYS.flatMap((fretFromNut) => at(fretFromNut, middle)),
    ...DOUBLE_INLAYS.flatMap((fretFromNut) => [
      ...at(fretFromNut, middle - strings / 4),
      ...at(fretFromNut, middle + strings / 4),
    ]),
  ];
}
