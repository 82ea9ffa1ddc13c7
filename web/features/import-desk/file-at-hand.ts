/** A file that was given to the page, whole. */
export interface FileAtHand {
  readonly name: string;
  readonly bytes: Uint8Array;
}
