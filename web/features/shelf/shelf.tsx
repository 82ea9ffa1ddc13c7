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
  shelf: { studioName, page, collections, recordingBytes },
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
            {recordingBytes > 0 && (
              <a
                href="/api/shelf/with-recordings"
                download
                title="The same with the bytes of every recording"
                className={buttonLook("quiet")}
              >
                … with its recordings ({Math.ceil(recordingBytes / 1e6).toLocaleString("en")} MB)
              </a>
            )}
            <ThemeSwitch />
          </>
        }
      >
        <StudioNav studioName={studioName} here="shelf" />
      </PageHead>
      <DropOnShelf />
      <ShelfBoard first={page} collections={collections} initial={address} />
    </div>
  );
}
