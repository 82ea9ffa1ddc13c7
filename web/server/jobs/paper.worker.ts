import { readShelf, writeShelf } from "@intonazione/core/formats/shelf";
import { handoutPages, handoutPdf, pageSvg, stripPng, stripSvg } from "@intonazione/press";
import { readTexts } from "../shelf/read-texts";
import type { PaperKind, PaperWork } from "./paper";

type Makers = {
  readonly [Kind in PaperKind]: (
    given: PaperWork[Kind]["given"],
  ) => PaperWork[Kind]["makes"] | Promise<PaperWork[Kind]["makes"]>;
};

const makers: Makers = {
  pdf: ({ song, options, made }) => handoutPdf(song, options, made),
  pages: ({ song, options, most }) => {
    const pages = handoutPages(song, options);
    return { count: pages.length, pages: pages.slice(0, most).map(pageSvg) };
  },
  picture: ({ song, options, phraseId, as }) =>
    as === "svg" ? stripSvg(song, phraseId, options) : stripPng(song, phraseId, options),
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
