import { answer, problem } from "@/server/http";
import { MAX_RACK } from "@/server/instrument-repository";
import { ourRack, readInstrumentSave } from "@/server/studio-api";

export function GET(): Promise<Response> {
  return answer(async () => Response.json(await (await ourRack()).list()));
}

export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const save = await readInstrumentSave(request);
    if (!save.ok) return save.response;
    const created = await (await ourRack()).create(save.value.instrument);
    if (created) return Response.json(created, { status: 201 });
    return problem(409, { code: "rack-full", message: `a rack holds ${MAX_RACK} instruments` });
  });
}
