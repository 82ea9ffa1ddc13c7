import { barIndex } from "../../foundation/bar-index";
import { z } from "zod";
import {
  INSTRUMENT_KINDS,
  MAX_ACTION_MM,
  MAX_CAPO,
  MAX_FRETS,
  MAX_SCALE_MM,
  MIN_SCALE_MM,
  type Instrument,
} from "../../instrument/instrument";
import { MAX_GAUGE_INCH, MIN_GAUGE_INCH, STRING_MAKES } from "../../instrument/string-set";
import { STRING_SCHOOLS } from "../../instrument/string-names";
import { MAX_STRINGS, MIN_STRINGS } from "../../instrument/tuning";
import { FRET_COUNTS, type PlaceStyle } from "../../neck/place-names";
import { MAX_REFERENCE_HZ, MIN_REFERENCE_HZ } from "../../pitch/frequency";
import { MAX_TEMPO_BPM, MIN_TEMPO_BPM } from "../../rhythm/tempo";
import { MAX_BARS, type Bar } from "../../score/bar";
import { MAX_PASSES } from "../../score/form";
import { PICKING_SCHOOLS } from "../../score/picking";
import { MAX_ACCEPTED, MAX_PARTS, MAX_PHRASES, type Line, type Song } from "../../score/song";
import { remembered } from "./remembered";
import {
  bar,
  chord,
  exact,
  exactFromZero,
  id,
  metre,
  name,
  pitch,
  pitchClass,
  stringNumber,
} from "./score-schema";

/** The shape of a song document. What it means is checked in `check-song.ts`. */

const lengthMm = z.number().min(MIN_SCALE_MM).max(MAX_SCALE_MM);
const gauge = z.object({
  gaugeInch: z.number().min(MIN_GAUGE_INCH).max(MAX_GAUGE_INCH),
  make: z.enum(STRING_MAKES),
});

/** The shape of an instrument; what it means is checked by `checkInstrument`. */
export const instrumentSchema = z.object({
  name,
  kind: z.enum(INSTRUMENT_KINDS),
  tuning: z.array(pitch).min(MIN_STRINGS).max(MAX_STRINGS),
  frets: z.int().min(1).max(MAX_FRETS),
  bodyFret: z.int().min(1).max(MAX_FRETS).exactOptional(),
  scaleLengthMm: z.union([lengthMm, z.array(lengthMm).min(MIN_STRINGS).max(MAX_STRINGS)]),
  handed: z.enum(["right", "left"]),
  strings: z.object({ name, gauges: z.array(gauge).max(MAX_STRINGS) }).exactOptional(),
  actionMm: z.number().min(0).max(MAX_ACTION_MM).exactOptional(),
}) satisfies z.ZodType<Instrument>;

const capo = z.object({
  fret: z.int().min(0).max(MAX_CAPO),
  strings: z.array(stringNumber).min(1).max(MAX_STRINGS).exactOptional(),
});

const stringSchool = z.enum(STRING_SCHOOLS);
const fretsFrom = z.enum(FRET_COUNTS);
export const placeStyleSchema = z.object({
  stringSchool,
  fretsFrom,
}) satisfies z.ZodType<PlaceStyle>;

const tempoBpm = z.number().min(MIN_TEMPO_BPM).max(MAX_TEMPO_BPM);
const ratio = exact.refine(
  ({ num, den }) => num >= den && num <= 4 * den,
  "long to short must be 1–4",
);

const detailsSchema = z.object({
  title: name,
  tempoBpm,
  metre,
  feel: z.discriminatedUnion("kind", [
    z.object({ kind: z.literal("straight") }),
    z.object({ kind: z.enum(["swing", "shuffle"]), unit: z.literal([8, 16]), ratio }),
  ]),
  key: z.object({ tonic: pitchClass, mode: z.enum(["major", "minor"]) }),
  referenceHz: z.number().min(MIN_REFERENCE_HZ).max(MAX_REFERENCE_HZ),
  style: z.object({
    stringSchool: stringSchool.exactOptional(),
    fretsFrom: fretsFrom.exactOptional(),
  }),
  note: z.string().max(2000).exactOptional(),
});

const barOfLine = z
  .int()
  .min(0)
  .max(MAX_BARS - 1)
  .transform((index) => barIndex(index));
const barMark = z.object({
  bar: barOfLine,
  metre: metre.exactOptional(),
  tempoBpm: tempoBpm.exactOptional(),
  from: exact.exactOptional(),
  chords: z
    .array(z.object({ at: exactFromZero, chord: chord.exactOptional() }))
    .max(64)
    .exactOptional(),
});

const repeated = {
  times: z.int().min(1).max(64),
  endings: z
    .array(z.object({ passes: z.array(z.int().min(1).max(64)).min(1).max(64), phraseId: id }))
    .max(64),
};
const section = z.object({
  id,
  name,
  ...repeated,
  items: z
    .array(
      z.object({ phraseId: id, ...repeated, over: z.array(chord).min(1).max(64).exactOptional() }),
    )
    .max(MAX_PASSES),
});

const fretNumber = z.int().min(0).max(MAX_FRETS);
const relation = z.object({
  bar: barOfLine,
  of: barOfLine,
  frets: z.int().min(-MAX_FRETS).max(MAX_FRETS),
  but: z.object({ from: exactFromZero, length: exactFromZero }).exactOptional(),
});
const versionOf = (barSchema: z.ZodType<Bar>) => ({
  label: name.exactOptional(),
  reason: z.string().max(500).exactOptional(),
  bars: z.array(barSchema).max(MAX_BARS),
  wishes: z
    .object({
      around: fretNumber.exactOptional(),
      position: fretNumber.exactOptional(),
      withoutStrings: z.array(stringNumber).max(MAX_STRINGS).exactOptional(),
    })
    .exactOptional(),
  isSuggested: z.literal(true).exactOptional(),
  relations: z.array(relation).max(MAX_BARS).exactOptional(),
});

const lineShape = (barSchema: z.ZodType<Bar>) => {
  const version = versionOf(barSchema);
  return z.object({
    phraseId: id,
    partId: id,
    ...version,
    others: z.array(z.object(version)).max(20),
  });
};

const songShape = (line: z.ZodType<Line>) =>
  detailsSchema.extend({
    parts: z
      .array(
        z.object({
          id,
          name,
          instrument: instrumentSchema,
          capo,
          picking: z.enum(PICKING_SCHOOLS),
          tone: z.string().max(2000).exactOptional(),
          profile: id.exactOptional(),
        }),
      )
      .min(1)
      .max(MAX_PARTS),
    phrases: z
      .array(z.object({ id, name, marks: z.array(barMark).max(MAX_BARS) }))
      .max(MAX_PHRASES),
    form: z.array(section).max(MAX_PASSES),
    lines: z.array(line).max(16_000),
    accepted: z
      .array(z.object({ finding: z.string().max(300), reason: z.string().max(500) }))
      .max(MAX_ACCEPTED)
      .exactOptional(),
  }) satisfies z.ZodType<Song>;

/** The shape of a song as it is published. */
export const songSchema = songShape(lineShape(bar));

/**
 * The same for reading: of a line or bar that was read before (the very same object) it knows what
 * came of it, so that one bar changed among hundreds is read alone.
 */
export const readingSchema = songShape(remembered(lineShape(remembered(bar))));
