import type { Neck, PlaceNames, PlaceStyle } from "@intonazione/core/neck";
import type { Key } from "@intonazione/core/pitch";
import type { Part, Song } from "@intonazione/core/score";
import { neckOfPart, placeNames, shiftOf } from "@/open-song/derived";
import type { Lanes } from "./lanes";
import type { BarBox } from "@intonazione/core/strip";

/** What all bars of a part share; one object for as long as none of it changes. */
export interface PartFacts {
  readonly neck: Neck;
  readonly names: PlaceNames;
  readonly key: Key;
  /** Semitones from the shape's name to what sounds. */
  readonly shift: number;
  readonly isBass: boolean;
}

const known = new WeakMap<Part, { readonly key: Key; readonly facts: PartFacts }>();

/** The same object for as long as part, key and the names of places stay. */
export function factsOfPart(
  part: Part,
  { key, style }: Pick<Song, "key" | "style">,
  studio: PlaceStyle,
): PartFacts {
  const names = placeNames(part, { style }, studio);
  const last = known.get(part);
  if (last?.key === key && last.facts.names === names) return last.facts;
  const isBass = part.instrument.kind === "bass";
  const facts = { neck: neckOfPart(part), names, key, shift: shiftOf(part), isBass };
  known.set(part, { key, facts });
  return facts;
}

export interface BarProps {
  readonly box: BarBox;
  readonly number: number;
  readonly lanes: Lanes;
  /** Whether lines behind the figures show how long they sound. */
  readonly hasLengths: boolean;
  readonly facts: PartFacts;
  readonly isLast: boolean;
  /** Left out where the same bar stands right above. */
  readonly isNumbered?: boolean;
  /** The bar before, where it stands in this strip; its last figures are where links come from. */
  readonly before?: BarBox | undefined;
  /** By event: `down`, `up`, plucking fingers, or `-`; behind it `!` where the teacher said so. */
  readonly strokes: string;
  /** A finger of each note in its order, `-` for open strings; empty while the lane is hidden. */
  readonly fingers: string;
  /** What the bar was said as, and whether it is so still; empty where it stands for itself. */
  readonly saidAs: string;
  /** Set when the cursor is in this bar. */
  readonly eventId: string | undefined;
  readonly noteId: string | undefined;
  /** The string that keys write on, where they do and the cursor is in this bar. */
  readonly string: number | undefined;
  /** Ids of the selected events of this bar, with blanks between. */
  readonly chosen: string;
  /** Ids of the events of this bar that Check has something to say of, with blanks between. */
  readonly found: string;
  readonly onSelect: (eventId: string, noteId?: string) => void;
}
