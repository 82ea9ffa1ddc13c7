import { readHandout } from "@/server/handout-api";
import { onPaper } from "@/server/jobs/paper";
import { answer, problem } from "@/server/requests/http";

const TYPES = { svg: "image/svg+xml", png: "image/png" } as const;

export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const asked = await readHandout(request);
    if (!asked.ok) return asked.response;
    const { song, options, picture } = asked.value;
    const { kind, phraseId } = picture ?? {};
    if (!kind) {
      return problem(400, { code: "body-wrong", message: "expected { song, options, picture }" });
    }
    if (phraseId !== undefined && !song.phrases.some(({ id }) => id === phraseId)) {
      return problem(400, { code: "phrase-missing", message: "the song has no such phrase" });
    }
    const drawn = await onPaper("picture", { song, options, phraseId, as: kind }, request);
    const content = typeof drawn === "string" ? drawn : Uint8Array.from(drawn);
    return new Response(content, {
      headers: { "Content-Type": TYPES[kind], "Cache-Control": "no-store" },
    });
  });
}
