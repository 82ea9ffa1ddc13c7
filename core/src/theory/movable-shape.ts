import { CHORD_TONES, type Chord } from "../pitch/chord";
import { chromaOf } from "../pitch/pitch";
import type { Tuning } from "../instrument/tuning";
import { midiOf } from "../pitch/pitch";
import { lastFretOf, fret, type Neck, type Place } from "../neck/neck";
import { MOVABLE_SHAPES } from "./movable-shapes.data";

/** The shape that a grip is, or a part of. */
export interface MovableShape {
  /** As hands call it by its open chord: “E minor shape”. */
  readonly name: string;
  /** The fret from the nut where the open shape’s nut has come to lie; 0 is the open shape itself. */
  readonly at: number;
  /** Whether only some strings of it are held. */
  readonly isPartial: boolean;
}

const STANDARD = [64, 59, 55, 50, 45, 40];

/**
 * Which shape the places are. Only where the strings lie apart as in standard tuning; the shape with
 * the fewest strings left out is taken.
 * @param places String and fret from the nut of everything that sounds; at least three.
 */
export function movableShapeOf(
  places: readonly { readonly string: number; readonly fromNut: number }[],
  tuning: Tuning,
): MovableShape | undefined {
  if (places.length < 3 || tuning.length !== STANDARD.length) return undefined;
  const offset = midiOf(tuning[places[0]!.string - 1]!) - STANDARD[places[0]!.string - 1]!;
  const isStandard = places.every(
    ({ string }) => midiOf(tuning[string - 1]!) - STANDARD[string - 1]! === offset,
  );
  if (!isStandard) return undefined;
  let best: (MovableShape & { readonly left: number }) | undefined;
  for (const { name, frets } of MOVABLE_SHAPES) {
    const first = frets[places[0]!.string - 1];
    if (first === undefined) continue;
    const at = places[0]!.fromNut - first;
    const fits =
      at >= 0 && places.every(({ string, fromNut }) => frets[string - 1] === fromNut - at);
    const left = frets.filter((own) => own !== undefined).length - places.length;
    if (!fits || (best && best.left <= left)) continue;
    best = { name, at, isPartial: left > 0, left };
  }
  if (!best) return undefined;
  const { left: _, ...shape } = best;
  return shape;
}

/** One way to hold a chord on given strings. */
export interface ShapeOnNeck {
  readonly places: readonly Place[];
  /** 0 in root position, 1 with the third lowest, and so on. */
  readonly inversion: number;
}

/**
 * The notes from the thickest string to the thinnest, counted on from the lowest: triads as close as
 * they can be; chords of four notes with the second highest an octave lower, as no hand holds them
 * close.
 */
const CLOSE: readonly number[] = [0, 1, 2];
const SECOND_DROPPED: readonly number[] = [0, 2, 3, 5];

/** Frets that one hand covers. */
const SPAN = 4;

/**
 * Where a chord lies on the same strings, all along the neck: every inversion in turn, each note on
 * its own string, close enough for one hand.
 * @param strings As many as the chord has notes, any order.
 */
export function shapesAlongNeck(
  { root, quality }: Chord,
  strings: readonly number[],
  neck: Neck,
): readonly ShapeOnNeck[] {
  const tones: readonly number[] = CHORD_TONES[quality];
  if (tones.length !== strings.length || tones.length < 3 || tones.length > 4) return [];
  const ordered = [...strings].sort((a, b) => b - a);
  const shapes: ShapeOnNeck[] = [];
  for (let inversion = 0; inversion < tones.length; inversion++) {
    for (let start = 0; ; start++) {
      const places = placesFrom(start, inversion, tones, chromaOf(root), ordered, neck);
      if (places === undefined) break;
      if (places.length > 0) shapes.push({ places, inversion });
    }
  }
  return shapes.sort((a, b) => a.places[0]!.fret - b.places[0]!.fret);
}

/** From the `start`th place of the lowest note on; empty where it cannot be held, undefined past the neck. */
function placesFrom(
  start: number,
  inversion: number,
  tones: readonly number[],
  root: number,
  strings: readonly number[],
  neck: Neck,
): readonly Place[] | undefined {
  const first = strings[0]!;
  const open = neck.openMidi[first - 1]!;
  const lowest = (((root + tones[inversion]! - open) % 12) + 12) % 12;
  const firstFret = lowest + 12 * start;
  if (firstFret > lastFretOf(neck, first)) return undefined;
  let height = open + firstFret;
  const places: Place[] = [{ string: first, fret: fret(firstFret) }];
  const order = tones.length === 4 ? SECOND_DROPPED : CLOSE;
  for (let index = 1; index < tones.length; index++) {
    const chroma = (root + tones[(inversion + order[index]!) % tones.length]!) % 12;
    height += (((chroma - height) % 12) + 12) % 12 || 12;
    const string = strings[index]!;
    const at = height - neck.openMidi[string - 1]!;
    if (at < 0 || at > lastFretOf(neck, string)) return [];
    places.push({ string, fret: fret(at) });
  }
  const frets = places.map((place) => place.fret as number).filter((at) => at > 0);
  return Math.max(...frets, 0) - Math.min(...frets, 36) > SPAN ? [] : places;
}
