import { idSchema, revisionIdSchema } from "@/server/requests/http";
import { withStudio } from "@/server/requests/with-studio";
import { notHere, piecesAnswer, readRevisionMark, revisionsOf } from "@/server/songs/song-api";

interface Context {
  readonly params: Promise<{ id: string; revisionId: string }>;
}

async function addressOf({ params }: Context) {
  const { id, revisionId } = await params;
  const song = idSchema.safeParse(id);
  const revision = revisionIdSchema.safeParse(revisionId);
  return song.success && revision.success
    ? { songId: song.data, revisionId: revision.data }
    : undefined;
}

/** One earlier version of a song, as its stored texts. */
export function GET(request: Request, context: Context): Promise<Response> {
  return withStudio(request, async (access) => {
    const at = await addressOf(context);
    const text = at && (await revisionsOf(access).text(at.songId, at.revisionId));
    return text ? piecesAnswer(text) : notHere();
  });
}

/** Gives it a name, or says that it was brought back: either keeps it from being thinned out. */
export function PATCH(request: Request, context: Context): Promise<Response> {
  return withStudio(request, readRevisionMark, async (access, mark) => {
    const at = await addressOf(context);
    const isMarked = at && (await revisionsOf(access).mark(at.songId, at.revisionId, mark));
    return isMarked ? Response.json({}) : notHere();
  });
}
