import { onPaper, type HandoutKind, type PaperWork } from "../jobs/paper";
import { answer, problem, readBytes } from "../requests/http";
import type { Made } from "./read-handout";

const MAX_BODY_BYTES = 25_000_000;

/** What comes of a wish that was granted. */
type MadeOf<Kind extends HandoutKind> =
  PaperWork[Kind]["makes"] extends Made<infer Value> ? Value : never;

/** Answers a wish for paper: a thread reads what came in, checks it, and makes it. */
export function handoutAnswer<Kind extends HandoutKind>(
  request: Request,
  kind: Kind,
  give: (made: MadeOf<Kind>) => Response,
): Promise<Response> {
  return answer(request, async () => {
    const body = await readBytes(request, MAX_BODY_BYTES);
    if (!body.ok) return body.response;
    const given = { body: body.value, now: new Date() };
    const made = (await onPaper(kind, given, request)) as Made<MadeOf<Kind>>;
    return made.ok ? give(made.value) : problem(made.status, made.problem);
  });
}

/** A file that is made anew each time. */
export function fileAnswer(content: string | Uint8Array, type: string): Response {
  return new Response(typeof content === "string" ? content : Uint8Array.from(content), {
    headers: { "Content-Type": type, "Cache-Control": "no-store" },
  });
}
