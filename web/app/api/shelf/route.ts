import { answer } from "@/server/http";
import { ourShelfArchive, readArrival, takeIn } from "@/server/shelf/shelf-archive";

export const dynamic = "force-dynamic";

export function GET(): Promise<Response> {
  return answer(async () => {
    const now = new Date();
    const archive = await ourShelfArchive(now);
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
  return answer(async () => {
    const arrival = await readArrival(request);
    if (!arrival.ok) return arrival.response;
    const { shelf, findings } = arrival.value;
    return Response.json({ ...(await takeIn(shelf)), findings }, { status: 201 });
  });
}
