import { answer, idSchema } from "@/server/http";
import { notHere, ourSongs, readSave, savedAnswer, storedAnswer } from "@/server/songs/song-api";

interface Context {
  readonly params: Promise<{ id: string }>;
}

export function GET(_request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const id = idSchema.safeParse((await params).id);
    const stored = id.success ? await (await ourSongs()).find(id.data) : undefined;
    return stored ? storedAnswer(stored) : notHere();
  });
}

export function PUT(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const id = idSchema.safeParse((await params).id);
    if (!id.success) return notHere();
    const save = await readSave(request);
    return save.ok ? savedAnswer(id.data, save.value) : save.response;
  });
}
