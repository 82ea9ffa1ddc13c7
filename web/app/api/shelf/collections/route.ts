import { answer } from "@/server/http";
import { changedCollection, ourCollections, readCollectionChange } from "@/server/shelf/shelf-api";

export const dynamic = "force-dynamic";

export function GET(): Promise<Response> {
  return answer(async () => Response.json({ collections: await (await ourCollections()).list() }));
}

export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const change = await readCollectionChange(request);
    return change.ok ? changedCollection(change.value) : change.response;
  });
}
