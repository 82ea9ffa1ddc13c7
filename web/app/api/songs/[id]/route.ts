import { answer, idSchema, problem } from "@/server/http";
import { notHere, ourSongs, readSave } from "@/server/song-api";

interface Context {
  readonly params: Promise<{ id: string }>;
}

export function GET(_request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const id = idSchema.safeParse((await params).id);
    const stored = id.success ? await (await ourSongs()).find(id.data) : undefined;
    return stored ? Response.json(stored) : notHere();
  });
}

export function PUT(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const id = idSchema.safeParse((await params).id);
    if (!id.success) return notHere();
    const save = await readSave(request);
    if (!save.ok) return save.response;
    const outcome = await (await ourSongs()).save(id.data, save.value.song, save.value.baseVersion);
    switch (outcome.kind) {
      case "saved":
        return Response.json({ version: outcome.version, savedAt: outcome.savedAt });
      case "missing":
        return notHere();
      case "stale":
        return problem(409, {
          code: "stale-version",
          message: `this song was saved as version ${outcome.current.version} in the meantime; yours was kept aside`,
        });
    }
  });
}
