import { readShelf, writeShelf } from "@intonazione/core/formats/shelf";
import { handoutPages, handoutPdf, pageSvg, stripPng, stripSvg } from "@intonazione/press";
import { readHandout, readPicture } from "../handout/read-handout";
import { readTexts } from "../shelf/read-texts";
import type { PaperKind, PaperWork } from "./paper";

/** How many pages are shown before they are printed; the file has them all. */
const MOST_SHOWN = 60;

type Makers = {
  readonly [Kind in PaperKind]: (
    given: PaperWork[Kind]["given"],
  ) => PaperWork[Kind]["makes"] | Promise<PaperWork[Kind]["makes"]>;
};

const makers: Makers = {
  pdf: async ({ body, now }) => {
    const wish = readHandout(body);
    if (!wish.ok) return wish;
    const { song, options } = wish.value;
    return { ok: true, value: await handoutPdf(song, options, now) };
  },
  pages: ({ body }) => {
    const wish = readHandout(body);
    if (!wish.ok) return wish;
    const { song, options } = wish.value;
    const pages = handoutPages(song, options);
    return {
      ok: true,
      value: { count: pages.length, pages: pages.slice(0, MOST_SHOWN).map(pageSvg) },
    };
  },
  picture: async ({ body }) => {
    const wish = readPicture(body);
    if (!wish.ok) return wish;
    const { song, options, picture } = wish.value;
    const { kind, phraseId } = picture;
    const draw = kind === "svg" ? stripSvg : stripPng;
    return { ok: true, value: { kind, content: await draw(song, phraseId, options) } };
  },
  "pack-shelf": ({ texts, now }) => {
    const { shelf, unread } = readTexts(texts);
    return { bytes: writeShelf(shelf, now, unread), unread: unread.length };
  },
  "unpack-shelf": ({ bytes }) => readShelf(bytes),
};

/** Run in a thread, a job at a time. */
export default function work<Kind extends PaperKind>({
  kind,
  given,
}: {
  readonly kind: Kind;
  readonly given: PaperWork[Kind]["given"];
}): PaperWork[Kind]["makes"] | Promise<PaperWork[Kind]["makes"]> {
  return makers[kind](given);
}
