import { calloutContext, type CalloutContext } from "@intonazione/core/callout";
import {
  neckOf,
  placeNamesOf,
  type Neck,
  type PlaceNames,
  type PlaceStyle,
} from "@intonazione/core/neck";
import { styleOf, type Part, type Song } from "@intonazione/core/score";
import { soundingShift } from "@intonazione/core/theory";

/** What follows from a part; computed once for each, since parts never change in place. */
const necks = new WeakMap<Part, Neck>();

export function neckOfPart(part: Part): Neck {
  let neck = necks.get(part);
  if (!neck) {
    neck = neckOf(part.instrument, part.capo);
    necks.set(part, neck);
  }
  return neck;
}

export function partAt(song: Song, partId: string): Part {
  return song.parts.find(({ id }) => id === partId) ?? song.parts[0]!;
}

/** The call-outs of a part, in the song's own style or else the studio's. */
export function contextOf(part: Part, song: Song, studio: PlaceStyle): CalloutContext {
  return calloutContext(part, song, styleOf(song, studio));
}

const namesOfParts = new WeakMap<Part, { readonly style: string; readonly names: PlaceNames }>();

/** How a part's places are called; the same object for as long as part and style stay. */
export function placeNames(part: Part, song: Pick<Song, "style">, studio: PlaceStyle): PlaceNames {
  const own = styleOf(song, studio);
  const style = `${own.stringSchool} ${own.fretsFrom}`;
  const known = namesOfParts.get(part);
  if (known?.style === style) return known.names;
  const names = placeNamesOf(part, own);
  namesOfParts.set(part, { style, names });
  return names;
}

export function shiftOf(part: Part): number {
  return soundingShift(part.instrument, part.capo);
}
