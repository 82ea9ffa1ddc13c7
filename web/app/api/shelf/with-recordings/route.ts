import { withStudio } from "@/server/requests/with-studio";
import { shelfWithRecordings, takeInWithRecordings } from "@/server/shelf/with-recordings";

export const dynamic = "force-dynamic";

/** Everything of the studio, with the bytes of its recordings, as one tar archive. */
export function GET(request: Request): Promise<Response> {
  return withStudio(request, (access) => shelfWithRecordings(access, request));
}

export function POST(request: Request): Promise<Response> {
  return withStudio(request, async () => takeInWithRecordings(request));
}
