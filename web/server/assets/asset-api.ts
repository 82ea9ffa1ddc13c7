import { z } from "zod";
import { idSchema, problem, readBody, type Incoming } from "../requests/http";
import type { StudioAnswer } from "../requests/with-studio";
import type { StudioAccess } from "../requests/studio-access";
import { AssetRepository } from "./asset-repository";
import { give } from "./give";
import { PostgresPieces } from "./postgres-pieces";
import { receive } from "./receive";
import { sweepAssetsSoon } from "./sweep";
import { UploadRepository } from "./upload-repository";

const MAX_BODY_BYTES = 1000;
/** An hour of sound as the studio has it, with something to spare. */
const MAX_ASSET_BYTES = 2_000_000_000;

const hashSchema = z.string().regex(/^[0-9a-f]{64}$/u);
const fromSchema = z.coerce.number().int().min(0).max(MAX_ASSET_BYTES);

export function readBegin(request: Request): Promise<Incoming<{ readonly bytes: number }>> {
  const schema = z.object({ bytes: z.int().min(1).max(MAX_ASSET_BYTES) });
  const what = `{ bytes }, at most ${MAX_ASSET_BYTES.toLocaleString("en")}`;
  return readBody(request, schema, { what, maxBytes: MAX_BODY_BYTES });
}

/** Says where to send the bytes, if there is room for them. */
export async function begun(
  { db, studio, afterCommit }: StudioAccess,
  bytes: number,
): Promise<Response> {
  const upload = await new UploadRepository(db, studio.id).begin(bytes);
  afterCommit((free) => sweepAssetsSoon(free));
  if ("id" in upload) return Response.json(upload, { status: 201 });
  const mega = (count: number) => Math.round(count / 1e6).toLocaleString("en");
  const left = Math.max(0, upload.quota - upload.bytes);
  return problem(413, {
    code: "no-room",
    message: `this has ${mega(bytes)} MB; of ${mega(upload.quota)} MB for recordings ${mega(left)} are left`,
  });
}

export async function uploadAnswer({ db, studio }: StudioAccess, id: string): Promise<Response> {
  const known = idSchema.safeParse(id);
  const upload = known.success && (await new UploadRepository(db, studio.id).find(known.data));
  return upload ? Response.json(upload) : noUpload();
}

/** Takes in what is sent of an upload, once the transaction is through. */
export function received(request: Request, id: string): StudioAnswer {
  const known = idSchema.safeParse(id);
  const from = fromSchema.safeParse(new URL(request.url).searchParams.get("from"));
  if (!known.success) return noUpload();
  if (!from.success) {
    return problem(400, { code: "from-wrong", message: "expected ?from= and a number of bytes" });
  }
  return async (again) => {
    const outcome = await receive(again, known.data, from.data, request.body ?? nothing());
    switch (outcome.kind) {
      case "all":
        return Response.json({ asset: outcome.asset }, { status: 201 });
      case "some":
        return Response.json(outcome.upload, { status: 202 });
      case "out-of-place": {
        const message = `the upload goes on from byte ${outcome.upload.received} of ${outcome.upload.bytes}`;
        return problem(409, { code: "out-of-place", message });
      }
      case "missing":
        return noUpload();
    }
  };
}

async function* nothing(): AsyncGenerator<Uint8Array> {}

export async function removedUpload({ db, studio }: StudioAccess, id: string): Promise<Response> {
  const known = idSchema.safeParse(id);
  const isGone = known.success && (await new UploadRepository(db, studio.id).remove(known.data));
  return isGone ? new Response(null, { status: 204 }) : noUpload();
}

/** The bytes of an asset, once the transaction is through. */
export async function assetAnswer(
  { db, studio }: StudioAccess,
  request: Request,
  hash: string,
): Promise<StudioAnswer> {
  const known = hashSchema.safeParse(hash);
  const asset = known.success && (await new AssetRepository(db, studio.id).find(known.data));
  if (asset) return give(new PostgresPieces(db, studio.id), asset, request);
  return problem(404, { code: "asset-missing", message: "this studio has no such recording" });
}

const noUpload = () =>
  problem(404, { code: "upload-missing", message: "nothing is being sent under this id" });
