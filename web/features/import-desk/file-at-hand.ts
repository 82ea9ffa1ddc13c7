/** A file that was given to the page, whole. */
export interface FileAtHand {
  readonly name: string;
  readonly bytes: Uint8Array;
  /** The archive that a shelf came in, with its recordings. */
  readonly archive?: Blob;
}
