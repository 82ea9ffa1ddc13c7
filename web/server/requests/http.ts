import { z } from "zod";
import { Busy, Cancelled } from "../../jobs/outcome";
import { isUnreachable } from "../database";
import { foreignProblem, hostAsked } from "./own-pages";
import { parsedJson } from "./parsed-json";
import type { Problem } from "./problem";

/** What all routes and the page agree on. */

export const idSchema = z.uuid();
/** Revisions are counted by the database. */
export const revisionIdSchema = z.string().regex(/^\d{1,18}$/u);

export function problem(status: number, body: Problem): Response {
  return Response.json(body, { status });
}

/**
 * Answers somebody at a page of ours, and nobody else. A database that is down becomes a 503 that the
 * page can wait out.
 */
export async function answer(request: Request, handle: () => Promise<Response>): Promise<Response> {
  const foreign = foreignProblem(request.headers, hostAsked(request.headers, request.url));
  if (foreign) return problem(403, foreign);
  try {
    return await handle();
  } catch (error) {
    if (error instanceof Busy) {
      const busy = problem(503, { code: "busy", message: error.message });
      busy.headers.set("Retry-After", String(error.seconds));
      return busy;
    }
    // Nobody reads this answer.
    if (error instanceof Cancelled) return new Response(null, { status: 499 });
    if (isUnreachable(error)) {
      return problem(503, {
        code: "database-unreachable",
        message:
          "the database does not answer: your work is kept in this browser and saved when it is back",
      });
    }
    console.error(error);
    return problem(500, { code: "server-failed", message: "the server failed; nothing was saved" });
  }
}

/** What came in, or the answer that refuses it. */
export type Incoming<Value> =
  | { readonly ok: true; readonly value: Value }
  | { readonly ok: false; readonly response: Response };

export function refuse(status: number, body: Problem): Incoming<never> {
  return { ok: false, response: problem(status, body) };
}

/** Something to be saved arrives, and not without measure. */
export async function readBody<Value>(
  request: Request,
  schema: z.ZodType<Value>,
  { what, maxBytes }: { readonly what: string; readonly maxBytes: number },
): Promise<Incoming<Value>> {
  const bytes = await readBytes(request, maxBytes);
  if (!bytes.ok) return bytes;
  const parsed = schema.safeParse(parsedJson(bytes.value));
  return parsed.success
    ? { ok: true, value: parsed.data }
    : refuse(400, { code: "body-wrong", message: `expected ${what}` });
}

/**
 * The bytes of a body. They are counted while they come in: what the sender says of their number is
 * not believed, and no more than `maxBytes` is ever held.
 */
export async function readBytes(
  request: Request,
  maxBytes: number,
): Promise<Incoming<Uint8Array<ArrayBuffer>>> {
  const chunks: Uint8Array[] = [];
  let length = 0;
  const reader = request.body?.getReader();
  for (;;) {
    const next = await reader?.read().catch(() => "broken" as const);
    if (next === "broken") {
      return refuse(400, { code: "body-broken", message: "the body broke off" });
    }
    if (!next?.value) break;
    length += next.value.length;
    if (length > maxBytes) {
      await reader?.cancel().catch(() => undefined);
      return refuse(413, {
        code: "too-long",
        message: `a body may have ${maxBytes.toLocaleString("en")} bytes`,
      });
    }
    chunks.push(next.value);
  }
  return { ok: true, value: Buffer.concat(chunks) };
}
