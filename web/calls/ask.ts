// The small form: this is loaded with the shelf, before anything else.
import * as z from "zod/mini";

const problemSchema = z.object({ code: z.optional(z.string()), message: z.string() });

const TIMEOUT_MS = 15_000;

/** Asks our own server. @returns undefined when nobody answered in time. */
export async function ask(
  path: string,
  method: string,
  body?: unknown,
  timeoutMs = TIMEOUT_MS,
): Promise<Response | undefined> {
  const json = { headers: { "Content-Type": "application/json" }, body: JSON.stringify(body) };
  const signal = AbortSignal.timeout(timeoutMs);
  return fetch(path, { method, signal, ...(body !== undefined && json) }).catch(() => undefined);
}

export const AWAY_PROBLEM =
  "The server or its database does not answer. Nothing is lost: leave this page open and try again.";

/** Neither server nor database can do anything about it just now; one that is busy says when it can. */
export const isAway = (response: Response | undefined): response is undefined =>
  !response || (response.status >= 500 && !response.headers.has("Retry-After"));

/** What went wrong, worded for the teacher, with its code where the answer has one. */
export async function problemIn(
  response: Response,
): Promise<{ readonly code: string | undefined; readonly message: string }> {
  const problem = problemSchema.safeParse(await response.json().catch(() => undefined));
  return problem.success
    ? { code: problem.data.code, message: problem.data.message }
    : { code: undefined, message: `the server answered ${response.status}` };
}
