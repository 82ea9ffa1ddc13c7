import type { ReadDocument } from "@intonazione/core/formats/json";

/** A version of a document as it was read or made last, so that the next save need not read it again. */
export interface Head<Value> extends ReadDocument<Value> {
  readonly version: number;
  readonly savedAt: Date;
  /** The newest version that is kept as a whole, how long it is, and the changes since. */
  readonly wholeVersion: number;
  readonly wholeBytes: number;
  readonly changeBytes: number;
}

/** A song of 400 bars takes some five megabytes here. */
const MOST_HEADS = 40;

/**
 * The newest versions of the documents that are being worked at, by their ids, which no two kinds
 * share. What a version holds never changes, so an entry is right or of an older version, never wrong.
 */
export class Heads {
  private readonly known = new Map<string, Head<unknown>>();

  /** @returns undefined unless that very version is known. */
  get<Value>(key: string, version: number): Head<Value> | undefined {
    const head = this.known.get(key);
    return head?.version === version ? (head as Head<Value>) : undefined;
  }

  set(key: string, head: Head<unknown>): void {
    this.known.delete(key);
    this.known.set(key, head);
    const [oldest] = this.known.keys();
    if (this.known.size > MOST_HEADS && oldest !== undefined) this.known.delete(oldest);
  }
}

const shared = globalThis as { intonazioneHeads?: Heads };

/** One a process, also across hot reloads. */
export function sharedHeads(): Heads {
  return (shared.intonazioneHeads ??= new Heads());
}
