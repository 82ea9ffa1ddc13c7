import { problem } from "@/server/requests/http";
import { withStudio } from "@/server/requests/with-studio";
import { MAX_RACK } from "@/server/instrument-repository";
import { rackOf, readInstrumentSave } from "@/server/studio-api";

export function GET(request: Request): Promise<Response> {
  return withStudio(request, async (access) => Response.json(await rackOf(access).list()));
}

export function POST(request: Request): Promise<Response> {
  return withStudio(request, readInstrumentSave, async (access, { instrument }) => {
    const created = await rackOf(access).create(instrument);
    if (created) return Response.json(created, { status: 201 });
    return problem(409, { code: "rack-full", message: `a rack holds ${MAX_RACK} instruments` });
  });
}
