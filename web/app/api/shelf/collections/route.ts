import { withStudio } from "@/server/requests/with-studio";
import { changedCollection, collectionsOf, readCollectionChange } from "@/server/shelf/shelf-api";

export const dynamic = "force-dynamic";

export function GET(request: Request): Promise<Response> {
  return withStudio(request, async (access) =>
    Response.json({ collections: await collectionsOf(access).list() }),
  );
}

export function POST(request: Request): Promise<Response> {
  return withStudio(request, readCollectionChange, changedCollection);
}
