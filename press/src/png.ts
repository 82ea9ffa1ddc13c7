import sharp from "sharp";

const POINTS_PER_INCH = 72;
/** Twice the size of the page in points: sharp on paper and screen. */
const DOTS_PER_INCH = 144;
/** What the library draws at most on a side, and what a picture of a long song may weigh. */
const MOST_ON_A_SIDE = 32_000;
const MOST_DOTS = 40_000_000;

/** @param page - Its size in points. A large one gets fewer dots an inch. */
export async function printPng(
  svg: string,
  { width, height }: { readonly width: number; readonly height: number },
): Promise<Uint8Array> {
  const most = Math.min(
    MOST_ON_A_SIDE / Math.max(width, height),
    Math.sqrt(MOST_DOTS / (width * height)),
  );
  const density = Math.min(DOTS_PER_INCH, most * POINTS_PER_INCH);
  return sharp(Buffer.from(svg), { density, limitInputPixels: 2 * MOST_DOTS })
    .flatten({ background: "#fff" })
    .toColourspace("b-w")
    .png({ compressionLevel: 9 })
    .toBuffer();
}
