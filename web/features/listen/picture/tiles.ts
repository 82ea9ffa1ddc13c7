import { PICTURE_HIGHEST, PICTURE_LOWEST, PICTURE_RATE } from "@intonazione/core/listening";
import type { OpenTakes } from "@/open-takes/open-takes";
import { LEVEL_COLUMNS, TILE_COLUMNS } from "@/workers/picture-pyramid";
import type { DrawnTile, Ink } from "@/workers/take-hearing-protocol";
import { xAt, yAt, type PictureScale } from "./scale";

const MOST_TILES = 60;
const LEVELS = 4;

/** The tiles of a take's pitch picture that are at hand, and those that are being drawn. */
export class PictureTiles {
  private readonly tiles = new Map<string, DrawnTile>();
  private readonly asked = new Set<string>();

  /** @param onCome Called when a tile has come. */
  constructor(
    private readonly hearing: OpenTakes["hearing"],
    private readonly ink: Ink,
    private readonly onCome: () => void,
  ) {}

  /** Draws what is at hand of a stretch and asks for the rest. @param isHeard Whether all of the take was heard. */
  draw(pen: CanvasRenderingContext2D, scale: PictureScale, isHeard: boolean): void {
    const level = levelFor(scale);
    const tileSeconds = secondsOf(level);
    for (
      let index = Math.max(0, Math.floor(scale.from / tileSeconds));
      index * tileSeconds < scale.to;
      index++
    ) {
      const tile = this.tiles.get(`${level}/${index}`);
      if (!tile || (!tile.isWhole && isHeard)) this.ask(level, index);
      if (tile) drawTile(pen, tile.bitmap, scale, index * tileSeconds, tileSeconds);
    }
  }

  private ask(level: number, index: number): void {
    const key = `${level}/${index}`;
    if (this.asked.has(key)) return;
    this.asked.add(key);
    void this.hearing.tile(level, index, this.ink).then((tile) => {
      this.asked.delete(key);
      if (!tile) return;
      this.tiles.delete(key);
      this.tiles.set(key, tile);
      const oldest = this.tiles.keys().next().value;
      if (this.tiles.size > MOST_TILES && oldest !== undefined) this.tiles.delete(oldest);
      this.onCome();
    });
  }
}

const secondsOf = (level: number) => (TILE_COLUMNS * LEVEL_COLUMNS ** level) / PICTURE_RATE;

/** The coarsest level that still has a column for every other pixel. */
function levelFor({ width, from, to }: PictureScale): number {
  const wanted = width / (to - from) / 2;
  let level = 0;
  while (level + 1 < LEVELS && PICTURE_RATE / LEVEL_COLUMNS ** (level + 1) >= wanted) level += 1;
  return level;
}

function drawTile(
  pen: CanvasRenderingContext2D,
  bitmap: ImageBitmap,
  scale: PictureScale,
  from: number,
  seconds: number,
): void {
  const x = xAt(scale, from);
  // A semitone lies around its pitch: half of it above and below.
  const top = yAt(scale, PICTURE_HIGHEST + 0.5);
  const bottom = yAt(scale, PICTURE_LOWEST - 0.5);
  pen.drawImage(bitmap, x, top, xAt(scale, from + seconds) - x, bottom - top);
}
