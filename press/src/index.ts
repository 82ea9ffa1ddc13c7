import {
  layHandout,
  layStrip,
  printSvg,
  type HandoutOptions,
  type Page,
} from "@intonazione/core/handout";
import type { Song } from "@intonazione/core/score";
import { engrave } from "./engrave";
import { outlineOf, widthOf } from "./faces";
import { printPdf } from "./pdf";
import { printPng } from "./png";

const press = { widthOf, engrave };

/** The pages of a handout, set in the fonts of the press. */
export function handoutPages(song: Song, options: HandoutOptions): readonly Page[] {
  return layHandout(song, options, press);
}

/** The handout as a PDF file. */
export function handoutPdf(song: Song, options: HandoutOptions, made: Date): Promise<Uint8Array> {
  return printPdf(handoutPages(song, options), { title: song.title, made });
}

/** A phrase, or all of them, as one picture; letters become outlines, so that it looks the same everywhere. */
export function stripSvg(
  song: Song,
  phraseId: string | undefined,
  options: HandoutOptions,
): string {
  return pageSvg(layStrip(song, phraseId, options, press));
}

export function stripPng(
  song: Song,
  phraseId: string | undefined,
  options: HandoutOptions,
): Promise<Uint8Array> {
  const page = layStrip(song, phraseId, options, press);
  return printPng(pageSvg(page), page);
}

/** A page of a handout as SVG, for whoever looks at it before it is printed. */
export function pageSvg(page: Page): string {
  return printSvg(page, { outline: outlineOf });
}
