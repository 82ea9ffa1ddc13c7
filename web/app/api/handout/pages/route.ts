import { handoutPages, pageSvg } from "@intonazione/press";
import { readHandout } from "@/server/handout-api";
import { answer } from "@/server/requests/http";

/** How many pages are shown before they are printed; the file has them all. */
const MOST_SHOWN = 60;

export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const asked = await readHandout(request);
    if (!asked.ok) return asked.response;
    const pages = handoutPages(asked.value.song, asked.value.options);
    return Response.json({ count: pages.length, pages: pages.slice(0, MOST_SHOWN).map(pageSvg) });
  });
}
