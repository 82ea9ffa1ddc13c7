import { strToU8, Unzip, UnzipInflate, zipSync, type Zippable } from "fflate";
import type { Finding } from "../../foundation/finding";
import { MAX_ARCHIVE_ENTRIES, MAX_UNPACKED_BYTES } from "./bounds";
import { joinBytes } from "./join-bytes";

export interface ArchiveEntry {
  /** A path within the archive, with slashes, never out of it. */
  readonly name: string;
  readonly bytes: Uint8Array;
}

export interface ArchiveReading {
  readonly entries: readonly ArchiveEntry[];
  readonly findings: readonly Finding[];
}

interface Open {
  readonly name: string;
  readonly chunks: Uint8Array[];
  isDone: boolean;
}

/** Deflate gives at most about a thousandfold: what one step can unpack stays small. */
const STEP_BYTES = 4096;
/** Music in letters is packed to a tenth or a thirtieth; what grows more than this is no music. */
const MOST_TIMES = 100;
/** Less than this may grow as it likes. */
const SMALL_BYTES = 10_000_000;

export interface ArchiveWishes {
  /** By its name whether a file is unpacked at all; all of them where it is left out. */
  readonly isWanted?: (name: string) => boolean;
  /** How much may be unpacked. */
  readonly mostBytes?: number;
}

export function isArchive(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4;
}

/**
 * Unpacks a zip file in memory, as far as it can be. Paths that lead out of it are refused, and
 * unpacking stops at the bounds whatever the archive says of its own size; then nothing of it is
 * given, and little memory was taken. Never throws on a file.
 */
export function readArchive(
  bytes: Uint8Array,
  { isWanted = () => true, mostBytes = MAX_UNPACKED_BYTES }: ArchiveWishes = {},
): ArchiveReading {
  const findings: Finding[] = [];
  const report = (code: string, message: string, severity: Finding["severity"] = "error") =>
    findings.push({ code, severity, where: {}, message });
  const opened: Open[] = [];
  let [packed, unpacked] = [0, 0];
  let isStopped = false;
  const stop = (code: string, message: string) => {
    if (!isStopped) report(code, message);
    isStopped = true;
    for (const { chunks } of opened) chunks.length = 0;
  };
  const unzip = new Unzip((file) => {
    if (isStopped || file.name.endsWith("/") || !isWanted(file.name)) return;
    if (opened.length >= MAX_ARCHIVE_ENTRIES) {
      stop(
        "archive-too-many",
        `an archive may hold ${MAX_ARCHIVE_ENTRIES} files: the rest was not read`,
      );
      return;
    }
    if (!isInside(file.name)) {
      report("archive-path", `“${file.name.slice(0, 80)}” leads out of the archive: not read`);
      return;
    }
    const entry: Open = { name: file.name, chunks: [], isDone: false };
    file.ondata = (error, chunk, isLast) => {
      if (error) {
        report("archive-entry", `“${entry.name}” cannot be unpacked: ${error.message}`);
        return;
      }
      if (isStopped) return;
      unpacked += chunk.length;
      if (unpacked > mostBytes) {
        stop("archive-too-big", `unpacked it has more than ${mostBytes / 1e6} MB: not read`);
        return;
      }
      if (unpacked > SMALL_BYTES && unpacked > MOST_TIMES * packed) {
        stop(
          "archive-swells",
          `unpacked it is more than ${MOST_TIMES} times as big: this is no music, and was not read`,
        );
        return;
      }
      entry.chunks.push(chunk);
      entry.isDone ||= isLast;
    };
    opened.push(entry);
    try {
      file.start();
    } catch (error) {
      report("archive-entry", `“${entry.name}” cannot be unpacked: ${wordOf(error)}`);
    }
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length && !isStopped; at += STEP_BYTES) {
      packed = Math.min(bytes.length, at + STEP_BYTES);
      unzip.push(bytes.subarray(at, packed), packed >= bytes.length);
    }
  } catch (error) {
    report("archive-broken", `the archive breaks off: ${wordOf(error)}`);
  }
  const entries = opened.filter(({ chunks }) => chunks.length > 0);
  for (const { name, isDone } of entries) {
    if (!isDone && !isStopped) {
      report("archive-entry", `“${name}” breaks off: read as far as it goes`, "warning");
    }
  }
  return {
    entries: entries.map(({ name, chunks }) => ({ name, bytes: joinBytes(chunks) })),
    findings,
  };
}

/** The files as a zip, in the given order. `modified` is what is written as their date. */
export function writeArchive(
  entries: readonly { readonly name: string; readonly content: Uint8Array | string }[],
  modified: Date,
): Uint8Array {
  const files: Zippable = {};
  for (const { name, content } of entries) {
    files[name] = typeof content === "string" ? strToU8(content) : content;
  }
  return zipSync(files, { mtime: modified });
}

function isInside(name: string): boolean {
  if (name === "" || /^[/\\]|^[A-Za-z]:|\\|\0/u.test(name)) return false;
  return name.split("/").every((step) => step !== "..");
}

function wordOf(error: unknown): string {
  return error instanceof Error ? error.message : "unreadable";
}
