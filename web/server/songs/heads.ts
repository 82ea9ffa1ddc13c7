import type { ReadSong } from "@intonazione/core/formats/json";
import type { Columns } from "./columns";

/** A version of a song as it was read or made last, so that the next save need not read it again. */
export interface Head extends ReadSong {
  readonly version: number;
  readonly savedAt: Date;
  readonly columns: Columns;
  /** The newest version that is kept as a whole, how long it is, and the changes since. */
  readonly wholeVersion: number;
  readonly wholeBytes: number;
  readonly changeBytes: number;
}

/** A song of 400 bars takes some five megabytes here. */
const MOST_HEADS = 40;

/**
 * The newest versions of the songs that are being worked at, by song. What a version of a song holds
 * never changes, so an entry is right or of an older version, never wrong.
 */
export class Heads {
  private readonly known = new Map<string, Head>();

  /** @returns undefined unless that very version is known. */
  get(songId: string, version: number): Head | undefined {
    const head = this.known.get(songId);
    return head?.version === version ? head : undefined;
  }

  set(songId: string, head: Head): void {
    this.known.delete(songId);
    this.known.set(songId, head);
    const [oldest] = this.known.keys();
    if (this.known.size > MOST_HEADS && oldest !== undefined) this.known.delete(oldest);
  }
}

const shared = globalThis as { intonazioneHeads?: Heads };

/** One a process, also across hot reloads. */
export function sharedHeads(): Heads {
  return (shared.intonazioneHeads ??= new Heads());
}
