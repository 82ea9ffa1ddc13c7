import { withStudio } from "@/server/requests/with-studio";
import { readArrival, shelfArchive, takeIn } from "@/server/shelf/shelf-archive";

export const dynamic = "force-dynamic";

export function GET(request: Request): Promise<Response> {
  return withStudio(request, async (access) => {
    const now = new Date();
    const archive = await shelfArchive(access, now);
    const name = `shelf ${now.toISOString().slice(0, 10)}.zip`;
    return new Response(Uint8Array.from(archive.bytes), {
      headers: {
        "Content-Type": "application/zip",
        "Content-Disposition": `attachment; filename="${name}"`,
        "Cache-Control": "no-store",
        "X-Songs-Unread": String(archive.unread),
      },
    });
  });
}

export function POST(request: Request): Promise<Response> {
  return withStudio(request, readArrival, async (access, { shelf, findings }) =>
    Response.json({ ...(await takeIn(access, shelf)), findings }, { status: 201 }),
  );
}
