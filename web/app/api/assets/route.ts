import { begun, readBegin } from "@/server/assets/asset-api";
import { withStudio } from "@/server/requests/with-studio";

/** Begins an upload: bytes come to `/api/assets/uploads/:id`. */
export function POST(request: Request): Promise<Response> {
  return withStudio(request, readBegin, (access, { bytes }) => begun(access, bytes));
}
