import type { PlaceStyle } from "@intonazione/core/neck";

/** Whose everything is. */
export interface Studio {
  readonly id: string;
  readonly name: string;
  /** How places are written in songs that do not say otherwise. */
  readonly style: PlaceStyle;
}
