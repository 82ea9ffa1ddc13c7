import type { Again } from "../requests/with-studio";
import { AssetRepository, type Asset } from "./asset-repository";
import { PIECE_BYTES } from "./piece-store";
import { PostgresPieces } from "./postgres-pieces";
import { hashOf, UploadRepository, type Upload } from "./upload-repository";

/** How an upload stands after some of it came. */
export type Received =
  | { readonly kind: "all"; readonly asset: Asset }
  | { readonly kind: "some"; readonly upload: Upload }
  /** The sender goes on from the wrong byte, or sends more than there was to be. */
  | { readonly kind: "out-of-place"; readonly upload: Upload }
  | { readonly kind: "missing" };

/**
 * Takes in the bytes of an upload from `from` on, a piece in memory and a short transaction each: what
 * was whole when the sender was cut off is kept, and the sender goes on from there.
 */
export async function receive(
  again: Again,
  id: string,
  from: number,
  body: AsyncIterable<Uint8Array>,
): Promise<Received> {
  const find = () => again(({ db, studio }) => new UploadRepository(db, studio.id).find(id));
  const upload = await find();
  if (!upload) return { kind: "missing" };
  if (upload.hash !== undefined) return settled(again, upload);
  if (upload.received !== from) return { kind: "out-of-place", upload };
  let now = upload;
  try {
    for await (const piece of pieces(body, upload.bytes - from)) {
      const next = await again(({ db, studio }) =>
        new UploadRepository(db, studio.id).append(id, now.received, piece),
      );
      if (!next) return { kind: "missing" };
      // Somebody else sends the same upload.
      if (!next.isAdded) return { kind: "out-of-place", upload: next.upload };
      now = next.upload;
    }
  } catch (error) {
    if (error instanceof TooMuch) return { kind: "out-of-place", upload: now };
    if (!(error instanceof CutOff)) throw error;
    return { kind: "some", upload: now };
  }
  return now.received < now.bytes ? { kind: "some", upload: now } : settled(again, now);
}

/** What comes from a sender has broken off. */
export class CutOff extends Error {}
class TooMuch extends Error {}

/** The bytes in whole pieces, and their end if `left` of them have come. */
export async function* pieces(
  body: AsyncIterable<Uint8Array>,
  left: number,
): AsyncGenerator<Uint8Array> {
  const piece = Buffer.allocUnsafe(PIECE_BYTES);
  let filled = 0;
  let passed = 0;
  for await (const chunk of orCutOff(body)) {
    for (let at = 0; at < chunk.length;) {
      const some = chunk.subarray(at, at + PIECE_BYTES - filled);
      piece.set(some, filled);
      filled += some.length;
      at += some.length;
      if (passed + filled > left) throw new TooMuch();
      if (filled < PIECE_BYTES) continue;
      yield piece;
      passed += filled;
      filled = 0;
    }
  }
  // What is neither a whole piece nor the end is sent again.
  if (filled > 0 && passed + filled === left) yield piece.subarray(0, filled);
}

/** Tells a sender that went away from whatever else goes wrong. */
export async function* orCutOff<Item>(body: AsyncIterable<Item>): AsyncGenerator<Item> {
  const reader = body[Symbol.asyncIterator]();
  for (;;) {
    const next = await reader.next().catch((reason: unknown) => {
      throw new CutOff("the sender is gone", { cause: reason });
    });
    if (next.done) return;
    yield next.value;
  }
}

/** All has come: what it is, is worked out from what is stored. */
async function settled(again: Again, { id, bytes, hash: known }: Upload): Promise<Received> {
  const hash =
    known ??
    (await hashOf(bytes, (number) =>
      again(({ db, studio }) => new PostgresPieces(db, studio.id).get(id, number, 0, PIECE_BYTES)),
    ));
  return again(async ({ db, studio }): Promise<Received> => {
    const asset =
      (await new UploadRepository(db, studio.id).settle(id, hash)) ??
      // Somebody who sent the same settled it in between.
      (await new AssetRepository(db, studio.id).find(hash));
    return asset ? { kind: "all", asset } : { kind: "missing" };
  });
}
