import { INSTRUMENT_FORMAT, PROFILES_FORMAT } from "@intonazione/core/formats/json";
import type { Instrument } from "@intonazione/core/instrument";
import type { OwnProfile } from "@intonazione/core/placement";
import type { DocumentKind } from "./documents/document-kind";

/** The documents that a studio has beside its songs. */

const MAX_BODY_BYTES = 100_000;
/** More than any studio owns; a bound for the page, not for the wall. */
export const MAX_RACK = 500;

/** The instruments of the rack. */
export const INSTRUMENTS: DocumentKind<Instrument> = {
  format: INSTRUMENT_FORMAT,
  maxBytes: MAX_BODY_BYTES,
  most: { count: MAX_RACK, words: `a rack holds ${MAX_RACK} instruments` },
};

/** The placing profiles of a studio: one document, which bears the studio's id. */
export const PROFILES: DocumentKind<readonly OwnProfile[]> = {
  format: PROFILES_FORMAT,
  maxBytes: MAX_BODY_BYTES,
};
