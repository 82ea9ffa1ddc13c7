import { STANDARD_REFERENCE_HZ } from "../../pitch/frequency";

type Plain = Readonly<Record<string, unknown>>;

/** What each schema version became; index 0 leads from version 1 to 2. */
const STEPS: readonly ((song: Plain) => Plain)[] = [fromVersion1];

/**
 * Brings a stored song up to the shape of today. What is not shaped like a song stays as it is: the
 * schema says what is wrong with it.
 */
export function migrateSong(song: unknown, schema: number): unknown {
  if (!isPlain(song)) return song;
  return STEPS.slice(schema - 1).reduce((before, step) => step(before), song);
}

/** Version 2: instruments of the rack, partial capos, a reference pitch, the studio's own style. */
function fromVersion1({ stringSchool, ...song }: Plain): Plain {
  const parts = Array.isArray(song["parts"]) ? (song["parts"] as unknown[]) : [];
  return {
    ...song,
    referenceHz: STANDARD_REFERENCE_HZ,
    style: stringSchool === undefined ? {} : { stringSchool },
    parts: parts.map((part) => {
      if (!isPlain(part)) return part;
      const { instrument, capo } = part;
      return {
        ...part,
        instrument: isPlain(instrument) ? instrumentFromVersion1(instrument) : instrument,
        capo: { fret: capo },
      };
    }),
  };
}

function instrumentFromVersion1(instrument: Plain): Plain {
  const { name, kind } = instrument;
  const says = (word: RegExp) => typeof name === "string" && word.test(name);
  const guitar = says(/acoustic/iu)
    ? "acoustic"
    : says(/classical|nylon/iu)
      ? "classical"
      : "electric";
  return { ...instrument, kind: kind === "guitar" ? guitar : kind, handed: "right" };
}

function isPlain(value: unknown): value is Plain {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}
