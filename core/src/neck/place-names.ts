import type { Capo } from "../instrument/capo";
import { openOffsetsOf } from "../instrument/capo";
import { familyOf, type Instrument } from "../instrument/instrument";
import { STRING_SCHOOLS, stringNames, type StringSchool } from "../instrument/string-names";
import type { Place } from "./neck";

/** Where written fret numbers start: at the capo, as most tablature has it, or at the nut. */
export const FRET_COUNTS = ["capo", "nut"] as const;
export type FretsFrom = (typeof FRET_COUNTS)[number];

/** How places are written and said. A studio has its way, a song may differ. */
export interface PlaceStyle {
  readonly stringSchool: StringSchool;
  readonly fretsFrom: FretsFrom;
}

export const USUAL_STYLE: PlaceStyle = { stringSchool: "nominal", fretsFrom: "capo" };

/** The names of the strings of one set-up and what is added to a fret to write it; index 0 is string 1. */
export interface PlaceNames {
  readonly strings: readonly string[];
  /** The names in every school, the one in use first. */
  readonly schools: readonly (readonly string[])[];
  readonly fretOffsets: readonly number[];
}

export function placeNamesOf(
  { instrument, capo }: { readonly instrument: Instrument; readonly capo: Capo },
  { stringSchool, fretsFrom }: PlaceStyle,
): PlaceNames {
  const { tuning } = instrument;
  const openOffsets = openOffsetsOf(capo, tuning.length);
  const inOrder = [stringSchool, ...STRING_SCHOOLS.filter((school) => school !== stringSchool)];
  const schools = inOrder.map((school) => stringNames(tuning, familyOf(instrument), school));
  return {
    strings: schools[0]!,
    schools,
    fretOffsets: fretsFrom === "nut" ? openOffsets : openOffsets.map(() => 0),
  };
}

/** The number that is written for a place. `parseFret` is the way back. */
export function formatFret({ string, fret }: Omit<Place, "finger">, names: PlaceNames): number {
  return fret + (names.fretOffsets[string - 1] ?? 0);
}

/** What a written number means on a string: the fret as places count it; negative behind the capo. */
export function parseFret(string: number, written: number, names: PlaceNames): number {
  return written - (names.fretOffsets[string - 1] ?? 0);
}
