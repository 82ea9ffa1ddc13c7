import { withStudio } from "@/server/requests/with-studio";
import { changed, readChange, readShelfQuery, shelfOf } from "@/server/shelf/shelf-api";

export const dynamic = "force-dynamic";

/** A page of the cards that are asked for. */
export function GET(request: Request): Promise<Response> {
  return withStudio(request, async (access) => {
    const asked = Object.fromEntries(new URL(request.url).searchParams);
    return Response.json(await shelfOf(access).page(readShelfQuery(asked)));
  });
}

/** State, copies, titles, the bin: of one song or of several. */
export function POST(request: Request): Promise<Response> {
  return withStudio(request, readChange, changed);
}
