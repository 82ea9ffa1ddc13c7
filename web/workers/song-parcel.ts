import { sharing } from "@intonazione/core/foundation";
import type { Line, Song } from "@intonazione/core/score";

/** A song on its way to a worker that may have most of it already: lines go once, then by their stamps. */
export interface SongParcel {
  readonly rest: Omit<Song, "lines">;
  readonly lines: readonly { readonly stamp: number; readonly line?: Line }[];
}

let stamps = 0;
const stampOfLine = new WeakMap<Line, number>();

/** Packs a song again and again for one receiver, who gets every parcel in its order. */
export class SongSender {
  private sent = new Set<number>();

  pack({ lines, ...rest }: Song): SongParcel {
    const packed = lines.map((line) => {
      let stamp = stampOfLine.get(line);
      if (stamp === undefined) stampOfLine.set(line, (stamp = ++stamps));
      return this.sent.has(stamp) ? { stamp } : { stamp, line };
    });
    this.sent = new Set(packed.map(({ stamp }) => stamp));
    return { rest, lines: packed };
  }
}

/** Unpacks them at the other end: what did not change is the same object as in the parcel before. */
export class SongReceiver {
  private known = new Map<number, Line>();
  private rest: SongParcel["rest"] | undefined;

  /** @throws RangeError for a line that was never sent. */
  unpack({ rest, lines }: SongParcel): Song {
    this.rest = sharing(this.rest, rest);
    const known = new Map<number, Line>();
    for (const { stamp, line = this.known.get(stamp) } of lines) {
      if (!line) throw new RangeError(`line ${stamp} was never sent`);
      known.set(stamp, line);
    }
    this.known = known;
    return { ...this.rest, lines: [...known.values()] };
  }
}
