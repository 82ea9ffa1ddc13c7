import { readHandout } from "@/server/handout-api";
import { onPaper } from "@/server/jobs/paper";
import { answer } from "@/server/requests/http";

export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const asked = await readHandout(request);
    if (!asked.ok) return asked.response;
    const { song, options } = asked.value;
    const pdf = await onPaper("pdf", { song, options, made: new Date() }, request);
    return new Response(Uint8Array.from(pdf), {
      headers: { "Content-Type": "application/pdf", "Cache-Control": "no-store" },
    });
  });
}
