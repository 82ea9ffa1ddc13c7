import { readInstrument } from "@intonazione/core/formats/json";
import type { Instrument } from "@intonazione/core/instrument";
import type { PlaceStyle } from "@intonazione/core/neck";
import type { OwnProfile } from "@intonazione/core/placement";
import { z } from "zod";
import { ask, AWAY_PROBLEM, isAway, messageOf } from "./ask";

/** An instrument of the studio's rack, under its id and version there. */
export interface InRack {
  readonly id: string;
  readonly version: number;
  readonly instrument: Instrument;
}

export type Answer<Value> =
  | { readonly ok: true; readonly value: Value }
  /** `isAway`: nobody answered, and trying again may help. */
  | { readonly ok: false; readonly problem: string; readonly isAway: boolean };

const createdSchema = z.object({ id: z.uuid(), version: z.int(), instrument: z.unknown() });
const versionSchema = z.object({ version: z.int() });

async function settle<Value>(
  response: Response | undefined,
  read: (body: unknown) => Value | undefined,
): Promise<Answer<Value>> {
  if (isAway(response)) return { ok: false, problem: AWAY_PROBLEM, isAway: true };
  if (!response.ok) return { ok: false, problem: await messageOf(response), isAway: false };
  const body: unknown = response.status === 204 ? undefined : await response.json().catch(() => {});
  const value = read(body);
  return value === undefined
    ? { ok: false, problem: "the server's answer cannot be read", isAway: false }
    : { ok: true, value };
}

export async function addToRack(instrument: Instrument): Promise<Answer<InRack>> {
  const response = await ask("/api/instruments", "POST", { instrument, baseVersion: 1 });
  return settle(response, (body) => {
    const created = createdSchema.safeParse(body);
    const own = created.success ? readInstrument(created.data.instrument) : undefined;
    return created.success && own?.ok ? { ...created.data, instrument: own.value } : undefined;
  });
}

/** Saves over the version it was made from only. */
export async function saveInRack(
  { id, version }: Pick<InRack, "id" | "version">,
  instrument: Instrument,
): Promise<Answer<InRack>> {
  const response = await ask(`/api/instruments/${id}`, "PUT", { instrument, baseVersion: version });
  return settle(response, (body) => {
    const saved = versionSchema.safeParse(body);
    return saved.success ? { id, version: saved.data.version, instrument } : undefined;
  });
}

export async function removeFromRack({ id }: Pick<InRack, "id">): Promise<Answer<true>> {
  return settle(await ask(`/api/instruments/${id}`, "DELETE"), () => true as const);
}

export async function saveStyle(style: PlaceStyle): Promise<Answer<true>> {
  return settle(await ask("/api/studio", "PUT", { style }), () => true as const);
}

/** Saves the studio's placing profiles over the version they were made from. @returns the new version. */
export async function saveProfiles(
  profiles: readonly OwnProfile[],
  baseVersion: number,
): Promise<Answer<number>> {
  const response = await ask("/api/studio/profiles", "PUT", { profiles, baseVersion });
  return settle(response, (body) => {
    const saved = versionSchema.safeParse(body);
    return saved.success ? saved.data.version : undefined;
  });
}
