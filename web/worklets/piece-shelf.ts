/** How many pieces stay, so that a loop of a minute and a half is asked for once. */
const MOST_PIECES = 90;
const PIECES_AHEAD = 4;

interface Kept {
  readonly channels: readonly Float32Array[];
  readonly isStale: boolean;
}

/** The stretch of a take that is at hand on the audio thread, in pieces of equal length. */
export class PieceShelf {
  private readonly pieces = new Map<number, Kept>();
  private readonly asked = new Set<number>();

  /**
   * @param pieceLength In samples. @param count How many pieces the take has.
   * @param ask Asks for a piece; it comes by `put`, at some time or never.
   */
  constructor(
    private readonly pieceLength: number,
    private readonly count: number,
    private readonly ask: (piece: number) => void,
  ) {}

  put(piece: number, channels: readonly Float32Array[]): void {
    this.asked.delete(piece);
    this.pieces.set(piece, { channels, isStale: false });
  }

  /** What is here may be heard until what is asked for anew has come. */
  makeStale(): void {
    this.asked.clear();
    for (const [piece, kept] of this.pieces) this.pieces.set(piece, { ...kept, isStale: true });
  }

  /** Whether all samples from one moment to another are here; beyond the take lies silence. */
  has(from: number, to: number): boolean {
    const last = this.pieceOf(to - 1);
    for (let piece = this.pieceOf(from); piece <= last; piece++) {
      if (this.isWithin(piece) && !this.pieces.has(piece)) return false;
    }
    return true;
  }

  /** Copies samples of a channel, the first one's where it has no more. */
  copy(channel: number, from: number, into: Float32Array): void {
    for (let at = 0; at < into.length;) {
      const piece = this.pieceOf(from + at);
      const within = from + at - piece * this.pieceLength;
      const count = Math.min(this.pieceLength - within, into.length - at);
      const channels = this.pieces.get(piece)?.channels;
      const samples = channels?.[Math.min(channel, channels.length - 1)];
      const copied = samples?.subarray(within, within + count);
      into.fill(0, at, at + count);
      if (copied) into.set(copied, at);
      at += count;
    }
  }

  /**
   * Asks for what will be heard next, and lets go of what lies far away.
   * @param at Where the playing stands. @param back Where it goes from the end, if it goes on.
   */
  prepare(at: number, end: number, back: number | undefined): void {
    const here = this.pieceOf(at);
    const wanted: number[] = [];
    for (let ahead = 0; ahead <= PIECES_AHEAD; ahead++) {
      if ((here + ahead - 1) * this.pieceLength < end) wanted.push(here + ahead);
    }
    if (back !== undefined && wanted.length <= PIECES_AHEAD) {
      const first = this.pieceOf(back);
      for (let ahead = -1; wanted.length <= PIECES_AHEAD + 1; ahead++) wanted.push(first + ahead);
    }
    // The run-up before the first one.
    wanted.push(here - 1);
    for (const piece of wanted) this.want(piece);
    if (this.pieces.size <= MOST_PIECES) return;
    const isFar = (piece: number) => !wanted.includes(piece);
    for (const piece of [...this.pieces.keys()]
      .filter(isFar)
      .slice(0, this.pieces.size - MOST_PIECES)) {
      this.pieces.delete(piece);
    }
  }

  private want(piece: number): void {
    if (!this.isWithin(piece) || this.asked.has(piece)) return;
    if (this.pieces.get(piece)?.isStale === false) return;
    this.asked.add(piece);
    this.ask(piece);
  }

  private isWithin(piece: number): boolean {
    return piece >= 0 && piece < this.count;
  }

  private pieceOf(sample: number): number {
    return Math.floor(sample / this.pieceLength);
  }
}
