import { answer } from "@/server/http";
import { ourSongs, readSave } from "@/server/song-api";

export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const save = await readSave(request);
    if (!save.ok) return save.response;
    return Response.json(await (await ourSongs()).create(save.value.song), { status: 201 });
  });
}
