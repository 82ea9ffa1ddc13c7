import type { Face, Mark, Page } from "./drawing";

/** How a page is set in SVG: font families by face, or outlines of the letters. */
export interface SvgFonts {
  /** The letters as paths, in the units of the size, from the baseline's start; undefined sets text. */
  readonly outline?: (
    text: string,
    face: Face,
    size: number,
  ) => { readonly d: string; readonly width: number };
}

const SERIF = "Fraunces, 'Fraunces Variable', Georgia, serif";
const SANS = "'Instrument Sans', 'Instrument Sans Variable', Helvetica, Arial, sans-serif";

const FAMILY: Readonly<Record<Face, string>> = {
  title: `font-family="${SERIF}" font-weight="600"`,
  serif: `font-family="${SERIF}"`,
  sans: `font-family="${SANS}"`,
  bold: `font-family="${SANS}" font-weight="600"`,
  italic: `font-family="${SANS}" font-style="italic"`,
  figure: `font-family="'JetBrains Mono', 'JetBrains Mono Variable', monospace" font-weight="500"`,
  music: `font-family="'Noto Music', Bravura, sans-serif"`,
};

/** A page as an SVG document: on white, black and greys only. */
export function printSvg(page: Page, fonts: SvgFonts = {}): string {
  const { width, height } = page;
  const size = `width="${round(width)}" height="${round(height)}" viewBox="0 0 ${round(width)} ${round(height)}"`;
  const body = page.marks.map((mark) => markSvg(mark, fonts)).join("\n");
  return `<svg xmlns="http://www.w3.org/2000/svg" ${size}>\n<rect width="100%" height="100%" fill="#fff"/>\n${body}\n</svg>\n`;
}

function markSvg(mark: Mark, fonts: SvgFonts): string {
  switch (mark.kind) {
    case "box":
      return `<rect x="${round(mark.x)}" y="${round(mark.y)}" width="${round(mark.width)}" height="${round(mark.height)}" fill="${greyHex(mark.grey)}"/>`;
    case "path": {
      const ink = greyHex(mark.grey);
      if (mark.width === 0) return `<path d="${mark.d}" fill="${ink}"/>`;
      const dash = mark.dash ? ` stroke-dasharray="${mark.dash.join(" ")}"` : "";
      return `<path d="${mark.d}" fill="none" stroke="${ink}" stroke-width="${round(mark.width)}"${dash}/>`;
    }
    case "group": {
      const scale = mark.scale === 1 ? "" : ` scale(${round(mark.scale)})`;
      const inner = mark.marks.map((one) => markSvg(one, fonts)).join("\n");
      return `<g transform="translate(${round(mark.x)} ${round(mark.y)})${scale}">\n${inner}\n</g>`;
    }
    case "text":
      return textSvg(mark, fonts);
  }
}

function textSvg(mark: Extract<Mark, { kind: "text" }>, { outline }: SvgFonts): string {
  const { x, y, text, face, size, anchor, grey } = mark;
  if (text === "") return "";
  if (outline) {
    const { d, width } = outline(text, face, size);
    const left = x - (anchor === "middle" ? width / 2 : anchor === "end" ? width : 0);
    return `<path transform="translate(${round(left)} ${round(y)})" d="${d}" fill="${greyHex(grey)}"/>`;
  }
  const at = anchor === "start" ? "" : ` text-anchor="${anchor}"`;
  return `<text x="${round(x)}" y="${round(y)}" ${FAMILY[face]} font-size="${round(size)}"${at} fill="${greyHex(grey)}">${escaped(text)}</text>`;
}

export function greyHex(grey: number): string {
  const level = Math.round(255 * Math.min(1, Math.max(0, grey)))
    .toString(16)
    .padStart(2, "0");
  return `#${level}${level}${level}`;
}

function round(value: number): number {
  return Math.round(value * 1000) / 1000;
}

function escaped(words: string): string {
  const entity: Readonly<Record<string, string>> = { "&": "&amp;", "<": "&lt;", ">": "&gt;" };
  return words
    .replace(/[&<>]/gu, (sign) => entity[sign]!)
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/gu, "");
}
