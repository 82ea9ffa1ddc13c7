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
import type { Fret } from "../../neck/neck";
import { fraction } from "../../rhythm/fraction";
import type { Song } from "../../score/song";

/** The shape of a song document. What it means is checked in `check-song.ts`. */

const id = z.string().min(1).max(64);
const name = z.string().trim().min(1).max(200);
const steps = ["C", "D", "E", "F", "G", "A", "B"] as const;

const pitchClass = z.object({
  step: z.enum(steps),
  alter: z.union([z.literal(-2), z.literal(-1), z.literal(0), z.literal(1), z.literal(2)]),
});
const pitch = pitchClass.extend({
  octave: z.int().min(-1).max(9),
  cents: z.int().min(-99).max(99).exactOptional(),
});

const exact = z
  .object({ num: z.int().min(1).max(1_000_000), den: z.int().min(1).max(1_000_000) })
  .refine(({ num, den }) => num <= 16 * den, "a duration is at most 16 whole notes")
  .transform(({ num, den }) => fraction(num, den));

const fretNumber = z
  .int()
  .min(0)
  .max(MAX_FRETS)
  .transform((value) => value as Fret);
const stringNumber = z.int().min(1).max(MAX_STRINGS);
const finger = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3), z.literal(4)]);
const place = z.object({
  string: stringNumber,
  fret: fretNumber,
  finger: finger.exactOptional(),
});

const technique = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("hammer-on") }),
  z.object({ kind: z.literal("pull-off") }),
  z.object({ kind: z.literal("slide") }),
  z.object({ kind: z.literal("bend"), cents: z.int().min(50).max(600).multipleOf(50) }),
  z.object({ kind: z.literal("vibrato") }),
]);

const note = z.discriminatedUnion("kind", [
  z.object({
    kind: z.literal("pitched"),
    id,
    pitch,
    place: place.exactOptional(),
    pinned: z.boolean(),
    reason: z.string().max(500).exactOptional(),
    techniques: z.array(technique).max(8),
  }),
  z.object({ kind: z.literal("dead"), id, string: stringNumber }),
]);

const event = z.discriminatedUnion("kind", [
  z.object({
    kind: z.literal("notes"),
    id,
    duration: exact,
    notes: z.array(note).min(1).max(MAX_STRINGS),
    palmMuted: z.boolean(),
  }),
  z.object({ kind: z.literal("rest"), id, duration: exact }),
]);

const bar = z.object({ events: z.array(event).max(512) });

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

const detailsSchema = z.object({
  title: name,
  tempoBpm: z.number().min(20).max(400),
  metre: z.object({
    beats: z.int().min(1).max(32),
    unit: z.literal([1, 2, 4, 8, 16, 32]),
  }),
  key: z.object({ tonic: pitchClass, mode: z.enum(["major", "minor"]) }),
  referenceHz: z.number().min(MIN_REFERENCE_HZ).max(MAX_REFERENCE_HZ),
  style: z.object({
    stringSchool: stringSchool.exactOptional(),
    fretsFrom: fretsFrom.exactOptional(),
  }),
  note: z.string().max(2000).exactOptional(),
});

export const songSchema = detailsSchema.extend({
  parts: z
    .array(z.object({ id, name, instrument: instrumentSchema, capo }))
    .min(1)
    .max(32),
  phrases: z.array(z.object({ id, name })).max(500),
  lines: z.array(z.object({ phraseId: id, partId: id, bars: z.array(bar).max(2000) })).max(16_000),
}) satisfies z.ZodType<Song>;
