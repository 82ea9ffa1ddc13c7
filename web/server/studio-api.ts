import { placeStyleSchema, readText } from "@intonazione/core/formats/json";
import type { Instrument } from "@intonazione/core/instrument";
import type { PlaceStyle } from "@intonazione/core/neck";
import type { OwnProfile } from "@intonazione/core/placement";
import { z } from "zod";
import {
  documentsOf,
  type DocumentRepository,
  type HeldDocument,
} from "./documents/document-repository";
import { readBody, type Incoming } from "./requests/http";
import type { StudioAccess } from "./requests/studio-access";
import { INSTRUMENTS, PROFILES } from "./studio-documents";
import type { Studio } from "./studio";

const MAX_BODY_BYTES = 10_000;

/** What the pages show of a studio beside its songs. */
export interface StudioContents {
  readonly studio: Studio;
  readonly rack: readonly HeldDocument<Instrument>[];
  readonly profiles: HeldDocument<readonly OwnProfile[]>;
}

export async function contentsOf(access: StudioAccess): Promise<StudioContents> {
  const { studio } = access;
  const rack = await documentsOf(INSTRUMENTS, access).list();
  return { studio, rack, profiles: await profilesIn(documentsOf(PROFILES, access), studio.id) };
}

/** A studio's profiles; none where they cannot be read any more, so that its songs still open. */
export async function profilesIn(
  documents: DocumentRepository<readonly OwnProfile[]>,
  studioId: string,
): Promise<HeldDocument<readonly OwnProfile[]>> {
  const stored = await documents.find(studioId);
  if (!stored) throw new Error("a studio has no document of profiles: start with npm start");
  const read = readText(PROFILES.format, stored);
  return { id: studioId, version: stored.version, value: read.ok ? read.value.value : [] };
}

export async function readStyle(request: Request): Promise<Incoming<PlaceStyle>> {
  const what = "{ style: { stringSchool, fretsFrom } }";
  const body = await readBody(request, z.object({ style: placeStyleSchema }), {
    what,
    maxBytes: MAX_BODY_BYTES,
  });
  return body.ok ? { ok: true, value: body.value.style } : body;
}
