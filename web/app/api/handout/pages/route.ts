import { readHandout } from "@/server/handout-api";
import { onPaper } from "@/server/jobs/paper";
import { answer } from "@/server/requests/http";

/** How many pages are shown before they are printed; the file has them all. */
const MOST_SHOWN = 60;

export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const asked = await readHandout(request);
    if (!asked.ok) return asked.response;
    const { song, options } = asked.value;
    return Response.json(await onPaper("pages", { song, options, most: MOST_SHOWN }, request));
  });
}
