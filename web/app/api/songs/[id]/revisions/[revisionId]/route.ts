import { answer, idSchema, revisionIdSchema } from "@/server/http";
import { notHere, ourRevisions, piecesAnswer, readRevisionMark } from "@/server/songs/song-api";

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
export function GET(_request: Request, context: Context): Promise<Response> {
  return answer(async () => {
    const at = await addressOf(context);
    const text = at && (await (await ourRevisions()).text(at.songId, at.revisionId));
    return text ? piecesAnswer(text) : notHere();
  });
}

/** Gives it a name, or says that it was brought back: either keeps it from being thinned out. */
export function PATCH(request: Request, context: Context): Promise<Response> {
  return answer(async () => {
    const at = await addressOf(context);
    if (!at) return notHere();
    const mark = await readRevisionMark(request);
    if (!mark.ok) return mark.response;
    const isMarked = await (await ourRevisions()).mark(at.songId, at.revisionId, mark.value);
    return isMarked ? Response.json({}) : notHere();
  });
}
