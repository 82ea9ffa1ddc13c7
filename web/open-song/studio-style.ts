import { placeStyleSchema } from "@intonazione/core/formats/json";
import { USUAL_STYLE, type PlaceStyle } from "@intonazione/core/neck";

const KEY = "intonazione-studio-style";

/**
 * How the studio writes places: as the server says, which is kept here; while it is away, as it last
 * said. Call-outs in the making were typed in that style and would be misread in another.
 */
export function studioStyle(said: PlaceStyle | undefined): PlaceStyle {
  if (said) {
    try {
      localStorage.setItem(KEY, JSON.stringify(said));
    } catch {
      // A full or forbidden store: the usual style stands in for it next time.
    }
    return said;
  }
  try {
    const kept = placeStyleSchema.safeParse(JSON.parse(localStorage.getItem(KEY) ?? "{}"));
    return kept.success ? kept.data : USUAL_STYLE;
  } catch {
    return USUAL_STYLE;
  }
}
