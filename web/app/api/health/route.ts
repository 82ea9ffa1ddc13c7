export const dynamic = "force-dynamic";

/** Answers as soon as pages can be served. */
export function GET(): Response {
  return Response.json({ ok: true });
}
