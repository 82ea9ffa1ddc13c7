import { TAKES_FORMAT } from "@intonazione/core/formats/json";
import { assetsOfTakes, type Takes } from "@intonazione/core/takes";
import type { DocumentKind } from "../documents/document-kind";

/** The takes of a song: one document a song, which goes with it. */
export const TAKES: DocumentKind<Takes> = {
  format: TAKES_FORMAT,
  maxBytes: 5_000_000,
  assetsOf: assetsOfTakes,
};
