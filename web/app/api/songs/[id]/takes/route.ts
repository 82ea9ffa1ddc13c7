import { missing } from "@/server/documents/document-api";
import { idSchema } from "@/server/requests/http";
import { withStudio } from "@/server/requests/with-studio";
import { SONGS } from "@/server/songs/song-kind";
import { takesOfSong } from "@/server/takes/takes-of-song";

interface AtSong {
  readonly params: Promise<{ readonly id: string }>;
}

/** `POST /api/songs/:id/takes`: says which document holds the song's takes, and makes it if need be. */
export function POST(request: Request, { params }: AtSong): Promise<Response> {
  return withStudio(request, async (access) => {
    const songId = idSchema.safeParse((await params).id);
    const id = songId.success ? await takesOfSong(access, songId.data) : undefined;
    return id === undefined ? missing(SONGS) : Response.json({ id });
  });
}
