import type { Again, StudioAnswer } from "../requests/with-studio";
import type { StoredAsset } from "./asset-repository";
import { PIECE_BYTES, type PieceStore } from "./piece-store";
import { PostgresPieces } from "./postgres-pieces";

/** What an answer with bytes always says: they never change, and never run as a page of ours. */
function headOf({ hash, type }: StoredAsset): Record<string, string> {
  return {
    "Content-Type": type,
    "Accept-Ranges": "bytes",
    ETag: `"${hash}"`,
    "Cache-Control": "private, max-age=31536000, immutable, no-transform",
    "Content-Security-Policy": "default-src 'none'; sandbox",
    "X-Content-Type-Options": "nosniff",
  };
}

/**
 * Gives an asset's bytes, or those that a `Range` asks for (RFC 9110, section 14): few at once, many as
 * they are taken.
 */
export async function give(
  pieces: PieceStore,
  asset: StoredAsset,
  asked: Request,
): Promise<StudioAnswer> {
  const { bytes, hash, blobId } = asset;
  const head = headOf(asset);
  if (asked.headers.get("if-none-match") === `"${hash}"`) {
    return new Response(null, { status: 304, headers: { ETag: head["ETag"]! } });
  }
  const range = rangeOf(asked.headers, asset);
  if (range === "beyond") {
    return new Response(null, { status: 416, headers: { "Content-Range": `bytes */${bytes}` } });
  }
  const { start, end } = range ?? { start: 0, end: bytes - 1 };
  const length = end - start + 1;
  const headers = {
    ...head,
    "Content-Length": String(length),
    ...(range && { "Content-Range": `bytes ${start}-${end}/${bytes}` }),
  };
  const status = range ? 206 : 200;
  if (asked.method === "HEAD") return new Response(null, { status, headers });
  const number = Math.floor(start / PIECE_BYTES);
  if (number === Math.floor(end / PIECE_BYTES)) {
    const body = await pieces.get(blobId, number, start % PIECE_BYTES, length);
    return new Response(Uint8Array.from(body), { status, headers });
  }
  return async (again) => new Response(streamOf(again, asset, start, end), { status, headers });
}

/** The one range that is asked for; undefined where all shall be given. */
function rangeOf(
  headers: Headers,
  { bytes, hash }: StoredAsset,
): { readonly start: number; readonly end: number } | "beyond" | undefined {
  const said = headers.get("range");
  const only = headers.get("if-range");
  if (said === null || (only !== null && only !== `"${hash}"`)) return undefined;
  // Nonsense, or several at once, which nobody has to be given.
  const [, first = "", last = ""] = /^bytes=(\d*)-(\d*)$/u.exec(said) ?? [];
  if (first === "" && last === "") return undefined;
  const start = first === "" ? Math.max(0, bytes - Number(last)) : Number(first);
  const end = first === "" || last === "" ? bytes - 1 : Math.min(Number(last), bytes - 1);
  // An end before its beginning is nonsense too; what begins behind the bytes is not there.
  if (first !== "" && last !== "" && Number(last) < Number(first)) return undefined;
  return start > end ? "beyond" : { start, end };
}

/** @param end The last byte, included. */
export function streamOf(
  again: Again,
  { blobId }: StoredAsset,
  start: number,
  end: number,
): ReadableStream<Uint8Array> {
  let at = start;
  return new ReadableStream<Uint8Array>(
    {
      async pull(controller) {
        const within = at % PIECE_BYTES;
        const length = Math.min(PIECE_BYTES - within, end + 1 - at);
        const number = Math.floor(at / PIECE_BYTES);
        const piece = await again(({ db, studio }) =>
          new PostgresPieces(db, studio.id).get(blobId, number, within, length),
        );
        controller.enqueue(piece);
        at += length;
        if (at > end) controller.close();
      },
    },
    // Nothing is fetched before somebody takes it.
    { highWaterMark: 0 },
  );
}
