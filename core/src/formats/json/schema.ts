import { z } from "zod";
import { MAX_CAPO, MAX_FRETS } from "../../instrument/instrument";
import { MAX_STRINGS, MIN_STRINGS } from "../../instrument/tuning";
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

const instrument = z.object({
  name,
  kind: z.enum(["guitar", "baritone", "bass"]),
  tuning: z.array(pitch).min(MIN_STRINGS).max(MAX_STRINGS),
  frets: z.int().min(1).max(MAX_FRETS),
  scaleLengthMm: z.number().min(200).max(1500),
});

const detailsSchema = z.object({
  title: name,
  tempoBpm: z.number().min(20).max(400),
  metre: z.object({
    beats: z.int().min(1).max(32),
    unit: z.literal([1, 2, 4, 8, 16, 32]),
  }),
  key: z.object({ tonic: pitchClass, mode: z.enum(["major", "minor"]) }),
  stringSchool: z.enum(["nominal", "actual", "number"]),
  note: z.string().max(2000).exactOptional(),
});

export const songSchema = detailsSchema.extend({
  parts: z
    .array(z.object({ id, name, instrument, capo: z.int().min(0).max(MAX_CAPO) }))
    .min(1)
    .max(32),
  phrases: z.array(z.object({ id, name })).max(500),
  lines: z.array(z.object({ phraseId: id, partId: id, bars: z.array(bar).max(2000) })).max(16_000),
}) satisfies z.ZodType<Song>;
