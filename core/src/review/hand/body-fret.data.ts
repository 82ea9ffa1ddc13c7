import type { InstrumentKind } from "../../instrument/instrument";

/** Where necks usually meet the body, of instruments whose body is in the way. */
export const USUAL_BODY_FRET: Readonly<Partial<Record<InstrumentKind, number>>> = {
  acoustic: 14,
  classical: 12,
};
