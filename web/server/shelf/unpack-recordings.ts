import { createHash } from "node:crypto";
import { Readable } from "node:stream";
import type { ReadableStream as NodeStream } from "node:stream/web";
import { MAX_FILE_BYTES } from "@intonazione/core/formats/files";
import type { Finding } from "@intonazione/core/foundation";
import { extract as extractTar } from "tar-stream";
import { AssetRepository } from "../assets/asset-repository";
import { CutOff, orCutOff, pieces } from "../assets/receive";
import { UploadRepository } from "../assets/upload-repository";
import type { Again } from "../requests/with-studio";
import { ASSET_FOLDER, SHELF_ENTRY } from "./pack-recordings";

/** More than any studio's quota lets in. */
const MOST_ENTRIES = 20_000;

export interface UnpackedRecordings {
  /** The shelf itself, still packed; absent where there is none, or it is too long. */
  readonly shelf: Uint8Array | undefined;
  readonly recordings: number;
  readonly findings: readonly Finding[];
}

/**
 * Takes in an archive that {@link packWithRecordings} made, as it comes: recordings are kept one after
 * the other, a piece in memory; what is here already, or not what its name says, is left out.
 */
export async function unpackWithRecordings(
  again: Again,
  body: ReadableStream<Uint8Array>,
): Promise<UnpackedRecordings> {
  const findings: Finding[] = [];
  const say = (code: string, message: string) =>
    findings.push({ code, severity: "warning", where: {}, message });
  let shelf: Uint8Array | undefined;
  let recordings = 0;
  let count = 0;
  const tar = extractTar();
  const source = Readable.fromWeb(body as NodeStream<Uint8Array>);
  source.on("error", (error) => tar.destroy(error));
  source.pipe(tar);
  try {
    for await (const entry of orCutOff(tar as unknown as AsyncIterable<TarEntry>)) {
      const { name, size } = entry.header;
      const hash = /^[0-9a-f]{64}$/u.exec(name.slice(ASSET_FOLDER.length))?.[0];
      if (++count > MOST_ENTRIES) {
        say("archive-too-many", `only the first ${MOST_ENTRIES} files were read`);
        break;
      }
      if (name === SHELF_ENTRY && size <= MAX_FILE_BYTES && !shelf) shelf = await bytesOf(entry);
      else if (name.startsWith(ASSET_FOLDER) && hash !== undefined && size > 0) {
        const outcome = await keep(again, hash, size, entry);
        if (outcome === "kept") recordings++;
        if (outcome === "damaged") say("recording-damaged", `${name} is not what it was: left out`);
        if (outcome === "no-room") say("no-room", `there is no room for ${name}: left out`);
      } else say("archive-entry", `“${name.slice(0, 80)}” is nothing of ours: left out`);
      entry.resume();
    }
  } catch (error) {
    // Whatever else went wrong is no fault of the archive.
    if (!(error instanceof CutOff)) throw error;
    const why = error.cause instanceof Error ? error.cause.message : "unreadable";
    say("archive-broken", `the archive breaks off: ${why}`);
  } finally {
    source.destroy();
  }
  return { shelf, recordings, findings };
}

/** What comes of one file: bytes, which the types of the package leave open. */
interface TarEntry extends AsyncIterable<Uint8Array> {
  readonly header: { readonly name: string; readonly size: number };
  /** Lets go by what was not read. */
  resume(): void;
}

async function bytesOf(entry: TarEntry): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  for await (const chunk of orCutOff(entry)) chunks.push(chunk);
  return Buffer.concat(chunks);
}

async function keep(
  again: Again,
  hash: string,
  size: number,
  entry: TarEntry,
): Promise<"kept" | "here" | "damaged" | "no-room"> {
  const begun = await again(async ({ db, studio }) => {
    if (await new AssetRepository(db, studio.id).find(hash)) return "here";
    return new UploadRepository(db, studio.id).begin(size);
  });
  if (begun === "here") return "here";
  if (!("id" in begun)) return "no-room";
  const uploads = <Result>(use: (uploads: UploadRepository) => Promise<Result>) =>
    again(({ db, studio }) => use(new UploadRepository(db, studio.id)));
  const { id } = begun;
  const really = createHash("sha256");
  let received = 0;
  try {
    for await (const piece of pieces(entry, size)) {
      really.update(piece);
      await uploads((all) => all.append(id, received, piece));
      received += piece.length;
    }
    if (really.digest("hex") === hash) {
      await uploads((all) => all.settle(id, hash));
      return "kept";
    }
  } catch (error) {
    await uploads((all) => all.remove(id));
    throw error;
  }
  await uploads((all) => all.remove(id));
  return "damaged";
}
