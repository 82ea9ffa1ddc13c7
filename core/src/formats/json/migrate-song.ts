import { STANDARD_REFERENCE_HZ } from "../../pitch/frequency";

type Plain = Readonly<Record<string, unknown>>;

/** What each schema version became; index 0 leads from version 1 to 2. */
const STEPS: readonly ((song: Plain) => Plain)[] = [
  fromVersion1,
  fromVersion2,
  fromVersion3,
  fromVersion4,
  fromVersion5,
  fromVersion6,
  fromVersion7,
  fromVersion8,
  fromVersion9,
];

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
  return {
    ...song,
    referenceHz: STANDARD_REFERENCE_HZ,
    style: stringSchool === undefined ? {} : { stringSchool },
    parts: each(song["parts"] ?? [], (part) => {
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

/** Version 3: techniques of whole events, courses of bends, marks of bars, form, other versions. */
function fromVersion2(song: Plain): Plain {
  return {
    ...song,
    feel: { kind: "straight" },
    form: [],
    parts: each(song["parts"], (part) => ({ ...part, picking: "by-grid" })),
    phrases: each(song["phrases"], (phrase) => ({ ...phrase, marks: [] })),
    lines: each(song["lines"], (line) => ({
      ...line,
      others: [],
      bars: each(line["bars"], (bar) => ({
        ...bar,
        events: each(bar["events"], eventFromVersion2),
      })),
    })),
  };
}

function eventFromVersion2({ palmMuted, ...event }: Plain): Plain {
  if (event["kind"] !== "notes") return event;
  return {
    ...event,
    techniques: palmMuted === true ? [{ kind: "palm-mute" }] : [],
    notes: each(event["notes"], (note) => {
      if (note["kind"] !== "pitched") return note;
      return { ...note, techniques: each(note["techniques"], techniqueFromVersion2) };
    }),
  };
}

function techniqueFromVersion2(technique: Plain): Plain {
  if (technique["kind"] === "bend") return { ...technique, course: "bend" };
  return technique["kind"] === "vibrato" ? { ...technique, width: "narrow" } : technique;
}

/** Version 4: wishes of lines, strings that a note is not to lie on, placing profiles; all of them optional. */
function fromVersion3(song: Plain): Plain {
  return song;
}

/** Version 5: chord symbols to the thirteenth, and findings that were accepted; both of them more than before. */
function fromVersion4(song: Plain): Plain {
  return song;
}

/** Version 6: the second voice of a bar is called what musicians call it. */
function fromVersion5(song: Plain): Plain {
  const barsFromVersion5 = (bars: unknown) =>
    each(bars, ({ under, ...bar }) => (under === undefined ? bar : { ...bar, voiceTwo: under }));
  return {
    ...song,
    lines: each(song["lines"], (line) => ({
      ...line,
      bars: barsFromVersion5(line["bars"]),
      others: each(line["others"], (other) => ({
        ...other,
        bars: barsFromVersion5(other["bars"]),
      })),
    })),
  };
}

/** Version 7: lines whose places nobody has taken yet; an optional mark. */
function fromVersion6(song: Plain): Plain {
  return song;
}

/** Version 8: events whose length nobody said; an optional mark. */
function fromVersion7(song: Plain): Plain {
  return song;
}

/** Version 9: when an event is spoken of in a talk; an optional mark. */
function fromVersion8(song: Plain): Plain {
  return song;
}

/** Version 10: bars that were said as others; optional. */
function fromVersion9(song: Plain): Plain {
  return song;
}

/** What is no list, or no object in a list, stays for the schema to complain about. */
function each(list: unknown, change: (item: Plain) => Plain): unknown {
  if (!Array.isArray(list)) return list;
  return (list as unknown[]).map((item) => (isPlain(item) ? change(item) : item));
}

function isPlain(value: unknown): value is Plain {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}
