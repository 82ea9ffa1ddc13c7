import { withStudio } from "@/server/requests/with-studio";
import { readNewSong, songsOf } from "@/server/songs/song-api";

export function POST(request: Request): Promise<Response> {
  return withStudio(request, readNewSong, async (access, song) =>
    Response.json(await songsOf(access).create(song), { status: 201 }),
  );
}
