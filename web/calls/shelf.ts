import { z } from "zod";
import { answered, type Answer } from "./answer";

const takenSchema = z.object({
  songs: z.int(),
  instruments: z.int(),
  profiles: z.int(),
  findings: z.array(z.object({ message: z.string() })),
});
type Taken = z.infer<typeof takenSchema>;
/** A whole shelf takes its time. */
const TIMEOUT_MS = 120_000;

/** Puts a shelf that came as a file beside our own. */
export async function takeInShelf(bytes: Uint8Array): Promise<Answer<Taken>> {
  return taken(
    await fetch("/api/shelf", {
      method: "POST",
      headers: { "Content-Type": "application/zip" },
      body: Uint8Array.from(bytes),
      signal: AbortSignal.timeout(TIMEOUT_MS),
    }).catch(() => undefined),
  );
}

/** The same for a shelf that came with its recordings; it is sent as it lies on the disk. */
export async function takeInShelfWithRecordings(file: Blob): Promise<Answer<Taken>> {
  return taken(
    await fetch("/api/shelf/with-recordings", { method: "POST", body: file }).catch(
      () => undefined,
    ),
  );
}

const TAR_BLOCK = 512;

/** The packed shelf in front of an archive with recordings; undefined where the file is none. */
export async function shelfInArchive(file: Blob): Promise<Blob | undefined> {
  const head = new Uint8Array(await file.slice(0, TAR_BLOCK).arrayBuffer());
  // Name and size of a tar's first entry (POSIX ustar).
  const text = (from: number, to: number) =>
    new TextDecoder().decode(head.subarray(from, to)).replace(/\0.*$/su, "").trim();
  if (text(0, 100) !== "shelf.zip" || !text(257, 263).startsWith("ustar")) return undefined;
  const size = Number.parseInt(text(124, 136), 8);
  return Number.isFinite(size) ? file.slice(TAR_BLOCK, TAR_BLOCK + size) : undefined;
}

function taken(response: Response | undefined): Promise<Answer<Taken>> {
  return answered(response, (body) => takenSchema.safeParse(body).data);
}
