import { database } from "@/server/database";
import { answer } from "@/server/http";
import { readStyle } from "@/server/studio-api";
import { currentStudio, setStyle } from "@/server/studio-repository";

/** Sets how the studio writes places. */
export function PUT(request: Request): Promise<Response> {
  return answer(async () => {
    const style = await readStyle(request);
    if (!style.ok) return style.response;
    const db = database();
    await setStyle(db, (await currentStudio(db)).id, style.value);
    return Response.json({ style: style.value });
  });
}
