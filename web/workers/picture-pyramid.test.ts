import { PICTURE_ROWS } from "@intonazione/core/listening";
import { describe, expect, it } from "vitest";
import { PicturePyramid, TILE_COLUMNS } from "./picture-pyramid";

const column = (value: number) => new Uint8Array(PICTURE_ROWS).fill(value);

describe("a pitch picture at several resolutions", () => {
  it("shows at each the loudest of what it stands for, and says what is whole", () => {
    const pyramid = new PicturePyramid(TILE_COLUMNS + 10);
    expect(pyramid.tile(0, 0)).toBeUndefined();
    for (let at = 0; at < TILE_COLUMNS; at++) pyramid.add(column(at % 200));
    expect(pyramid.tile(0, 0)).toMatchObject({ isWhole: true });
    expect(pyramid.tile(0, 1)).toBeUndefined();
    const coarse = pyramid.tile(1, 0)!;
    expect(coarse.isWhole).toBe(false);
    expect([0, 1, 2].map((at) => coarse.columns[at * PICTURE_ROWS])).toEqual([3, 7, 11]);
    for (let at = 0; at < 10; at++) pyramid.add(column(5));
    expect([0, 1, 2, 3].map((level) => pyramid.tile(level, 0)?.isWhole)).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect(pyramid.tile(4, 0)).toBeUndefined();
  });

  it("lets go of the finest tiles of long takes, never of the coarse ones", () => {
    const tiles = 122;
    const pyramid = new PicturePyramid(tiles * TILE_COLUMNS);
    for (let at = 0; at < tiles * TILE_COLUMNS; at++) pyramid.add(column(1));
    const kept = Array.from({ length: tiles }, (_, index) => pyramid.tile(0, index)).filter(
      Boolean,
    );
    expect(kept).toHaveLength(120);
    expect(pyramid.tile(1, 0)).toMatchObject({ isWhole: true });
  });

  it("is the same picture when it was packed and unpacked", async () => {
    const columns = 3 * TILE_COLUMNS + 7;
    const pyramid = new PicturePyramid(columns);
    for (let at = 0; at < columns; at++) pyramid.add(column(at % 251));
    const unpacked = (await PicturePyramid.unpack(await pyramid.pack()))!;
    for (const [level, tiles] of [4, 1, 1, 1].entries()) {
      for (let index = 0; index <= tiles; index++) {
        expect(unpacked.tile(level, index)).toEqual(pyramid.tile(level, index));
      }
    }
    const torn = { columns, levels: [{ tiles: [0], packed: new Blob(["torn"]) }] };
    expect(await PicturePyramid.unpack(torn)).toBeUndefined();
  });
});
