/** What one piece holds, the last of a blob excepted: 1 MiB. */
export const PIECE_BYTES = 1 << 20;

/**
 * Where bytes lie: blobs in pieces of {@link PIECE_BYTES}, numbered from 0. Nothing here knows what they
 * are for, so that a store of objects could stand in for the database.
 */
export interface PieceStore {
  /** Puts a piece; putting the same one again changes nothing. */
  put(blobId: string, number: number, bytes: Uint8Array): Promise<void>;
  /**
   * @param from The first byte of the piece that is wanted.
   * @param length How many; fewer come where the piece ends before.
   * @throws Error when there is no such piece.
   */
  get(blobId: string, number: number, from: number, length: number): Promise<Uint8Array>;
  /** Takes away every piece of a blob. */
  remove(blobId: string): Promise<void>;
}
