import type { ShelfAddress } from "@/calls/shelf-cards";
import type { OurShelf } from "@/server/shelf/our-shelf";
import { buttonLook } from "@/ui/button";
import { PageHead } from "@/ui/page-head";
import { StudioNav } from "@/ui/studio-nav";
import { ThemeSwitch } from "@/ui/theme-switch";
import { DropOnShelf } from "./drop-on-shelf";
import { ShelfBoard } from "./shelf-board";

/** The studio's songs. */
export function Shelf({
  shelf: { studioName, page, collections },
  address,
}: {
  readonly shelf: OurShelf;
  readonly address: ShelfAddress;
}) {
  return (
    <div className="flex h-full flex-col">
      <PageHead
        actions={
          <>
            <a
              href="/api/shelf"
              download
              title="Songs, rack and profiles as one file; what cannot be read is listed in it"
              className={buttonLook("quiet")}
            >
              Take the shelf along
            </a>
            <ThemeSwitch />
          </>
        }
      >
        <StudioNav studioName={studioName} here="shelf" />
      </PageHead>
      <DropOnShelf />
      <ShelfBoard
        first={{ total: page.total, songs: [...page.songs].map(plainCard) }}
        collections={collections}
        initial={address}
      />
    </div>
  );
}

/** The same card, as lists that nobody else holds. */
function plainCard(card: OurShelf["page"]["songs"][number]) {
  const { parts, collections, sketch, ...rest } = card;
  return {
    ...rest,
    parts: [...parts],
    collections: [...collections],
    ...(sketch && {
      sketch: {
        strings: sketch.strings,
        barLines: [...sketch.barLines],
        figures: sketch.figures.map(([at, string, words]): [number, number, string] => [
          at,
          string,
          words,
        ]),
      },
    }),
  };
}
