import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { join } from "node:path";
import type { Face } from "@intonazione/core/handout";
import { create, type Font } from "fontkit";
import { remembering } from "./remembering";

/** The fonts of a handout: all of them ship with the application, under the SIL Open Font License. */

/** Where the packages lie: seen from here, or from where a bundled server was started. */
export function pathOf(file: string): string {
  try {
    return createRequire(import.meta.url).resolve(file);
  } catch {
    return createRequire(join(process.cwd(), "package.json")).resolve(file);
  }
}

const FILES: Readonly<Record<Face, string>> = {
  title: "@fontsource/fraunces/files/fraunces-latin-600-normal.woff",
  serif: "@fontsource/fraunces/files/fraunces-latin-400-normal.woff",
  sans: "@fontsource/instrument-sans/files/instrument-sans-latin-400-normal.woff",
  bold: "@fontsource/instrument-sans/files/instrument-sans-latin-600-normal.woff",
  italic: "@fontsource/instrument-sans/files/instrument-sans-latin-400-italic.woff",
  figure: "@fontsource/jetbrains-mono/files/jetbrains-mono-latin-500-normal.woff",
  music: "@fontsource/noto-music/files/noto-music-music-400-normal.woff",
};

/** Fonts that have what another one lacks: letters of other languages, fractions, signs of music. */
const FALLBACKS = {
  "title-ext": "@fontsource/fraunces/files/fraunces-latin-ext-600-normal.woff",
  "serif-ext": "@fontsource/fraunces/files/fraunces-latin-ext-400-normal.woff",
  "sans-ext": "@fontsource/instrument-sans/files/instrument-sans-latin-ext-400-normal.woff",
} as const;

export type FontName = Face | keyof typeof FALLBACKS;

const CHAIN: Readonly<Record<Face, readonly FontName[]>> = {
  title: ["title", "title-ext", "music", "figure"],
  serif: ["serif", "serif-ext", "music", "figure"],
  sans: ["sans", "sans-ext", "music", "figure"],
  bold: ["bold", "sans-ext", "music", "figure"],
  italic: ["italic", "sans-ext", "music", "figure"],
  figure: ["figure", "music", "sans"],
  music: ["music", "sans"],
};

export interface LoadedFont {
  readonly name: FontName;
  readonly file: Buffer;
  readonly font: Font;
}

export const fontNamed = remembering((name: FontName): LoadedFont => {
  const path = { ...FILES, ...FALLBACKS }[name];
  // Fonts are found where their packages lie: nothing else of the project belongs to the server.
  const file = readFileSync(/* turbopackIgnore: true */ pathOf(path));
  return { name, file, font: create(file) as Font };
});

/** A stretch of text in one font. */
export interface Run {
  readonly font: LoadedFont;
  readonly text: string;
  /** How wide it is, for a size of 1. */
  readonly advance: number;
}

/** Cuts a text where its font has no glyph and another one has. */
export const runsOf = remembering((text: string, face: Face): readonly Run[] => {
  const runs: { font: LoadedFont; text: string }[] = [];
  for (const sign of text) {
    const font = fontFor(sign, face);
    const last = runs.at(-1);
    if (last?.font === font) last.text += sign;
    else runs.push({ font, text: sign });
  }
  return runs.map(({ font, text: words }) => ({
    font,
    text: words,
    advance: font.font.layout(words).advanceWidth / font.font.unitsPerEm,
  }));
});

function fontFor(sign: string, face: Face): LoadedFont {
  const chain = CHAIN[face].map(fontNamed);
  const code = sign.codePointAt(0)!;
  return chain.find(({ font }) => font.hasGlyphForCodePoint(code)) ?? chain[0]!;
}

export function widthOf(text: string, face: Face, size: number): number {
  return runsOf(text, face).reduce((width, { advance }) => width + advance * size, 0);
}

interface Outline {
  readonly d: string;
  readonly width: number;
}

/** The letters of a text as paths, from the start of its baseline. */
export const outlineOf = remembering((text: string, face: Face, size: number): Outline => {
  let x = 0;
  let d = "";
  for (const { font, text: words } of runsOf(text, face)) {
    const { glyphs, positions } = font.font.layout(words);
    const scale = size / font.font.unitsPerEm;
    for (const [index, glyph] of glyphs.entries()) {
      const { xAdvance, xOffset, yOffset } = positions[index]!;
      d += glyph.path.transform(scale, 0, 0, -scale, x + xOffset * scale, -yOffset * scale).toSVG();
      x += xAdvance * scale;
    }
  }
  return { d, width: x };
});
