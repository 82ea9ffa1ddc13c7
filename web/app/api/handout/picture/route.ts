import { stripPng, stripSvg } from "@intonazione/press";
import { readHandout } from "@/server/handout-api";
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
    const content =
      kind === "svg"
        ? stripSvg(song, phraseId, options)
        : Uint8Array.from(await stripPng(song, phraseId, options));
    return new Response(content, {
      headers: { "Content-Type": TYPES[kind], "Cache-Control": "no-store" },
    });
  });
}
