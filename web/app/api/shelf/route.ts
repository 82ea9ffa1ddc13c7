import { onPaper } from "@/server/jobs/paper";
import { withStudio } from "@/server/requests/with-studio";
import { readArrival, takeIn } from "@/server/shelf/shelf-archive";
import { shelfTexts } from "@/server/shelf/shelf-texts";

export const dynamic = "force-dynamic";

/** Everything of the studio as one zip. */
export function GET(request: Request): Promise<Response> {
  return withStudio(request, async ({ db, studio }) => {
    const texts = await shelfTexts(db, studio);
    // Packed once the transaction is through: a thread may be long in coming.
    return async () => {
      const now = new Date();
      const { bytes, unread } = await onPaper("pack-shelf", { texts, now }, request);
      const name = `shelf ${now.toISOString().slice(0, 10)}.zip`;
      return new Response(Uint8Array.from(bytes), {
        headers: {
          "Content-Type": "application/zip",
          "Content-Disposition": `attachment; filename="${name}"`,
          "Cache-Control": "no-store",
          "X-Songs-Unread": String(unread),
        },
      });
    };
  });
}

export function POST(request: Request): Promise<Response> {
  return withStudio(request, readArrival, async (access, { shelf, findings }) =>
    Response.json({ ...(await takeIn(access, shelf)), findings }, { status: 201 }),
  );
}
