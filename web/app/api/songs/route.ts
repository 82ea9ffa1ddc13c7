import { answer } from "@/server/http";
import { ourSongs, readNewSong } from "@/server/songs/song-api";

export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const song = await readNewSong(request);
    if (!song.ok) return song.response;
    return Response.json(await (await ourSongs()).create(song.value), { status: 201 });
  });
}
