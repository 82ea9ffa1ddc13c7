import { z } from "zod";
import { MAX_FRETS } from "../../instrument/instrument";
import { MAX_STRINGS } from "../../instrument/tuning";
import { MAX_PARTIAL } from "../../neck/harmonic";
import type { Fret } from "../../neck/neck";
import { CHORD_TONES, type ChordQuality } from "../../pitch/chord";
import { fraction } from "../../rhythm/fraction";
import { MAX_EVENTS_IN_BAR, type Bar } from "../../score/bar";
import { BAR_COURSES, BEND_COURSES, LINK_KINDS, PLUCKS } from "../../score/technique";

/** The shape of bars and what stands in them. */

export const id = z.string().min(1).max(64);
export const name = z.string().trim().min(1).max(200);
const words = z.string().min(1).max(500);
const steps = ["C", "D", "E", "F", "G", "A", "B"] as const;

export const pitchClass = z.object({
  step: z.enum(steps),
  alter: z.union([z.literal(-2), z.literal(-1), z.literal(0), z.literal(1), z.literal(2)]),
});
export const pitch = pitchClass.extend({
  octave: z.int().min(-1).max(9),
  cents: z.int().min(-99).max(99).exactOptional(),
});
export const chord = z.object({
  root: pitchClass,
  quality: z.enum(Object.keys(CHORD_TONES) as [ChordQuality, ...ChordQuality[]]),
  bass: pitchClass.exactOptional(),
});

const fractionFrom = (least: number) =>
  z
    .object({ num: z.int().min(least).max(1_000_000), den: z.int().min(1).max(1_000_000) })
    .refine(({ num, den }) => num <= 16 * den, "a duration is at most 16 whole notes")
    .transform(({ num, den }) => fraction(num, den));
export const exact = fractionFrom(1);
export const exactFromZero = fractionFrom(0);

export const metre = z.object({
  beats: z.int().min(1).max(32),
  unit: z.literal([1, 2, 4, 8, 16, 32]),
});

const fretNumber = z
  .int()
  .min(0)
  .max(MAX_FRETS)
  .transform((value) => value as Fret);
export const stringNumber = z.int().min(1).max(MAX_STRINGS);
const finger = z.literal([0, 1, 2, 3, 4]);
const place = z.object({
  string: stringNumber,
  fret: fretNumber,
  finger: finger.exactOptional(),
});
const stroke = z.enum(["down", "up"]);
const wholeSteps = z.int().min(50).max(600).multipleOf(50);

const technique = z.discriminatedUnion("kind", [
  z.object({ kind: z.enum(LINK_KINDS) }),
  z.object({ kind: z.literal("slide-in"), from: z.enum(["below", "above"]) }),
  z.object({ kind: z.literal("slide-out"), to: z.enum(["below", "above"]) }),
  z.object({
    kind: z.literal("bend"),
    cents: wholeSteps,
    course: z.enum(BEND_COURSES),
    to: place.exactOptional(),
  }),
  z.object({ kind: z.literal("vibrato"), width: z.enum(["narrow", "wide"]) }),
  z.object({ kind: z.literal("trill"), semitones: z.int().min(1).max(12) }),
  z.object({ kind: z.literal("natural-harmonic") }),
  z.object({ kind: z.literal("pinched-harmonic"), partial: z.int().min(2).max(MAX_PARTIAL) }),
  z.object({ kind: z.literal("let-ring") }),
  z.object({ kind: z.literal("ghost") }),
  z.object({ kind: z.literal("fret-hand-mute") }),
  z.object({ kind: z.literal("slide-bar") }),
]);

const eventTechnique = z.discriminatedUnion("kind", [
  z.object({ kind: z.enum(["palm-mute", "staccato", "accent"]) }),
  z.object({ kind: z.enum(["rake", "arpeggio"]), stroke }),
  z.object({ kind: z.literal("tremolo"), value: exact.exactOptional() }),
  z.object({ kind: z.literal("tremolo-bar"), cents: wholeSteps, course: z.enum(BAR_COURSES) }),
]);

const pluck = z.enum(PLUCKS).exactOptional();
const note = z.discriminatedUnion("kind", [
  z.object({
    kind: z.literal("pitched"),
    id,
    pitch,
    place: place.exactOptional(),
    pinned: z.boolean(),
    reason: words.exactOptional(),
    notOn: z.array(stringNumber).min(1).max(MAX_STRINGS).exactOptional(),
    finger: z.literal([0, 1, 2, 3, 4, "T"]).exactOptional(),
    pluck,
    techniques: z.array(technique).max(12),
  }),
  z.object({ kind: z.literal("dead"), id, string: stringNumber, pluck }),
]);

/** No talk lasts longer than a day. */
const MAX_TALK_MS = 86_400_000;

const anyEvent = {
  id,
  duration: exact,
  lengthUnknown: z.literal(true).exactOptional(),
  fermata: z.literal(true).exactOptional(),
  lyric: words.exactOptional(),
  note: words.exactOptional(),
  spokenMs: z.int().min(0).max(MAX_TALK_MS).exactOptional(),
};
const event = z.discriminatedUnion("kind", [
  z.object({
    kind: z.literal("notes"),
    ...anyEvent,
    notes: z.array(note).min(1).max(MAX_STRINGS),
    techniques: z.array(eventTechnique).max(8),
    stroke: stroke.exactOptional(),
    grace: z.enum(["before", "on-beat"]).exactOptional(),
  }),
  z.object({ kind: z.literal("rest"), ...anyEvent }),
  z.object({ kind: z.literal("hit"), ...anyEvent, sound: z.enum(["body", "scrape"]) }),
]);

const events = z.array(event).max(MAX_EVENTS_IN_BAR);
export const bar = z.object({ events, voiceTwo: events.exactOptional() }) satisfies z.ZodType<Bar>;
