import { idSchema, revisionIdSchema } from "@/server/requests/http";
import { withStudio } from "@/server/requests/with-studio";
import { notHere, revisionsOf } from "@/server/songs/song-api";

interface Context {
  readonly params: Promise<{ id: string }>;
}

/** What was saved of a song, newest first, a page of it, without its documents. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return withStudio(request, async (access) => {
    const id = idSchema.safeParse((await params).id);
    const before = revisionIdSchema.safeParse(new URL(request.url).searchParams.get("before"));
    const revisions = id.success
      ? await revisionsOf(access).list(id.data, before.success ? before.data : undefined)
      : undefined;
    return revisions ? Response.json({ revisions }) : notHere();
  });
}
