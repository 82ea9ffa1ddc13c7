import { problem } from "@/server/requests/http";
import { withStudio } from "@/server/requests/with-studio";
import { readProfiles } from "@/server/studio-api";
import { setProfiles } from "@/server/studio-repository";

/** Saves the studio's placing profiles over the version they were made from only. */
export function PUT(request: Request): Promise<Response> {
  return withStudio(request, readProfiles, async ({ db, studio }, save) => {
    const version = await setProfiles(db, studio.id, save);
    if (version !== undefined) return Response.json({ version });
    return problem(409, {
      code: "stale-version",
      message: "the profiles were changed in another window: reload the page to see them",
    });
  });
}
