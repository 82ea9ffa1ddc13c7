import { z } from "zod";
import type { Finding } from "../../foundation/finding";
import { err, ok, type Result } from "../../foundation/result";
import { checkInstrument } from "../../instrument/check-instrument";
import type { Instrument } from "../../instrument/instrument";
import { fieldFindings } from "./field-findings";
import { instrumentSchema } from "./schema";

/** Instruments came with schema 2 of the songs; they count on from there. */
const INSTRUMENT_SCHEMA_VERSION = 2;
const FORMAT = "intonazione-instrument";

/** An instrument of the rack as it is stored. */
export interface InstrumentDocument {
  readonly format: typeof FORMAT;
  readonly schema: number;
  readonly instrument: unknown;
}

export function instrumentDocumentOf(instrument: Instrument): InstrumentDocument {
  return { format: FORMAT, schema: INSTRUMENT_SCHEMA_VERSION, instrument };
}

/** Reads a stored instrument of this schema version. */
export function readInstrumentDocument(value: unknown): Result<Instrument, readonly Finding[]> {
  const envelope = z
    .object({
      format: z.literal(FORMAT),
      schema: z.literal(INSTRUMENT_SCHEMA_VERSION),
      instrument: z.unknown(),
    })
    .safeParse(value);
  return envelope.success
    ? readInstrument(envelope.data.instrument)
    : err(fieldFindings(envelope.error, "instrument"));
}

/** Checks an instrument that arrives from outside: its shape, and what is possible on one. */
export function readInstrument(value: unknown): Result<Instrument, readonly Finding[]> {
  const parsed = instrumentSchema.safeParse(value);
  if (!parsed.success) return err(fieldFindings(parsed.error, "instrument"));
  const findings = checkInstrument(parsed.data);
  return findings.length > 0 ? err(findings) : ok(parsed.data);
}
