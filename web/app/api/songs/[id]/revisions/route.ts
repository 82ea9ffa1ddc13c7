import { answer, idSchema } from "@/server/http";
import { notHere, ourSongs } from "@/server/song-api";

interface Context {
  readonly params: Promise<{ id: string }>;
}

/** What was saved of a song, newest first, without its documents. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const id = idSchema.safeParse((await params).id);
    const revisions = id.success ? await (await ourSongs()).revisions(id.data) : undefined;
    return revisions ? Response.json({ revisions }) : notHere();
  });
}
