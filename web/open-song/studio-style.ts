import { placeStyleSchema } from "@intonazione/core/formats/json";
import { USUAL_STYLE, type PlaceStyle } from "@intonazione/core/neck";
import { remembered } from "./state/remembered";

const styleMemory = remembered("intonazione-studio-style", placeStyleSchema, USUAL_STYLE);

/**
 * How the studio writes places: as the server says, which is kept here; while it is away, as it last
 * said. Call-outs in the making were typed in that style and would be misread in another.
 */
export function studioStyle(said: PlaceStyle | undefined): PlaceStyle {
  if (!said) return styleMemory.read();
  styleMemory.write(said);
  return said;
}
