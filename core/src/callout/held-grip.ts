import { parseFret } from "../neck/place-names";
import { parseChord, type Chord } from "../pitch/chord";
import type { CalloutContext } from "./context";
import { gripsOfChord } from "./grips-of";
import type { Scanner } from "./scanner";

/** The frets of a grip by string, as places count them. */
export type Grip = ReadonlyMap<number, number>;

/**
 * What `hold[` holds: `x32010:`, thick string first and as many signs as there are strings, or `C:`
 * for the usual shape of that name.
 * @returns undefined after a slip, which is reported.
 */
export function readHeldGrip(
  scanner: Scanner,
  context: CalloutContext,
  start: number,
): Grip | undefined {
  const said = scanner.take(/\s*([^\s:\][]+):(?=[\s\]]|$)/uy)?.[1] ?? "";
  const grip = gripOfSigns(said.toLowerCase(), context) ?? gripNamed(said, context);
  if (grip) return grip;
  const count = context.names.strings.length;
  const message = `expected a grip of ${count} signs or a chord with a usual shape, and a colon, like hold[x32010: A G]`;
  scanner.report("grip-unknown", start, message);
  return undefined;
}

/** The first grip that a chord means as a shape; undefined where these strings have none. */
export function gripOfShape(shape: Chord, context: CalloutContext): Grip | undefined {
  const [signs] = gripsOfChord(shape, context);
  return signs === undefined ? undefined : gripOf(signs, context, Number);
}

function gripNamed(name: string, context: CalloutContext): Grip | undefined {
  const chord = parseChord(name);
  return chord.ok ? gripOfShape(chord.value, context) : undefined;
}

function gripOfSigns(signs: string, context: CalloutContext): Grip | undefined {
  const { names } = context;
  if (signs.length !== names.strings.length || !/^[x\d]+$/u.test(signs)) return undefined;
  return gripOf(signs, context, (sign, string) => parseFret(string, Number(sign), names));
}

/** Without the strings that are not played, and those on which the capo lies above the fret. */
function gripOf(
  signs: string,
  { names }: CalloutContext,
  fretOf: (sign: string, string: number) => number,
): Grip {
  const count = names.strings.length;
  return new Map(
    [...signs].flatMap((sign, index): readonly (readonly [number, number])[] => {
      const string = count - index;
      const fret = sign === "x" ? -1 : fretOf(sign, string);
      return fret < 0 ? [] : [[string, fret]];
    }),
  );
}
