import type { Instrument } from "@intonazione/core/instrument";
import type { PlaceStyle } from "@intonazione/core/neck";
import { answered, type Answer } from "./answer";
import { ask } from "./ask";

/** An instrument of the studio's rack, under its id and version there. */
export interface InRack {
  readonly id: string;
  readonly version: number;
  readonly value: Instrument;
}

export async function saveStyle(style: PlaceStyle): Promise<Answer<true>> {
  return answered(await ask("/api/studio", "PUT", { style }), () => true as const);
}
