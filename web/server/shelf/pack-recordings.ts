import { pack as packTar, type Pack } from "tar-stream";
import type { StoredAsset } from "../assets/asset-repository";
import { streamOf } from "../assets/give";
import type { Again } from "../requests/with-studio";

/** Where the shelf itself lies in an archive with recordings: in front. */
export const SHELF_ENTRY = "shelf.zip";
export const ASSET_FOLDER = "assets/";

/**
 * A shelf with its recordings as one tar archive, given as it is taken: recordings do not pack, and a
 * tar says of each how long it is before it comes.
 * @param shelf The shelf itself, packed.
 */
export function packWithRecordings(
  again: Again,
  shelf: Uint8Array,
  assets: readonly StoredAsset[],
  now: Date,
): ReadableStream<Uint8Array> {
  const tar = packTar();
  const written = write(tar, again, shelf, assets, now);
  written.catch((error: unknown) => tar.destroy(error as Error));
  const taken = tar[Symbol.asyncIterator]() as AsyncIterator<Uint8Array>;
  return new ReadableStream<Uint8Array>(
    {
      async pull(controller) {
        const next = await taken.next();
        if (next.done) controller.close();
        else controller.enqueue(next.value);
      },
      cancel: () => void tar.destroy(),
    },
    { highWaterMark: 0 },
  );
}

async function write(
  tar: Pack,
  again: Again,
  shelf: Uint8Array,
  assets: readonly StoredAsset[],
  mtime: Date,
): Promise<void> {
  await new Promise<void>((resolve, reject) => {
    const entry = { name: SHELF_ENTRY, size: shelf.length, mtime };
    tar.entry(entry, Buffer.from(shelf), (error) => (error ? reject(error) : resolve()));
  });
  for (const asset of assets) {
    const { hash, bytes: size } = asset;
    await new Promise<void>((resolve, reject) => {
      const entry = tar.entry({ name: `${ASSET_FOLDER}${hash}`, size, mtime }, (error) =>
        error ? reject(error) : resolve(),
      );
      const fill = async () => {
        const reader = streamOf(again, asset, 0, size - 1).getReader();
        for (;;) {
          const next = await reader.read();
          if (next.done) break;
          if (!entry.write(Buffer.from(next.value))) {
            await new Promise((drained) => entry.once("drain", () => drained(undefined)));
          }
        }
        entry.end(undefined);
      };
      fill().catch(reject);
    });
  }
  tar.finalize();
}
