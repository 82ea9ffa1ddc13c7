import type { Finding } from "../../foundation/finding";
import { err, ok, type Result } from "../../foundation/result";
import { checkInstrument } from "../../instrument/check-instrument";
import type { Instrument } from "../../instrument/instrument";
import type { DocumentFormat } from "./document";
import { fieldFindings } from "./field-findings";
import { instrumentSchema } from "./schema";

/**
 * An instrument of the rack as it is stored. Instruments came with schema 2 of the songs and count on
 * from there: there is none of schema 1.
 */
export const INSTRUMENT_FORMAT: DocumentFormat<Instrument> = {
  name: "instrument",
  format: "intonazione-instrument",
  schema: 2,
  migrate: (plain) => plain,
  read: readInstrument,
};

/** Checks an instrument that arrives from outside: its shape, and what is possible on one. */
function readInstrument(value: unknown): Result<Instrument, readonly Finding[]> {
  const parsed = instrumentSchema.safeParse(value);
  if (!parsed.success) return err(fieldFindings(parsed.error, "instrument"));
  const findings = checkInstrument(parsed.data);
  return findings.length > 0 ? err(findings) : ok(parsed.data);
}
