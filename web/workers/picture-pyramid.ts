import { PICTURE_ROWS } from "@intonazione/core/listening";

/** Columns of a tile. */
export const TILE_COLUMNS = 256;
const TILE_BYTES = TILE_COLUMNS * PICTURE_ROWS;
/** Each level holds a column for so many of the level below. */
export const LEVEL_COLUMNS = 4;
/** The coarsest has a column for every 1.28 seconds. */
const LEVELS = 4;
/** Tiles of the finest level that stay, ten minutes: what is older is drawn again when it is asked for. */
const MOST_FINEST = 120;

/** A tile of a pitch picture: columns of `PICTURE_ROWS` bytes, lowest pitch first. */
export interface PictureTile {
  readonly columns: Uint8Array;
  /** False while some of it has not been heard yet. */
  readonly isWhole: boolean;
}

/** A pyramid as it is kept: the tiles of each level one after the other, packed. */
export interface KeptPyramid {
  readonly columns: number;
  readonly levels: readonly { readonly tiles: readonly number[]; readonly packed: Blob }[];
}

/**
 * A pitch picture at several resolutions, column by column as it is heard: a column of a coarser level
 * shows the loudest of those it stands for, so that no short note is lost from sight.
 */
export class PicturePyramid {
  private readonly levels: {
    readonly tiles: (Uint8Array<ArrayBuffer> | undefined)[];
    readonly columns: number;
  }[];
  private heard = 0;

  /** @param columns Of the finest level. */
  constructor(private readonly columns: number) {
    this.levels = Array.from({ length: LEVELS }, (_, level) => ({
      tiles: [],
      columns: Math.ceil(columns / LEVEL_COLUMNS ** level),
    }));
  }

  /** What was kept; undefined where it cannot be unpacked. */
  static async unpack({ columns, levels }: KeptPyramid): Promise<PicturePyramid | undefined> {
    const pyramid = new PicturePyramid(columns);
    try {
      for (const [level, { tiles, packed }] of levels.entries()) {
        const bytes = await through(packed, new DecompressionStream("gzip"));
        for (const [at, index] of tiles.entries()) {
          pyramid.levels[level]!.tiles[index] = bytes.subarray(
            at * TILE_BYTES,
            (at + 1) * TILE_BYTES,
          );
        }
      }
    } catch {
      return undefined;
    }
    pyramid.heard = columns;
    return pyramid;
  }

  /** The whole of it, once the take is through. */
  async pack(): Promise<KeptPyramid> {
    const levels = this.levels.map(async ({ tiles }) => {
      const known = [...tiles.entries()].flatMap(([index, tile]) =>
        tile ? [{ index, tile }] : [],
      );
      const raw = new Blob(known.map(({ tile }) => tile));
      return {
        tiles: known.map(({ index }) => index),
        packed: new Blob([await through(raw, new CompressionStream("gzip"))]),
      };
    });
    return { columns: this.columns, levels: await Promise.all(levels) };
  }

  add(column: Uint8Array): void {
    for (const [level, { tiles }] of this.levels.entries()) {
      const at = Math.floor(this.heard / LEVEL_COLUMNS ** level);
      const tile = (tiles[Math.floor(at / TILE_COLUMNS)] ??= new Uint8Array(TILE_BYTES));
      const from = (at % TILE_COLUMNS) * PICTURE_ROWS;
      for (let row = 0; row < PICTURE_ROWS; row++) {
        if (column[row]! > tile[from + row]!) tile[from + row] = column[row]!;
      }
    }
    this.heard += 1;
    if (this.heard % TILE_COLUMNS === 0) {
      const { tiles } = this.levels[0]!;
      if (tiles.length > MOST_FINEST) tiles[tiles.length - 1 - MOST_FINEST] = undefined;
    }
  }

  /** @returns undefined where nothing of it has been heard, or a level that there is not. */
  tile(level: number, index: number): PictureTile | undefined {
    const of = this.levels[level];
    const columns = of?.tiles[index];
    if (!of || !columns) return undefined;
    const end = Math.min((index + 1) * TILE_COLUMNS, of.columns);
    return { columns, isWhole: this.heard >= Math.min(this.columns, end * LEVEL_COLUMNS ** level) };
  }
}

async function through(
  blob: Blob,
  stream: CompressionStream | DecompressionStream,
): Promise<Uint8Array<ArrayBuffer>> {
  return new Uint8Array(await new Response(blob.stream().pipeThrough(stream)).arrayBuffer());
}
