import { answer } from "@/server/http";
import { changed, ourPage, readChange, readShelfQuery } from "@/server/shelf/shelf-api";

export const dynamic = "force-dynamic";

/** A page of the cards that are asked for. */
export function GET(request: Request): Promise<Response> {
  return answer(async () => {
    const asked = Object.fromEntries(new URL(request.url).searchParams);
    return Response.json(await ourPage(readShelfQuery(asked)));
  });
}

/** State, copies, titles, the bin: of one song or of several. */
export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const change = await readChange(request);
    return change.ok ? changed(change.value) : change.response;
  });
}
