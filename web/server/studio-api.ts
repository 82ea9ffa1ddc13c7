import {
  ownProfilesSchema,
  placeStyleSchema,
  readInstrument,
} from "@intonazione/core/formats/json";
import type { Instrument } from "@intonazione/core/instrument";
import type { PlaceStyle } from "@intonazione/core/neck";
import { z } from "zod";
import type { StudioAccess } from "./requests/with-studio";
import { problem, readBody, refuse, type Incoming } from "./requests/http";
import { InstrumentRepository, type RackInstrument } from "./instrument-repository";
import type { Studio, StudioProfiles } from "./studio-repository";

const MAX_BODY_BYTES = 100_000;

export function rackOf({ db, studio }: StudioAccess): InstrumentRepository {
  return new InstrumentRepository(db, studio.id);
}

/** The studio with what stands in its rack. */
export interface StudioContents {
  readonly studio: Studio;
  readonly rack: readonly RackInstrument[];
}

export async function contentsOf(access: StudioAccess): Promise<StudioContents> {
  return { studio: access.studio, rack: await rackOf(access).list() };
}

const saveSchema = z.object({ instrument: z.unknown(), baseVersion: z.int().min(1) });

export interface InstrumentSave {
  readonly instrument: Instrument;
  readonly baseVersion: number;
}

export async function readInstrumentSave(request: Request): Promise<Incoming<InstrumentSave>> {
  const what = "{ instrument, baseVersion }";
  const body = await readBody(request, saveSchema, { what, maxBytes: MAX_BODY_BYTES });
  if (!body.ok) return body;
  const instrument = readInstrument(body.value.instrument);
  if (!instrument.ok) {
    const message = instrument.error[0]?.message ?? "the instrument cannot be read";
    return refuse(422, { code: "instrument-wrong", message, findings: instrument.error });
  }
  const { baseVersion } = body.value;
  return { ok: true, value: { instrument: instrument.value, baseVersion } };
}

export async function readStyle(request: Request): Promise<Incoming<PlaceStyle>> {
  const what = "{ style: { stringSchool, fretsFrom } }";
  const body = await readBody(request, z.object({ style: placeStyleSchema }), {
    what,
    maxBytes: MAX_BODY_BYTES,
  });
  return body.ok ? { ok: true, value: body.value.style } : body;
}

export async function readProfiles(request: Request): Promise<Incoming<StudioProfiles>> {
  const schema = z.object({ profiles: ownProfilesSchema, baseVersion: z.int().min(1) });
  const what = "{ profiles, baseVersion }";
  const body = await readBody(request, schema, { what, maxBytes: MAX_BODY_BYTES });
  if (!body.ok) return body;
  return { ok: true, value: { version: body.value.baseVersion, list: body.value.profiles } };
}

export const noInstrument = () =>
  problem(404, { code: "instrument-missing", message: "this studio has no such instrument" });
