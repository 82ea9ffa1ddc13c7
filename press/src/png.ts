import sharp from "sharp";

/** Twice the size of the page at 72 dots an inch: sharp on paper and screen. */
const DOTS_PER_INCH = 144;

export async function printPng(svg: string): Promise<Uint8Array> {
  return sharp(Buffer.from(svg), { density: DOTS_PER_INCH, limitInputPixels: 400_000_000 })
    .png({ compressionLevel: 9, palette: true })
    .toBuffer();
}
