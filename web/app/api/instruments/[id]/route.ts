import { idSchema, problem } from "@/server/requests/http";
import { withStudio } from "@/server/requests/with-studio";
import { noInstrument, rackOf, readInstrumentSave } from "@/server/studio-api";

interface Context {
  readonly params: Promise<{ id: string }>;
}

export function PUT(request: Request, { params }: Context): Promise<Response> {
  return withStudio(request, readInstrumentSave, async (access, { instrument, baseVersion }) => {
    const id = idSchema.safeParse((await params).id);
    if (!id.success) return noInstrument();
    const outcome = await rackOf(access).save(id.data, instrument, baseVersion);
    switch (outcome.kind) {
      case "saved":
        return Response.json({ version: outcome.version });
      case "missing":
        return noInstrument();
      case "stale":
        return problem(409, {
          code: "stale-version",
          message: `${outcome.current.instrument.name} was changed in another window: reload the rack to see it`,
        });
    }
  });
}

export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return withStudio(request, async (access) => {
    const id = idSchema.safeParse((await params).id);
    const isRemoved = id.success && (await rackOf(access).remove(id.data));
    return isRemoved ? new Response(null, { status: 204 }) : noInstrument();
  });
}
