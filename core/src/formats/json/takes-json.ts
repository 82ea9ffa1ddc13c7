import { z } from "zod";
import type { Finding } from "../../foundation/finding";
import { err, ok, type Result } from "../../foundation/result";
import { HEARD_SIDES } from "../../listening/hear-only";
import {
  MARK_KINDS,
  MAX_SHIFT_CENTS,
  MAX_TAKE_SECONDS,
  TAKE_KINDS,
  type Take,
  type Takes,
} from "../../takes/take";
import { LEAST_BEAT_SECONDS, type TakeMap } from "../../takes/take-map";
import type { DocumentFormat } from "./document";
import { fieldFindings } from "./field-findings";
import { id, name } from "./score-schema";

const MAX_TAKES = 200;
const MAX_LOOPS = 1000;
const MAX_MARKS = 5000;
const MAX_STILLS = 1000;
/** A beat every quarter of a second for four hours. */
const MAX_BEATS = 60_000;
const MAX_BYTES = 2 ** 40;
/** What rounding may take from the least time between two beats. */
const SLACK = 1e-6;

const words = z.string().max(2000);
const moment = z.number().min(0).max(MAX_TAKE_SECONDS);
const hash = z.string().regex(/^[0-9a-f]{64}$/u, "an asset is named by its SHA-256");
const cents = z.number().min(-MAX_SHIFT_CENTS).max(MAX_SHIFT_CENTS);
const share = z.number().min(0).max(1);
const hertz = z.number().min(10).max(24_000);
const speed = z.number().min(0.25).max(2);

const everyIdOnce = (items: readonly { readonly id: string }[]) =>
  new Set(items.map((item) => item.id)).size === items.length;

const mapSchema = z
  .object({
    beats: z
      .array(
        z
          .number()
          .min(-MAX_TAKE_SECONDS)
          .max(2 * MAX_TAKE_SECONDS),
      )
      .min(2)
      .max(MAX_BEATS),
    one: z
      .int()
      .min(-MAX_BEATS)
      .max(2 * MAX_BEATS),
    pinned: z.array(z.int().min(0)).max(MAX_BEATS),
  })
  .refine(
    ({ beats }) =>
      beats.every((beat, at) => at === 0 || beat - beats[at - 1]! >= LEAST_BEAT_SECONDS - SLACK),
    "every beat is later than the one before",
  )
  .refine(
    ({ beats, pinned }) =>
      pinned.every((pin, at) => pin < beats.length && (at === 0 || pin > pinned[at - 1]!)),
    "pinned beats are there, in their order",
  ) satisfies z.ZodType<TakeMap>;

const loopSchema = z
  .object({
    id,
    name,
    from: moment,
    to: moment,
    phraseId: id.exactOptional(),
    speed: z.object({
      start: speed,
      step: z.number().min(0).max(1),
      everyRounds: z.int().min(1).max(100),
      to: speed,
    }),
    cents,
    hearing: z.object({
      side: z.enum(HEARD_SIDES),
      aboveHz: hertz.exactOptional(),
      belowHz: hertz.exactOptional(),
      withoutStrikes: z.boolean(),
      octaveUp: z.boolean(),
    }),
  })
  .refine(({ from, to }) => from < to, "a loop ends behind its start");

const takeSchema = z.object({
  id,
  name,
  kind: z.enum(TAKE_KINDS),
  source: words,
  remarks: words,
  recording: z.object({
    asset: hash.exactOptional(),
    bytes: z.int().min(1).max(MAX_BYTES),
    type: z.string().max(100),
    seconds: z.number().positive().max(MAX_TAKE_SECONDS),
    channels: z.int().min(1).max(32),
    hasPicture: z.boolean(),
  }),
  reference: z.object({ cents: z.number().min(-50).max(50), sure: share }).exactOptional(),
  playedCents: cents,
  map: mapSchema.exactOptional(),
  loops: z.array(loopSchema).max(MAX_LOOPS).refine(everyIdOnce, "every loop has an id of its own"),
  marks: z
    .array(z.object({ id, seconds: moment, kind: z.enum(MARK_KINDS), words }))
    .max(MAX_MARKS)
    .refine(everyIdOnce, "every mark has an id of its own"),
  stills: z
    .array(
      z.object({
        id,
        seconds: moment,
        asset: hash.exactOptional(),
        words,
        eventId: id.exactOptional(),
      }),
    )
    .max(MAX_STILLS)
    .refine(everyIdOnce, "every still has an id of its own"),
  crop: z
    .object({ left: share, top: share, width: share, height: share })
    .refine(({ width, height }) => width > 0 && height > 0, "a crop shows something")
    .exactOptional(),
}) satisfies z.ZodType<Take>;

const takesSchema = z
  .array(takeSchema)
  .max(MAX_TAKES)
  .refine(everyIdOnce, "every take has an id of its own");

/** The takes of a song as they are stored: one document a song. */
export const TAKES_FORMAT: DocumentFormat<Takes> = {
  name: "takes",
  format: "intonazione-takes",
  schema: 1,
  migrate: (plain) => plain,
  read: readTakes,
};

function readTakes(value: unknown): Result<Takes, readonly Finding[]> {
  const parsed = takesSchema.safeParse(value);
  return parsed.success ? ok(parsed.data) : err(fieldFindings(parsed.error, "takes"));
}
