import { z } from "zod";
import type { Finding } from "../../foundation/finding";
import { err, ok, type Result } from "../../foundation/result";
import { HAND_SIZES } from "../../placement/player-hand";
import { CONCERNS, MAX_FACTOR, MAX_OWN_PROFILES, type OwnProfile } from "../../placement/profiles";
import type { DocumentFormat } from "./document";
import { fieldFindings } from "./field-findings";
import { id, name } from "./score-schema";

const factor = z.number().min(0).max(MAX_FACTOR);

const ownProfileSchema = z.object({
  id,
  name,
  base: id,
  factors: z.partialRecord(z.enum(CONCERNS), factor),
  player: z.object({ size: z.enum(HAND_SIZES), usesThumb: z.boolean() }),
}) satisfies z.ZodType<OwnProfile>;

/** A studio's own placing profiles, as they are stored and sent; every id once. */
export const ownProfilesSchema = z
  .array(ownProfileSchema)
  .max(MAX_OWN_PROFILES)
  .refine(
    (profiles) => new Set(profiles.map((one) => one.id)).size === profiles.length,
    "every profile has an id of its own",
  );

/** A studio's placing profiles as they are stored: one document a studio. */
export const PROFILES_FORMAT: DocumentFormat<readonly OwnProfile[]> = {
  name: "profiles",
  format: "intonazione-profiles",
  schema: 1,
  migrate: (plain) => plain,
  read: readProfiles,
};

function readProfiles(value: unknown): Result<readonly OwnProfile[], readonly Finding[]> {
  const parsed = ownProfilesSchema.safeParse(value);
  return parsed.success ? ok(parsed.data) : err(fieldFindings(parsed.error, "profiles"));
}
