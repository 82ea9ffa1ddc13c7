import { received, removedUpload, uploadAnswer } from "@/server/assets/asset-api";
import { withStudio } from "@/server/requests/with-studio";

interface Context {
  readonly params: Promise<{ readonly id: string }>;
}

/** How much of it has come. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return withStudio(request, async (access) => uploadAnswer(access, (await params).id));
}

/** Takes in its bytes from `?from=` on; the last of them make the asset. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return withStudio(request, async () => received(request, (await params).id));
}

export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return withStudio(request, async (access) => removedUpload(access, (await params).id));
}
