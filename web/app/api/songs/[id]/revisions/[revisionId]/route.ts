import { answer, idSchema, revisionIdSchema } from "@/server/http";
import { notHere, ourSongs } from "@/server/song-api";

interface Context {
  readonly params: Promise<{ id: string; revisionId: string }>;
}

/** One earlier version of a song, whole. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const { id, revisionId } = await params;
    const song = idSchema.safeParse(id);
    const revision = revisionIdSchema.safeParse(revisionId);
    if (!song.success || !revision.success) return notHere();
    const found = await (await ourSongs()).revision(song.data, revision.data);
    return found ? Response.json({ song: found }) : notHere();
  });
}
