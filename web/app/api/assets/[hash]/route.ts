import { assetAnswer } from "@/server/assets/asset-api";
import { withStudio } from "@/server/requests/with-studio";

interface Context {
  readonly params: Promise<{ readonly hash: string }>;
}

/** The bytes of an asset, or a range of them. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return withStudio(request, async (access) => assetAnswer(access, request, (await params).hash));
}

export const HEAD = GET;
