import { idSchema } from "@/server/requests/http";
import { withStudio } from "@/server/requests/with-studio";
import { notHere, readSave, savedAnswer, songsOf, storedAnswer } from "@/server/songs/song-api";

interface Context {
  readonly params: Promise<{ id: string }>;
}

export function GET(request: Request, { params }: Context): Promise<Response> {
  return withStudio(request, async (access) => {
    const id = idSchema.safeParse((await params).id);
    const stored = id.success ? await songsOf(access).find(id.data) : undefined;
    return stored ? storedAnswer(stored) : notHere();
  });
}

export function PUT(request: Request, { params }: Context): Promise<Response> {
  return withStudio(request, readSave, async (access, save) => {
    const id = idSchema.safeParse((await params).id);
    return id.success ? savedAnswer(songsOf(access), id.data, save) : notHere();
  });
}
