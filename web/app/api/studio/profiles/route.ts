import { database } from "@/server/database";
import { answer, problem } from "@/server/http";
import { readProfiles } from "@/server/studio-api";
import { currentStudio, setProfiles } from "@/server/studio-repository";

/** Saves the studio's placing profiles over the version they were made from only. */
export function PUT(request: Request): Promise<Response> {
  return answer(async () => {
    const save = await readProfiles(request);
    if (!save.ok) return save.response;
    const db = database();
    const { id } = await currentStudio(db);
    const version = await setProfiles(db, id, save.value);
    if (version !== undefined) return Response.json({ version });
    return problem(409, {
      code: "stale-version",
      message: "the profiles were changed in another window: reload the page to see them",
    });
  });
}
