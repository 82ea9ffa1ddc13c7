import { answer, idSchema, problem, refuseForeign } from "@/server/http";
import { noInstrument, ourRack, readInstrumentSave } from "@/server/studio-api";

interface Context {
  readonly params: Promise<{ id: string }>;
}

export function PUT(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const id = idSchema.safeParse((await params).id);
    if (!id.success) return noInstrument();
    const save = await readInstrumentSave(request);
    if (!save.ok) return save.response;
    const { instrument, baseVersion } = save.value;
    const outcome = await (await ourRack()).save(id.data, instrument, baseVersion);
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
  return answer(async () => {
    const foreign = refuseForeign(request);
    if (foreign && !foreign.ok) return foreign.response;
    const id = idSchema.safeParse((await params).id);
    const isRemoved = id.success && (await (await ourRack()).remove(id.data));
    return isRemoved ? new Response(null, { status: 204 }) : noInstrument();
  });
}
