import { withStudio } from "@/server/requests/with-studio";
import { readStyle } from "@/server/studio-api";
import { setStyle } from "@/server/studio-repository";

/** Sets how the studio writes places. */
export function PUT(request: Request): Promise<Response> {
  return withStudio(request, readStyle, async ({ db, studio }, style) => {
    await setStyle(db, studio.id, style);
    return Response.json({ style });
  });
}
