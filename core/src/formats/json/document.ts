import { z } from "zod";
import { applyDifference } from "../../foundation/difference";
import type { Finding } from "../../foundation/finding";
import { err, ok, type Result } from "../../foundation/result";

/** How one kind of document is written and read: a song, an instrument of the rack, … */
export interface DocumentFormat<Value> {
  /** What one is called; the field of a document that holds its value. */
  readonly name: string;
  /** Says in a document whose it is. */
  readonly format: string;
  /** The shape of today, from 1; raised whenever the shape changes. */
  readonly schema: number;
  /** Brings a plain value of an earlier schema up to today's shape; leaves what it does not know. */
  readonly migrate: (plain: unknown, schema: number) => unknown;
  /** Checks a plain value of today's shape. */
  readonly read: (plain: unknown) => Result<Value, readonly Finding[]>;
}

/** A document as it is stored: a whole one, and the differences that came since, all JSON text. */
export interface DocumentText {
  readonly whole: string;
  readonly changes: readonly string[];
}

/** The same, parsed. */
export interface DocumentPieces {
  readonly whole: unknown;
  readonly changes: readonly unknown[];
}

/** What a document holds, with the plain value that differences are made from and applied to. */
export interface ReadDocument<Value> {
  readonly value: Value;
  /** As it was sent, brought up to today's shape; `value` is what it was read as. */
  readonly plain: unknown;
  /** Of the document that it was read from: only differences of that shape may follow it. */
  readonly schema: number;
}

/** A value in the shape that its document has, not checked yet. */
export type StandingPlain = Omit<ReadDocument<unknown>, "value">;

/**
 * `{ format, schema, [name]: plain }`, as it is stored and exchanged.
 * @param schema Of what shape `plain` is.
 */
export function documentOf<Value>(
  { name, format, schema: today }: DocumentFormat<Value>,
  plain: unknown,
  schema = today,
): Readonly<Record<string, unknown>> {
  return { format, schema, [name]: plain };
}

/** What a document says of its value, in the shape that it has. */
export function readEnvelope<Value>(
  { name, format, schema: today }: DocumentFormat<Value>,
  document: unknown,
): Result<StandingPlain, readonly Finding[]> {
  const envelope = z
    .looseObject({ format: z.literal(format), schema: z.int().min(1) })
    .safeParse(document);
  if (!envelope.success || !(name in envelope.data)) {
    return failure("not-ours", `this is no ${name} of ours: expected {"format": "${format}", …}`);
  }
  const { schema } = envelope.data;
  if (schema > today) {
    return failure(
      "schema-too-new",
      `this ${name} was written by a newer version (schema ${schema}, we know ${today}): update first`,
    );
  }
  return ok({ schema, plain: envelope.data[name] });
}

/** Reads a stored document of this or an earlier schema version. */
export function readDocument<Value>(
  format: DocumentFormat<Value>,
  document: unknown,
): Result<Value, readonly Finding[]> {
  const read = readPieces(format, { whole: document, changes: [] });
  return read.ok ? ok(read.value.value) : read;
}

/** {@link readPieces} of what is not parsed yet. */
export function readText<Value>(
  format: DocumentFormat<Value>,
  { whole, changes }: DocumentText,
): Result<ReadDocument<Value>, readonly Finding[]> {
  return readPieces(format, { whole: parsed(whole), changes: changes.map(parsed) });
}

/**
 * Puts a stored document together and reads it. Differences are those of the document's own schema:
 * what they lead to is brought up to today's shape, not what they begin from.
 */
export function readPieces<Value>(
  format: DocumentFormat<Value>,
  { whole, changes }: DocumentPieces,
): Result<ReadDocument<Value>, readonly Finding[]> {
  const envelope = readEnvelope(format, whole);
  if (!envelope.ok) return envelope;
  const { schema } = envelope.value;
  let stored = envelope.value.plain;
  for (const [index, change] of changes.entries()) {
    const applied = applyDifference(stored, change);
    if (!applied.ok) {
      return failure("change-does-not-fit", `change ${index + 1} does not fit: ${applied.error}`);
    }
    stored = applied.value;
  }
  const plain = format.migrate(stored, schema);
  const value = format.read(plain);
  return value.ok ? ok({ value: value.value, plain, schema }) : value;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

function failure(code: string, message: string): Result<never, readonly Finding[]> {
  return err([{ code, severity: "error", where: {}, message }]);
}
