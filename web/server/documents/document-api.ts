import type { DocumentText } from "@intonazione/core/formats/json";
import type { Finding } from "@intonazione/core/foundation";
import { z } from "zod";
import { problem, readBody, type Incoming } from "../requests/http";
import type { DocumentKind } from "./document-kind";
import type { DocumentSave, SaveOutcome } from "./document-save";
import type { RevisionMark } from "./revisions";
import type { StoredDocument } from "./stored-documents";

const MAX_MARK_BYTES = 10_000;

/** What a document can be at all; its kind says the rest. */
const plainValue = z.union([z.looseObject({}), z.array(z.unknown())]);

function wrong<Value>({ format }: DocumentKind<Value>, findings: readonly Finding[]): Response {
  const message = findings[0]?.message ?? `the ${format.name} cannot be read`;
  return problem(422, { code: `${format.name}-wrong`, message, findings });
}

/** Reads and checks the body that makes a document. */
export async function readNew<Value>(
  kind: DocumentKind<Value>,
  request: Request,
): Promise<Incoming<Value>> {
  const schema = z.object({ value: plainValue });
  const body = await readBody(request, schema, { what: "{ value }", maxBytes: kind.maxBytes });
  if (!body.ok) return body;
  const read = kind.format.read(body.value.value);
  return read.ok ? read : { ok: false, response: wrong(kind, read.error) };
}

const baseVersion = z.int().min(1);
const saveSchema: z.ZodType<DocumentSave> = z.union([
  z.object({
    baseVersion,
    difference: z.looseObject({}),
    fingerprint: z.int().min(0).max(0xffff_ffff),
  }),
  z.object({ baseVersion, value: plainValue }),
]);

/** Reads the body of a save; the value in it is checked against what is stored, by the repository. */
export function readSave<Value>(
  { maxBytes }: DocumentKind<Value>,
  request: Request,
): Promise<Incoming<DocumentSave>> {
  const what = "{ baseVersion, difference, fingerprint } or { baseVersion, value }";
  return readBody(request, saveSchema, { what, maxBytes });
}

/** How a save went, as the page hears it. */
export function savedAnswer<Value>(kind: DocumentKind<Value>, outcome: SaveOutcome): Response {
  const { name } = kind.format;
  switch (outcome.kind) {
    case "saved":
      return Response.json({ version: outcome.version, savedAt: outcome.savedAt });
    case "missing":
      return missing(kind);
    case "stale":
      return problem(409, {
        code: "stale-version",
        message: `this ${name} was saved as version ${outcome.version} in the meantime; yours was kept aside`,
      });
    case "whole-wanted":
      return problem(422, {
        code: "whole-wanted",
        message: `what changed does not fit what is stored here: the whole ${name} is needed`,
      });
    case "wrong":
      return wrong(kind, outcome.findings);
  }
}

/** A stored document as it is kept: its texts are JSON already, and are sent on as they are. */
export function storedAnswer({ id, version, savedAt, ...text }: StoredDocument): Response {
  return piecesAnswer(text, { id, version, savedAt });
}

/** @param head What is said beside the document. */
export function piecesAnswer({ whole, changes }: DocumentText, head: object = {}): Response {
  const said = JSON.stringify(head).slice(1, -1);
  const body = `{${said}${said && ","}"whole":${whole},"changes":[${changes.join()}]}`;
  return new Response(body, {
    // Packing a long song takes longer than sending it as it is.
    headers: { "Content-Type": "application/json", "Cache-Control": "no-store, no-transform" },
  });
}

export async function readRevisionMark(request: Request): Promise<Incoming<RevisionMark>> {
  const schema = z.object({
    name: z.string().trim().max(200).optional(),
    isRestored: z.literal(true).optional(),
  });
  return readBody(request, schema, { what: "{ name, isRestored }", maxBytes: MAX_MARK_BYTES });
}

export function missing<Value>({ format: { name } }: DocumentKind<Value>): Response {
  return problem(404, { code: `${name}-missing`, message: `this studio has no such ${name}` });
}
