import { AssetRepository } from "../assets/asset-repository";
import { onPaper } from "../jobs/paper";
import { problem } from "../requests/http";
import type { StudioAccess } from "../requests/studio-access";
import type { StudioAnswer } from "../requests/with-studio";
import { packWithRecordings } from "./pack-recordings";
import { takeIn } from "./shelf-archive";
import { shelfTexts } from "./shelf-texts";
import { unpackWithRecordings } from "./unpack-recordings";

/** The whole shelf and every recording that is kept. */
export async function shelfWithRecordings(
  { db, studio }: StudioAccess,
  request: Request,
): Promise<StudioAnswer> {
  const texts = await shelfTexts(db, studio);
  const assets = await new AssetRepository(db, studio.id).list();
  return async (again) => {
    const now = new Date();
    const { bytes, unread } = await onPaper("pack-shelf", { texts, now }, request);
    const name = `shelf with recordings ${now.toISOString().slice(0, 10)}.tar`;
    return new Response(packWithRecordings(again, bytes, assets, now), {
      headers: {
        "Content-Type": "application/x-tar",
        "Content-Disposition": `attachment; filename="${name}"`,
        "Cache-Control": "no-store, no-transform",
        "X-Songs-Unread": String(unread),
      },
    });
  };
}

/** Takes in what the above gave: recordings as they come, then the shelf, all of it or nothing. */
export function takeInWithRecordings(request: Request): StudioAnswer {
  return async (again) => {
    const { body } = request;
    const none = { shelf: undefined, recordings: 0, findings: [] };
    const unpacked = body ? await unpackWithRecordings(again, body) : none;
    const { recordings } = unpacked;
    const read =
      unpacked.shelf && (await onPaper("unpack-shelf", { bytes: unpacked.shelf }, request));
    const findings = [...unpacked.findings, ...(read?.findings ?? [])];
    const shelf = read?.shelf;
    if (!shelf) {
      const message = findings[0]?.message ?? "this is no shelf with recordings";
      return problem(422, { code: "shelf-wrong", message, findings });
    }
    const taken = await again((access) => takeIn(access, shelf));
    return Response.json({ ...taken, recordings, findings }, { status: 201 });
  };
}
